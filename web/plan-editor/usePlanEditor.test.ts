// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, reactive, ref } from 'vue'
import { headOutline } from '#core/geometry/outline.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { overlapsOf } from '#core/cuts/overlap.ts'
import { EMPTY_PLAN, type PlanDocument } from '#core/job/documents.ts'
import { STRUNG, usualState } from '#core/frame/fixtures.ts'
import { DRAWER } from '#core/planning/fixtures/fixtures.ts'
import { tennis } from '#core/sports/tennis.ts'
import { newCut } from './editCut.ts'
import { pictureScale } from './pictureScale.ts'
import { usePlanEditor } from './usePlanEditor.ts'

const work = { geometry: tennis.geometry, condition: STRUNG, profile: tennis }
const lead = DRAWER.find((m) => m.kind === 'tape' && m.lead)!
const sides = newCut('threeNine', lead, work, 'sides')!
const butt = newCut(
  'butt',
  DRAWER.find((m) => m.kind === 'fill')!,
  work,
  'butt',
)!

/** The open job as far as the bench needs it: a save is what lies there next. */
const job = reactive({
  picture: { work, materials: DRAWER, measured: { state: usualState() } },
  documents: { plan: null as PlanDocument | null, player: null, target: null as unknown },
  liveCuts: null as Cut[] | null,
  restFollows: false,
  settleRest: false,
  get cuts(): Cut[] {
    return this.liveCuts ?? this.documents.plan?.cuts ?? []
  },
  saved: 0,
  save(_stage: 'plan', body: PlanDocument) {
    this.saved++
    this.documents.plan = body
  },
})
vi.mock('../stores/openJob.ts', () => ({ useOpenJob: () => job }))
const asked: { found: (plan: { cuts: Cut[] }, ms: number) => void; held: unknown[] } = { found: () => undefined, held: [] } // prettier-ignore
vi.mock('../workers/planner.ts', () => ({
  planner: {
    live: (found: typeof asked.found) => {
      asked.found = found
      return (request: unknown) => void asked.held.push(request)
    },
  },
}))

const scale = pictureScale(tennis.geometry)
/** The bench as its page has it, in a picture as wide as it is drawn. */
function bench() {
  let editor!: ReturnType<typeof usePlanEditor>
  const svg = { getBoundingClientRect: () => ({ left: 0, top: 0, width: scale.width }) } as unknown as SVGSVGElement
  const setup = () => ((editor = usePlanEditor(ref(scale), ref(svg))), () => h('i'))
  const wrapper = mount(defineComponent({ setup }))
  return { editor, wrapper }
}
const inPicture = (x: number, y: number) => ({
  clientX: scale.x(x),
  clientY: scale.axisY + y * scale.pxPerCm,
})
/** A pointer's event where a place along the hoop's right side is. */
function pointer(type: string, alongCm: number): PointerEvent {
  const { xCm, yCm } = headOutline(tennis.geometry).pointAt(alongCm)
  const event = new MouseEvent(type, { ...inPicture(xCm, yCm), button: 0 }) as PointerEvent
  Object.defineProperty(event, 'currentTarget', { value: { focus: () => undefined } })
  return event
}
const now = (id: string) => job.documents.plan!.cuts.find((cut) => cut.id === id)
const key = (name: string, more: KeyboardEventInit = {}) => new KeyboardEvent('keydown', { key: name, ...more })

beforeEach(() => {
  Object.assign(job, { liveCuts: null, restFollows: false, saved: 0 })
  job.documents.plan = { ...EMPTY_PLAN, cuts: [sides, butt] }
  job.documents.target = null
  asked.held.splice(0)
  vi.stubGlobal('requestAnimationFrame', (run: () => void) => (run(), 1))
  vi.stubGlobal('cancelAnimationFrame', () => undefined)
})

describe('a piece dragged on the bench', () => {
  it('moves with the hand and is saved once, where it was let go', () => {
    const { editor } = bench()
    editor.grab(sides, pointer('pointerdown', sides.atCm))
    window.dispatchEvent(pointer('pointermove', sides.atCm - 3))
    expect([job.saved, job.cuts.find((cut) => cut.id === 'sides')!.atCm]).toEqual([
      0,
      expect.closeTo(sides.atCm - 3, 0),
    ])
    window.dispatchEvent(pointer('pointermove', sides.atCm - 5))
    window.dispatchEvent(pointer('pointerup', sides.atCm - 5))
    expect(job.saved).toBe(1)
    expect(now('sides')!.atCm).toBeCloseTo(sides.atCm - 5, 0)
    expect([job.liveCuts, job.documents.plan!.byHand]).toEqual([null, true])
    // Let go, the hand moves nothing any more.
    window.dispatchEvent(pointer('pointermove', 5))
    expect(job.liveCuts).toBeNull()
  })
  it('put back where it was is no edit; nor is a page that is left in the middle', () => {
    const { editor, wrapper } = bench()
    editor.grab(sides, pointer('pointerdown', sides.atCm))
    window.dispatchEvent(pointer('pointerup', sides.atCm))
    editor.grab(sides, pointer('pointerdown', sides.atCm))
    window.dispatchEvent(pointer('pointermove', sides.atCm - 5))
    wrapper.unmount()
    window.dispatchEvent(pointer('pointerup', sides.atCm - 5))
    expect([job.saved, job.liveCuts]).toEqual([0, null])
  })
  it('while the rest follows, the rest is asked for around it, comes in beside it, and it is locked where it is put down', () => {
    job.documents.target = { lines: { mass: { value: 320, tolerance: 1, from: 'hand' } }, way: 'hand', also: {}, confirmed: [] } // prettier-ignore
    const { editor } = bench()
    editor.follows.value = true
    editor.grab(sides, pointer('pointerdown', sides.atCm))
    window.dispatchEvent(pointer('pointermove', sides.atCm - 4))
    expect(asked.held).toHaveLength(1)
    const held = job.cuts.find((cut) => cut.id === 'sides')!
    asked.found({ cuts: [sides, { ...butt, amount: 9 }] }, 30)
    // The answer is of an earlier moment: the piece in hand is where the hand is.
    expect(job.cuts.map((cut) => cut.amount)).toEqual([sides.amount, 9])
    expect(job.cuts[0]).toEqual(held)
    window.dispatchEvent(pointer('pointerup', sides.atCm - 4))
    expect(job.documents.plan!.locked).toEqual(['sides'])
    expect([now('butt')!.amount, job.settleRest]).toEqual([9, true])
    asked.found({ cuts: [] }, 30)
    expect(job.liveCuts).toBeNull()
  })
})

describe('a piece by the keyboard', () => {
  it('goes by half centimetres, or millimetres, grows by steps, and is never on another', () => {
    const { editor } = bench()
    editor.key(sides, key('ArrowRight'))
    expect(now('sides')!.atCm).toBeCloseTo(sides.atCm - 0.5, 1)
    editor.key(now('sides')!, key('ArrowLeft', { shiftKey: true }))
    expect(now('sides')!.atCm).toBeCloseTo(sides.atCm - 0.4, 1)
    editor.key(now('sides')!, key('ArrowUp'))
    expect(now('sides')!.amount).toBeCloseTo(sides.amount + lead.step, 9)
    editor.add('tenTwo', lead.id)
    for (let i = 0; i < 60; i++) editor.key(editor.selected.value!, key('ArrowLeft'))
    for (let i = 0; i < 30; i++) editor.key(editor.selected.value!, key('ArrowUp'))
    expect(overlapsOf(job.documents.plan!.cuts, work)).toEqual([])
  })
  it('is parted, mirrored, locked and taken off; what is locked and gone is locked no more', () => {
    const { editor } = bench()
    editor.key(sides, key('l'))
    expect(job.documents.plan!.locked).toEqual(['sides'])
    editor.key(sides, key('s'))
    const halves = job.documents.plan!.cuts.filter((cut) => cut.place === 'hoop')
    expect(halves.reduce((sum, cut) => sum + cut.amount, 0)).toBeCloseTo(sides.amount, 9)
    editor.key(halves[1], key('Delete'))
    editor.key(now('sides')!, key('Backspace'))
    expect(job.documents.plan).toMatchObject({ cuts: [{ id: 'butt' }], locked: [] })
    expect(editor.selected.value).toBeNull()
  })
  it('leaves to the browser what is the browser’s', () => {
    const { editor } = bench()
    const event = key('l', { ctrlKey: true })
    editor.key(sides, event)
    editor.key(sides, key('x'))
    expect([job.saved, event.defaultPrevented]).toEqual([0, false])
  })
})

describe('what lies where', () => {
  it('a material that does not belong there is not put on; another bed keeps off its neighbours', () => {
    const { editor } = bench()
    editor.add('butt', lead.id)
    expect(job.saved).toBe(0)
    editor.layOn(sides, { edges: 1, wall: 'outside' })
    expect(now('sides')).toMatchObject({ edges: 1, wall: 'outside' })
    editor.layOn(now('sides')!, { edges: 2 })
    expect(now('sides')).not.toHaveProperty('wall')
  })
  it('lead put on by hand on a minor’s frame is asked about, and all of it comes off at once', () => {
    Object.assign(job.documents, { player: { facts: { age: 11 } } })
    job.documents.plan = { ...EMPTY_PLAN, cuts: [sides, butt], limits: { ...EMPTY_PLAN.limits, noLead: true } }
    const { editor } = bench()
    expect(editor.leadToAsk.value).toBe(true)
    editor.leaveLeadOut()
    expect(job.documents.plan.cuts.map((cut) => cut.id)).toEqual(['butt'])
    expect(editor.leadToAsk.value).toBe(false)
    Object.assign(job.documents, { player: null })
  })
})
