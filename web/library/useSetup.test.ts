// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, reactive } from 'vue'
import type { Reference, SetupBody } from '#contract/library.ts'
import { QUANTITIES, type UnitChoice } from '#core/quantities/units.ts'
import { ApiProblem } from '../api/client.ts'
import { useSetup, type ReportBody } from './useSetup.ts'

const kept: Reference[] = []
const shop = reactive({
  overview: {},
  units: { mass: 'g', balance: 'cm', length: 'cm' } as UnitChoice,
  initials: 'JQ',
  keep: (found: Reference[]) => void kept.push(...found),
  load: () => Promise.resolve(),
})
vi.mock('../stores/shop.ts', () => ({ useShop: () => shop }))

interface Edit {
  doc: string
  seen: number
  content: SetupBody
  about: string
}
const edits: Edit[] = []
const waiting: { content: SetupBody }[] = []
const heard: { saved: (saved: { answer: unknown }) => void; isSettled: boolean; listeners: number } = {
  saved: () => undefined,
  isSettled: true,
  listeners: 0,
}
vi.mock('../documents/useOutbox.ts', () => ({
  useOutbox: () => ({
    ready: () => Promise.resolve(),
    lookAt: async (_: unknown, ask: () => Promise<unknown>, show: (answer: unknown) => void) => show(await ask()),
    waitingFor: () => waiting,
    edit: (edit: Edit) => void edits.push(edit),
    settled: () => Promise.resolve(heard.isSettled),
    listen: (_of: unknown, tell: (e: { saved: { answer: unknown } }) => void) => {
      heard.saved = (saved) => tell({ saved })
      heard.listeners++
      return () => heard.listeners--
    },
    onReload: () => (heard.listeners++, () => heard.listeners--),
  }),
}))
const server = { one: null as Reference | null, retired: [] as number[] }
vi.mock('../api/library.ts', () => ({
  oneSetup: () =>
    server.one ? Promise.resolve(server.one) : Promise.reject(new ApiProblem(404, { code: 'setup.unknown' } as never)),
  setupHistory: () => Promise.resolve([]),
  retireSetup: (held: Reference, retired: boolean) => {
    server.retired.push(held.revision)
    return Promise.resolve({ ...held, retired, revision: held.revision + 1 })
  },
}))

let scope = effectScope()
const page = (id = 'setup-1') => scope.run(() => useSetup(id))!
const stored = (body: SetupBody, revision = 3): Reference =>
  ({ ...body, id: 'setup-1', revision, retired: false }) as unknown as Reference
/** A setup that was begun and named. */
function begun(name = 'House frame') {
  const setup = page()
  setup.start('tennis')
  if (name) setup.change({ name })
  return setup
}
const report = (setup: ReturnType<typeof useSetup>): ReportBody => setup.body.value!.reports[0]

beforeEach(() => {
  scope.stop()
  scope = effectScope()
  for (const list of [kept, edits, waiting, server.retired]) list.splice(0)
  server.one = null
  heard.isSettled = true
})

describe('a setup that is begun', () => {
  it('is kept once it has a name, not before; then with every change', () => {
    const setup = begun('')
    setup.change({ note: 'from the box' })
    expect(edits).toEqual([])
    setup.change({ name: 'House frame' })
    setup.change({ style: 'flat' })
    expect(edits.map((e) => [e.seen, e.content.name, e.content.style])).toEqual([
      [0, 'House frame', ''],
      [0, 'House frame', 'flat'],
    ])
    expect(edits[0].content.note).toBe('from the box')
  })
  it('knows nothing together until a figure is typed', () => {
    const setup = begun()
    expect(setup.known.value).toBe(false)
    expect(setup.typeFigure(report(setup), 'mass', '305')).toBe('')
    expect(setup.known.value).toBe(true)
    expect(setup.together.value!.state.massG).toBeCloseTo(305, 0)
  })
})

describe('a figure', () => {
  it('as typed, a range or one number, is written as it can be typed again', () => {
    const typed: Record<string, string[]> = {
      mass: ['305', '300 to 310'],
      balance: ['32.4', '31.5 to 32.5', '6 HL', '4 HL to 7 HL'],
      swingWeight: ['318', '310 to 320'],
      twistWeight: ['13.4', '13 to 14'],
    }
    for (const balance of ['cm', 'mm', 'in', 'points'] as const) {
      Object.assign(shop, { units: { mass: 'g', balance, length: 'cm' } })
      for (const quantity of QUANTITIES)
        for (const text of typed[quantity]) {
          if (quantity === 'balance' && balance !== 'cm' && !text.includes('HL')) continue
          const setup = begun()
          expect(setup.typeFigure(report(setup), quantity, text), text).toBe('')
          const first = report(setup).figures[quantity]!
          const written = setup.writeFigure(first, quantity)
          expect(setup.typeFigure(report(setup), quantity, written), written).toBe('')
          const again = report(setup).figures[quantity]!
          expect([again.low, again.high], `${text} → ${written} in ${balance}`).toEqual([
            expect.closeTo(first.low, 1),
            expect.closeTo(first.high, 1),
          ])
          expect(again.low).toBeLessThanOrEqual(again.high)
        }
    }
    Object.assign(shop, { units: { mass: 'g', balance: 'cm', length: 'cm' } })
  })
  it('that is none is said so, and what stood stays', () => {
    const setup = begun()
    setup.typeFigure(report(setup), 'mass', '305')
    const before = edits.length
    const text = setup.typeFigure(report(setup), 'mass', 'heavy')
    expect(text).not.toBe('')
    expect(text).toContain('“heavy”')
    expect([report(setup).figures.mass!.low, edits.length]).toEqual([305, before])
  })
  it('that is emptied is known no more', () => {
    const setup = begun()
    setup.typeFigure(report(setup), 'mass', '305')
    setup.typeFigure(report(setup), 'mass', '')
    expect(report(setup).figures.mass).toBeNull()
    expect(setup.writeFigure(null, 'mass')).toBe('')
  })
})

describe('a setup of the library', () => {
  const held = () => {
    const body = begun().body.value!
    scope.stop()
    scope = effectScope()
    edits.splice(0)
    return stored(body)
  }
  it('is shown as the server has it; what waits to be sent goes over it', async () => {
    server.one = held()
    waiting.push({ content: { ...server.one, name: 'Typed offline' } as unknown as SetupBody })
    const setup = page()
    await setup.load()
    expect([setup.body.value!.name, setup.held.value!.revision, setup.problem.value]).toEqual(['Typed offline', 3, ''])
  })
  it('that only this browser knows is here all the same', async () => {
    waiting.push({ content: begun().body.value! })
    const setup = page()
    await setup.load()
    expect([setup.body.value!.name, setup.held.value, setup.problem.value]).toEqual(['House frame', null, ''])
  })
  it('that nobody knows is said to be unknown', async () => {
    const setup = page()
    await setup.load()
    expect([setup.body.value, setup.problem.value === '']).toEqual([null, false])
  })
  it('is put away only when all that was changed has arrived', async () => {
    server.one = held()
    const setup = page()
    await setup.load()
    heard.isSettled = false
    await setup.retire(true)
    expect(server.retired).toEqual([])
    expect(setup.problem.value).toMatch(/not saved yet/)
    heard.isSettled = true
    await setup.retire(true)
    expect([server.retired, setup.held.value!.retired, setup.problem.value]).toEqual([[3], true, ''])
  })
  it('listens no more once its page is left', async () => {
    const before = heard.listeners
    page()
    expect(heard.listeners).toBe(before + 2)
    scope.stop()
    await flushPromises()
    expect(heard.listeners).toBe(before)
    scope = effectScope()
  })
})
