import { describe, expect, it } from 'vitest'
import { cutIn } from '../cuts/zones.ts'
import { PLAIN_MATERIAL, type Material } from '../cuts/material.ts'
import { COATS, finishFor, massOf, type Cut, type Workpiece } from '../cuts/cut.ts'
import { piecesOfAll } from '../cuts/pieces.ts'
import { STRUNG, usualState } from '../frame/fixtures.ts'
import { withPieces } from '../frame/pieces.ts'
import { estimateOf } from '../frame/state.ts'
import { QUANTITIES } from '../quantities/units.ts'
import { tennis } from '../sports/tennis.ts'
import { followBuild } from './follow.ts'
import { FINAL, INSPECT, lastWait, markNow, type StepMark } from './marks.ts'
import {
  COAT_DRIES_HOURS,
  finishLeft,
  GRIP_OFF,
  oddityOf,
  orderOfWork,
  USUAL_ORDER,
  type OrderWishes,
} from './order.ts'

const tape: Material = {
  ...PLAIN_MATERIAL,
  id: 'tape',
  name: 'tape',
  kind: 'tape',
  unitMassG: 0.1,
  step: 0.5,
  widthCm: 0.6,
}
const fill: Material = { ...PLAIN_MATERIAL, id: 'fill', name: 'fill', kind: 'fill', unitMassG: 1 }
const leather: Material = {
  ...PLAIN_MATERIAL,
  id: 'leather',
  name: 'leather',
  kind: 'grip',
  unitMassG: 25,
  grip: 'leather',
}
const materials = [tape, fill, leather]
const work: Workpiece = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const zone = (id: string) => tennis.zones.find((z) => z.id === id)!
const at = (id: string, material: Material, amount: number): Cut => cutIn(zone(id), material, amount, work, id)
const grip: Cut = {
  id: 'new-grip',
  materialId: 'leather',
  place: 'grip',
  zoneId: 'grip',
  atCm: 0,
  amount: 1,
  layerCm: 1,
}
const sides = at('threeNine', tape, 6)
const tip = at('tip', tape, 10)
const butt = at('butt', fill, 5)

const silicone: Material = { ...fill, id: 'silicone', cureHours: 24 }
const lead: Material = { ...tape, id: 'lead', lead: true }
materials.push(silicone, lead)
const order = (cuts: readonly Cut[], wishes: Partial<OrderWishes> = {}, on = work) =>
  orderOfWork(cuts, materials, on, { ...USUAL_ORDER, ...wishes })
/** All steps between looking the frame over and reading it at the end. */
function ids(cuts: readonly Cut[], wishes: Partial<OrderWishes> = {}): string[] {
  const all = order(cuts, wishes).map((s) => s.id)
  expect([all[0], all.at(-1)]).toEqual([INSPECT, FINAL])
  return all.slice(1, -1)
}

describe('the order of work', () => {
  it('begins with a trial of everything, goes from the tip down, and does with the grip off what lies under it', () => {
    const steps = order([grip, butt, sides, tip])
    expect(ids([grip, butt, sides, tip])).toEqual(['trial', 'tip', 'threeNine', GRIP_OFF, 'plug', 'butt', 'barrier', 'cap', 'grip-on']) // prettier-ignore
    expect(steps.map((s) => s.bare)).toEqual([false, false, false, false, true, true, true, true, true, false, false])
  })
  it('leaves the grip on where nothing lies under it, and has nothing to do where nothing is planned', () => {
    expect(order([tip]).map((s) => s.kind)).toEqual(['inspect', 'trial', 'tape', 'final'])
    expect(order([])).toEqual([])
  })
  it('looks the frame over before anything, and reads it as measured after everything', () => {
    const [first, ...rest] = order([butt, tip], { reserveG: 2 })
    expect(first).toMatchObject({ kind: 'inspect', massG: 0, reads: false, bare: false })
    expect(rest.at(-1)).toMatchObject({ kind: 'final', massG: 0, reads: true, bare: false })
  })
  it('hangs a cured fill before the cap goes on; handle first, the head is done while it cures', () => {
    const cured = at('butt', silicone, 5)
    expect(ids([cured, tip])).toEqual(['trial', 'tip', GRIP_OFF, 'plug', 'butt', 'cure', 'barrier', 'cap', 'grip-on'])
    expect(ids([cured, tip], { school: 'handleFirst' })).toEqual(['trial', GRIP_OFF, 'plug', 'butt', 'tip', 'cure', 'barrier', 'cap', 'grip-on']) // prettier-ignore
    expect(order([cured]).find((s) => s.id === 'butt')!.waitHours).toBe(24)
  })
  it('masks and coats lead, more often on a child’s frame, and nothing that is not lead', () => {
    const coats = (minor: boolean) => order([at('tip', lead, 10)], {}, { ...work, finish: finishFor(minor) }).filter((s) => s.kind === 'coat') // prettier-ignore
    expect(coats(false)).toHaveLength(COATS.adult)
    expect(coats(true).map((s) => [s.id, s.waitHours, s.turn])).toEqual(
      [1, 2, 3, 4].map((n) => [`coat-${n}`, COAT_DRIES_HOURS, { of: 4, at: n }]),
    )
    expect(order([tip], {}, { ...work, finish: finishFor(true) }).map((s) => s.id)).toEqual(['inspect', 'trial', 'tip', 'final']) // prettier-ignore
    // Under the grip nobody touches it.
    expect(order([at('bevels', lead, 10)]).some((s) => s.kind === 'coat' || s.kind === 'mask')).toBe(false)
  })
  it('does not count coats and a plug that were left out', () => {
    const skipped = { ...markNow('2026-01-01T10:00:00Z', 'AT'), skipped: 'no varnish' }
    expect(finishLeft(finishFor(true), {})).toEqual(finishFor(true))
    expect(finishLeft(finishFor(true), { 'coat-4': skipped, plug: skipped })).toEqual({ coats: 3, plugG: 0 })
  })
  it('takes a piece off again right after it, and keeps the reserve for last', () => {
    expect(ids([tip, sides], { peeled: ['tip'], reserveG: 2 })).toEqual(['trial', 'tip', 'peel-tip', 'threeNine', 'reserve']) // prettier-ignore
  })
  it('cuts what the eye can count: on both edges four strips beside the axis, two across the tip, a layer by itself', () => {
    const steps = order([{ ...sides, amount: sides.layerCm + 3 }, tip])
    expect(steps.find((s) => s.id === 'tip')!.strips).toEqual([{ count: 2, lengthCm: 10, layer: 1 }])
    expect(steps.find((s) => s.id === 'threeNine')!.strips).toEqual([
      { count: 4, lengthCm: sides.layerCm, layer: 1 },
      { count: 4, lengthCm: 3, layer: 2 },
    ])
    expect(steps[1].massG).toBeCloseTo(massOf({ ...sides, amount: sides.layerCm + 3 }, tape, work) + massOf(tip, tape, work), 9) // prettier-ignore
  })
  it('finds a cure ticked too early or without its fill, and a coat on a wet one', () => {
    const steps = order([at('butt', silicone, 5), at('tip', lead, 10)])
    const of = (id: string, marks: Record<string, StepMark>) =>
      oddityOf(
        steps.find((s) => s.id === id)!,
        steps,
        marks,
      )
    const mark = (hour: number, readyHour: number | null = null) => ({
      ...markNow(new Date(3600000 * hour).toISOString(), 'AT'),
      readyAt: readyHour === null ? null : new Date(3600000 * readyHour).toISOString(),
    })
    expect(of('cure', { cure: mark(5) })).toEqual({ kind: 'without', stepId: 'butt' })
    expect(of('cure', { butt: mark(0, 24), cure: mark(23) })).toMatchObject({ kind: 'early' })
    expect(of('cure', { butt: mark(0, 24), cure: mark(25) })).toBeNull()
    expect(of('cap', { butt: mark(0, 24), cap: { ...mark(1), skipped: 'open for now' } })).toBeNull()
    expect(of('coat-2', { 'coat-1': mark(0, 1), 'coat-2': mark(0.5) })).toMatchObject({ kind: 'early' })
    expect(of('butt', { butt: mark(0, 24) })).toBeNull()
  })
  it('tells lead that was laid after the last coat over it, and no other', () => {
    const steps = order([at('tip', lead, 10), at('bevels', tape, 6)])
    const hour = (h: number) => markNow(new Date(3600000 * h).toISOString(), 'AT')
    const out = (h: number) => ({ ...hour(h), skipped: 'no coat at hand' })
    const coats = steps.filter((s) => s.kind === 'coat').map((s) => s.id)
    expect(coats.length).toBeGreaterThan(1)
    const drawn = (h: number, last = hour(h)) =>
      Object.fromEntries(coats.map((id, i) => [id, i < coats.length - 1 ? hour(h) : last]))
    const of = (id: string, marks: Record<string, StepMark>) =>
      oddityOf(
        steps.find((s) => s.id === id)!,
        steps,
        marks,
      )
    expect(of('tip', { tip: hour(1), ...drawn(2) })).toBeNull()
    expect(of('tip', { tip: hour(3), ...drawn(2) })).toEqual({ kind: 'bareLead' })
    expect(of('bevels', { bevels: hour(3), ...drawn(2) })).toBeNull()
    expect(of('tip', { tip: out(3), ...drawn(2) })).toBeNull()
    // One coat is still to come; the last was drawn once more; the last was left out, or all were.
    expect(of('tip', { tip: hour(3), [coats[0]]: hour(2) })).toBeNull()
    expect(of('tip', { tip: hour(3), ...drawn(2, hour(4)) })).toBeNull()
    expect(of('tip', { tip: hour(3), ...drawn(2, out(2)) })).toEqual({ kind: 'bareLead' })
    expect(of('tip', { tip: hour(3), ...Object.fromEntries(coats.map((id) => [id, out(2)])) })).toBeNull()
  })
  it('says what is ready last, and when', () => {
    const wait = (readyAt: string | null) => ({ ...markNow('2026-01-01T09:00:00Z', 'AT'), readyAt })
    const marks = { a: wait('2026-01-01T10:00:00Z'), b: wait('2026-01-02T09:00:00Z'), c: wait(null) }
    expect(lastWait(marks)).toEqual({ waitsFor: 'cure', readyAt: '2026-01-02T09:00:00Z' })
    expect(lastWait({ 'coat-2': wait('2026-01-01T10:00:00Z') })!.waitsFor).toBe('coat')
    expect(lastWait({ c: wait(null) })).toBeNull()
  })
})

describe('a build that nobody has begun', () => {
  it('ends where the plan does: its last prediction is the planned frame, by the exact sums', () => {
    const cuts = [butt, sides, tip]
    const steps = order(cuts)
    const { checkpoints } = followBuild({ measured: usualState(), shared: [], steps, marks: {}, weighed: {}, reads: {}, materials, work }) // prettier-ignore
    const planned = withPieces(usualState(), piecesOfAll(cuts, materials, work), work.geometry)
    for (const quantity of QUANTITIES)
      expect(checkpoints.at(-1)!.expected[quantity]!.value).toBeCloseTo(estimateOf(planned, quantity)!.value, 9)
  })
})
