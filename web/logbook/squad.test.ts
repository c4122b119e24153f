import { expect, it } from 'vitest'
import type { SquadPage } from '#contract/squad.ts'
import { parentText } from '#contract/messages/parents.ts'
import { bandText, squadBeds, seasonOf, standingText } from './squad.ts'

type Member = SquadPage['members'][number]
type Frame = Member['frames'][number]
const frame = (id: string, over: Partial<NonNullable<Frame['standing']>> | null, strings = ''): Frame => ({
  ...{ id, label: `Frame ${id}`, sport: 'tennis', strings, comingBack: [] },
  standing: over && {
    bareMassG: 280,
    bareSwingKgCm2: 270,
    classesOver: 0,
    overCeilingKgCm2: null,
    bandKgCm2: null,
    inBand: null,
    messages: [],
    ...over,
  },
})
const member = (name: string, frames: Frame[], nextClassOn: string | null = null): Member => ({ id: name, name, age: 11, nextClassOn, frames }) // prettier-ignore
const page = (...members: Member[]): SquadPage => ({ squad: { id: 's', name: 'S', members: members.length, retired: false }, members, needs: [] }) // prettier-ignore

it('says how a frame stands, the worst first', () => {
  const says = (of: Parameters<typeof frame>[1]) => standingText(frame('a', of)).text
  expect([says(null), says({}), says({ classesOver: 1 }), says({ classesOver: 2, overCeilingKgCm2: 9 })]).toEqual(['not measured yet', 'fits', 'one class too heavy', '2 classes too heavy']) // prettier-ignore
  expect(says({ overCeilingKgCm2: 7.4 })).toBe('7 kg·cm² over the ceiling')
  expect(says({ overCeilingKgCm2: -7 })).toBe('fits')
})
it('writes the usual band with the side on which the frame lies', () => {
  const says = (of: Parameters<typeof frame>[1]) => bandText(frame('a', of).standing!)
  expect(says({ bandKgCm2: [268, 285], inBand: 0 })).toBe('268–285')
  expect([says({ bandKgCm2: [300, null], inBand: -1 }), says({ bandKgCm2: [230, 250], inBand: 1 }), says({})]).toEqual(['from 300, below', '230–250, above', '']) // prettier-ignore
})
it('lays the season out by its days, a year ahead, without what was dropped', () => {
  const coming = (due: string, change: object = {}) => ({ frameId: 'a', frameLabel: 'Frame a', jobId: 'j', playerId: 'p', playerName: 'P', rule: 'restring' as const, due, since: '2026-01-01', by: 'time' as const, putOffTo: null, dropped: false, ...change }) // prettier-ignore
  const own = { ...frame('a', {}), comingBack: [coming('2026-12-10'), coming('2026-12-01', { putOffTo: '2027-02-01' }), coming('2026-12-05', { dropped: true }), coming('2028-01-01')] } // prettier-ignore
  const steps = seasonOf(page(member('Ida', [own], '2027-01-15'), member('Bo', [])), '2026-11-26')
  expect(steps.map((s) => s.day)).toEqual(['2026-12-10', '2027-01-15', '2027-02-01'])
  expect(steps[0]).toEqual({ day: '2026-12-10', name: 'Ida', what: 'new strings, Frame a' })
})
it('counts the beds of strings, and tells parents plainly', () => {
  const ida = member('Ida Lund', [frame('a', { classesOver: 1 }, 'multi 1.30'), frame('b', {}, 'multi 1.30'), frame('c', null, 'poly')]) // prettier-ignore
  expect(squadBeds(page(ida))).toEqual([
    { strings: 'multi 1.30', beds: 2 },
    { strings: 'poly', beds: 1 },
  ])
  expect(parentText(ida, ida.frames[1])).toBe('Frame b: suits Ida as it is.')
  expect(parentText(ida, ida.frames[0])).toMatch(/heavier than is usual.*doctor or physiotherapist first/)
  expect(parentText(ida, ida.frames[0])).not.toMatch(/danger|warning|injur/i)
})
