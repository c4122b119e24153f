import { describe, expect, it } from 'vitest'
import { zoneSchema } from '#contract/documents.ts'
import { tennis } from '#core/sports/tennis.ts'
import { emptyZone, furthest, NO_ZONE_PROBLEMS, ownZone, wrongWithZone, type ZoneForm } from './ownZone.ts'

const work = { geometry: tennis.geometry }
const typed: ZoneForm = { ...emptyZone(), name: ' Above the logo ', atCm: 21.5 }

describe('a place of the fitter’s own', () => {
  it('says beside each field what is missing, and what lies nowhere on the frame', () => {
    expect(wrongWithZone(emptyZone(), work)).toEqual({ name: 'A name is needed.', at: 'Say where it is.', room: '' })
    expect(wrongWithZone(typed, work)).toEqual(NO_ZONE_PROBLEMS)
    expect(wrongWithZone({ ...typed, room: null }, work).room).toBe('Say how much it can take.')
    expect(wrongWithZone({ ...typed, room: 90 }, work).room).toMatch(/^From .* to 60\.$/)
    const end = furthest(typed, work)
    for (const [atCm, wrong] of [
      [0, ''],
      [end, ''],
      [end + 0.1, 'This is not on the frame.'],
      [-1, 'This is not on the frame.'],
    ] as const)
      // prettier-ignore
      expect(wrongWithZone({ ...typed, atCm }, work).at).toBe(wrong)
    // A spot lies on the long axis, which is longer than half of the hoop.
    expect(wrongWithZone({ ...typed, where: 'spot', atCm: 60 }, work)).toEqual(NO_ZONE_PROBLEMS)
  })

  it('is stored as it is typed, whatever strips lie on and whichever way they run', () => {
    for (const lies of ['middle', 'butt', 'tip'] as const)
      for (const bed of ['edges', 'upper', 'lower', 'outside', 'inside'] as const) {
        const zone = ownZone({ ...typed, lies, bed }, 'own-1')
        expect(zoneSchema.parse(zone)).toEqual(zone)
        expect(zone).toMatchObject({
          name: 'Above the logo',
          place: 'hoop',
          alongCm: 21.5,
          visible: true,
          capacityCm: 6,
        })
        expect(zone.anchor).toEqual(lies === 'middle' ? undefined : { at: 'along', towards: lies })
        expect([zone.edges, zone.edge ?? zone.wall]).toEqual(bed === 'edges' ? [2, undefined] : [1, bed])
      }
    const spot = ownZone({ ...typed, where: 'spot', offCm: 4, hidden: true }, 'own-2')
    expect(zoneSchema.parse(spot)).toEqual(spot)
    expect(spot).toMatchObject({ spot: { from: 'butt', cm: 21.5, offCm: 4 }, maxLayers: 1, visible: false })
  })
})
