// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, reactive } from 'vue'
import type { TrayReading } from '#contract/devices.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { cutIn } from '#core/cuts/zones.ts'
import { EMPTY_PLAN } from '#core/job/documents.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { STRUNG } from '#core/frame/fixtures.ts'
import type { UnitChoice } from '#core/quantities/units.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { WorkStep } from '#core/workorder/order.ts'
import { stripMarks } from '#core/workorder/strips.ts'
import type { Receiver } from '../stores/devices.ts'
import { openJob, type FakeJob } from '../stores/fixtures/openJob.ts'
import { useWorkOrder, type OpenOrder } from './useWorkOrder.ts'

let job: FakeJob
vi.mock('../stores/openJob.ts', () => ({ useOpenJob: () => job }))
const shop = reactive({
  overview: null,
  units: { mass: 'g', balance: 'cm', length: 'cm' } as UnitChoice,
  initials: 'JQ',
  saveShop: vi.fn(),
})
vi.mock('../stores/shop.ts', () => ({ useShop: () => shop }))
const listening = new Set<Receiver>()
const taken: string[][] = []
vi.mock('../stores/devices.ts', async (original) => ({
  ...(await original<object>()),
  useDevices: () => ({
    receive: (r: Receiver) => (listening.add(r), () => listening.delete(r)),
    take: (ids: string[]) => (taken.push(ids), Promise.resolve()),
  }),
}))
vi.mock('../instruments/fromDevice.ts', () => ({
  fromDevice: (_q: string, value: number, deviceId: string) => ({ value, deviceId }),
}))
const gone: unknown[] = []
vi.mock('vue-router', () => ({ useRouter: () => ({ push: (to: unknown) => (gone.push(to), Promise.resolve()) }) }))

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const strips = (zone: string, material: string, amount: number): Cut =>
  cutIn(
    tennis.zones.find((z) => z.id === zone)!,
    DRAWER.find((m) => m.id === material)!,
    amount,
    work,
    zone,
  )
const TIP = strips('tip', 'tungsten', 10)
const SIDES = strips('threeNine', 'tungsten', 12)
const LEAD = strips('tip', 'lead-quarter', 10)
const planned = (...cuts: Cut[]) => ({ ...EMPTY_PLAN, taken: 'best' as const, cuts })

let left: () => void = () => undefined
/** The page of a work order, drawn up where the job has none. */
function page(): OpenOrder {
  let order!: OpenOrder
  const wrapper = mount(defineComponent({ setup: () => ((order = useWorkOrder()), () => h('i')) }))
  left = () => wrapper.unmount()
  if (!order.body.value) order.drawUp()
  return order
}
const of = (order: OpenOrder, id: string): WorkStep => order.steps.value.find((s) => s.id === id)!
const marks = () => job.documents.build!.marks
const sent = (raw: number, id = `sent-${raw}`) => ({ id, raw, deviceId: 'scale-1', axisCm: null }) as TrayReading
const arrives = (quantity: string, raw: number) => [...listening].find((r) => r.quantity === quantity)!.take(sent(raw))

beforeEach(() => {
  left()
  left = () => undefined
  listening.clear()
  taken.splice(0)
  gone.splice(0)
  vi.setSystemTime('2026-01-02T11:00:00Z')
  job = openJob({ plan: planned(TIP, SIDES) })
})

describe('a work order', () => {
  it('is drawn up from the plan, and the plan stays as it was', () => {
    const order = page()
    expect(job.documents.build!.cuts.map((c) => c.id)).toEqual([TIP.id, SIDES.id])
    expect([order.upToDate.value, job.documents.plan!.taken]).toEqual([true, 'best'])
    expect(order.next.value!.id).toBe(order.steps.value[0].id)
    expect(order.minutesLeft.value).toBeGreaterThan(0)
  })
  it('a step that is ticked is signed with the moment; unticked nothing of it is left', () => {
    const order = page()
    const before = order.minutesLeft.value
    order.mark(of(order, TIP.id), true)
    expect(marks()[TIP.id]).toMatchObject({ by: 'JQ', doneAt: '2026-01-02T11:00:00.000Z', skipped: null })
    expect(order.minutesLeft.value).toBeLessThan(before)
    order.mark(of(order, TIP.id), false)
    expect([marks(), order.minutesLeft.value]).toEqual([{}, before])
  })
  it('a tick taken off by a slip and set again at once is as it was; later, or of a coat, it is a new one', () => {
    const order = page()
    order.inHand.value = TIP.id
    order.mark(of(order, TIP.id), true)
    arrives('mass', 319.4)
    const before = marks()[TIP.id]
    expect(before.readingIds).toHaveLength(1)
    const again = (id: string, seconds: number) => {
      order.mark(of(order, id), false)
      vi.setSystemTime(Date.now() + 1000 * seconds)
      order.mark(of(order, id), true)
      return marks()[id]
    }
    expect(again(TIP.id, 5)).toEqual(before)
    expect(again(TIP.id, 90)).toMatchObject({ readingIds: [], doneAt: '2026-01-02T11:01:35.000Z' })
    job.save('plan', planned(LEAD))
    order.drawUp()
    const coat = order.steps.value.find((s) => s.kind === 'coat')!
    order.mark(coat, true)
    expect(again(coat.id, 5).doneAt).toBe('2026-01-02T11:01:40.000Z')
    // What was left out and is left open again is done when it is ticked.
    order.skip(of(order, LEAD.id), 'no room')
    expect(again(LEAD.id, 5)).toMatchObject({ skipped: null, doneAt: '2026-01-02T11:01:45.000Z' })
  })
  it('a step left out says why; done after all, it is left out no more', () => {
    const order = page()
    order.skip(of(order, SIDES.id), '  no room ')
    expect(marks()[SIDES.id].skipped).toBe('no room')
    expect(order.upToDate.value).toBe(false)
    order.mark(of(order, SIDES.id), true)
    expect([marks()[SIDES.id].skipped, order.upToDate.value]).toEqual([null, true])
  })
  it('the last strip that is laid ticks its step, and no strip before it', () => {
    const order = page()
    const step = of(order, SIDES.id)
    const all = stripMarks(order.body.value!, step)
    expect(all.length).toBeGreaterThan(1)
    all.forEach((_, at) => {
      expect(order.markOf(SIDES.id)).toBeNull()
      order.strip(step, at, { laid: true })
    })
    expect(order.markOf(SIDES.id)).not.toBeNull()
  })
  it('drawn up anew over another plan keeps what is done and takes off what is not in it', () => {
    const order = page()
    order.mark(of(order, TIP.id), true)
    order.mark(of(order, SIDES.id), true)
    job.save('plan', planned(TIP))
    expect(order.upToDate.value).toBe(false)
    order.drawUp()
    expect(order.markOf(TIP.id)).not.toBeNull()
    expect(order.steps.value.some((s) => s.kind === 'peel')).toBe(true)
    expect(job.documents.plan!.cuts.map((c) => c.id)).toContain(TIP.id)
  })
})

describe('what instruments send', () => {
  it('comes to the step in hand, and on record with the job', () => {
    const order = page()
    order.inHand.value = TIP.id
    expect(arrives('mass', 319.4)).not.toBe(false)
    const [id] = marks()[TIP.id].readingIds
    expect(job.view.readings.find((r) => r.id === id)).toMatchObject({ quantity: 'mass', value: 319.4, deviceId: 'scale-1' }) // prettier-ignore
    expect(order.readingOf(of(order, TIP.id), 'mass')!.value).toBe(319.4)
  })
  it('of the same number again takes the place of the one before; that one stays on record', () => {
    const order = page()
    order.inHand.value = TIP.id
    arrives('mass', 319.4)
    arrives('mass', 320.1)
    expect(marks()[TIP.id].readingIds).toHaveLength(1)
    expect(order.readingOf(of(order, TIP.id), 'mass')!.value).toBe(320.1)
    expect(job.view.readings.filter((r) => r.quantity === 'mass')).toHaveLength(3)
  })
  it('settles a step once all is read and as it should be', () => {
    const order = page()
    const step = of(order, TIP.id)
    const expected = order.checkpoints.value.find((c) => c.step.id === TIP.id)!.expected
    order.inHand.value = TIP.id
    order.mark(step, true)
    const settles = order.readAt(step).map((quantity) => {
      arrives(quantity, Number(expected[quantity]!.value.toFixed(2)))
      return order.arrived.value.settles
    })
    expect(settles).toEqual([false, false, true])
    arrives('mass', expected.mass!.value - 5)
    expect(order.arrived.value).toEqual({ stepId: TIP.id, settles: false })
  })
  it('of some grams is a piece: it is the weight of the step in hand, and the server is told who has it', () => {
    const order = page()
    order.inHand.value = SIDES.id
    expect(arrives('mass', 0.63)).not.toBe(false)
    expect(job.view.readings.some((r) => r.value === 0.63)).toBe(false)
    expect(JSON.stringify([job.documents.build!.weighed, job.documents.build!.strips])).toContain('0.63')
    expect(taken).toEqual([['sent-0.63']])
  })
  it('is nobody’s once the page is left', () => {
    page()
    expect(listening.size).toBe(4)
    left()
    expect(listening.size).toBe(0)
  })
  it('taken back leaves what was found in its place', () => {
    const order = page()
    order.inHand.value = TIP.id
    arrives('mass', 319.4)
    order.withdraw(TIP.id, ['mass'], { cause: 'x', words: 'read again', at: '2026-01-02T11:00:00Z', by: 'JQ' })
    expect(marks()[TIP.id]).toMatchObject({ readingIds: [], found: { words: 'read again' } })
    expect(order.readingOf(of(order, TIP.id), 'mass')).toBeNull()
  })
})

describe('the finished frame', () => {
  it('read at the last step is the final check’s, which is signed no more', () => {
    const signed = { by: 'JQ', at: '2026-01-02T11:00:00Z', lines: [] }
    job = openJob({ plan: planned(TIP), check: { readingIds: [], confirmedIds: [], signed } })
    const order = page()
    const last = order.steps.value.find((s) => s.kind === 'final')!
    order.read(last, 'mass', 320.3, '320.3')
    const read = job.view.readings.at(-1)!
    expect(job.documents.check).toEqual({ readingIds: [read.id], confirmedIds: [], signed: null })
    expect(order.readAt(last)).toEqual(['mass', 'balance', 'swingWeight'])
  })
  it('has its twist weight read where that is aimed at', () => {
    const target = { lines: { twistWeight: { value: 14, tolerance: 0.3, from: 'typed', chain: [] } } } as never
    job = openJob({ plan: planned(TIP), target })
    const order = page()
    expect(order.readAt(order.steps.value.find((s) => s.kind === 'final')!)).toContain('twistWeight')
    expect(order.readAt(of(order, TIP.id))).not.toContain('twistWeight')
  })
})

describe('lead on a child’s frame', () => {
  const child = { playerId: 'p', facts: { age: 11, born: null } } as never
  it('stops the work until somebody says it a second time', () => {
    job = openJob({ plan: planned(LEAD), player: child })
    const order = page()
    expect(order.stopped.value).toBe(true)
    order.keep({ ...order.body.value!, leadConfirmed: { by: 'JQ', words: 'as agreed', at: '2026-01-02T11:00:00Z' } })
    expect(order.stopped.value).toBe(false)
  })
  it('or goes back to the plan, where lead is left out', () => {
    job = openJob({ plan: planned(LEAD), player: child })
    const order = page()
    order.withoutLead()
    expect(job.documents.plan!.limits).toMatchObject({ noLead: true, leadAgreed: null })
    expect(gone).toEqual([{ name: 'plan', params: { id: 'job-1' } }])
  })
  it('does not stop a grown-up’s', () => {
    job = openJob({ plan: planned(LEAD) })
    expect(page().stopped.value).toBe(false)
  })
})

describe('planned otherwise in the middle of the work', () => {
  it('what lies there stays, and the plan says what is to come', () => {
    const order = page()
    order.mark(of(order, TIP.id), true)
    const longer = { ...SIDES, id: 'longer', amount: SIDES.amount + 4 }
    order.goOnWith([TIP, longer], order.job.documents.plan!.limits)
    expect(job.documents.plan).toMatchObject({ taken: 'best', byHand: false, locked: [] })
    expect(order.markOf(TIP.id)).not.toBeNull()
    expect(order.next.value!.id).not.toBe(TIP.id)
    expect(job.documents.build!.cuts.map((c) => c.id)).toEqual(expect.arrayContaining([TIP.id, 'longer']))
  })
  it('says what the drawer no longer has, of steps that are still to do', () => {
    job = openJob({ plan: planned(strips('butt', 'putty', 5)) })
    const order = page()
    const step = of(order, 'butt')
    expect(order.shortAt(step)).toBe('')
    order.keep({ ...order.body.value!, cuts: [{ ...step.cut!, amount: 200 }] })
    expect(order.shortAt(of(order, 'butt'))).not.toBe('')
    order.mark(of(order, 'butt'), true)
    expect(order.shortAt(of(order, 'butt'))).toBe('')
  })
})
