// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { OPEN_LIMITS } from '#core/planning/problem/request.ts'
import type { MeasureDocument } from '#core/job/documents.ts'
import type { JobView } from '#contract/entities.ts'
import { JobServer, measure, openedJob } from './fixtures/jobServer.ts'
import { browserStore } from '../documents/browserStore.ts'
import { frameNamed, stageOfJob } from '../documents/edit.ts'
import type { useJob } from './job.ts'

let server: JobServer
const opened = openedJob
const noteAt = (view: JobView | null) =>
  (view?.stages.find((s) => s.stage === 'measure')?.body as MeasureDocument | undefined)?.note
const mass = (value: number) => ({
  quantity: 'mass' as const,
  value,
  typed: String(value),
  methodId: 'scale',
  axisCm: null,
  purpose: 'measure' as const,
  supersedes: null,
})
/** Types a reading as the page does: the reading and its naming are one edit. */
function read(job: ReturnType<typeof useJob>, value: number): void {
  const row = job.newReading(mass(value))
  const { readingIds = [] } = job.documents.measure ?? {}
  job.save('measure', measure('', [...readingIds, row.id]), { readings: [row] })
}
/** Waits for something to be so. */
const becomes = (check: () => void) => vi.waitFor(check, { timeout: 60000 })
const massesOf = (id: string) => server.view(id).readings.map((r) => r.value)

beforeEach(() => {
  vi.stubGlobal('indexedDB', new IDBFactory())
  server = new JobServer()
  vi.stubGlobal('fetch', server.answer)
  vi.useFakeTimers({
    toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'Date'],
    shouldAdvanceTime: true,
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('an open job', () => {
  it('shows an edit at once and saves each as its own revision', async () => {
    const { job, outbox } = await opened()
    job.save('measure', measure('one'))
    job.save('measure', measure('two'))
    expect(noteAt(job.view)).toBe('two')
    expect(outbox.words).toBe('saving…')
    await job.flush()
    expect(server.job('j').stages.get('measure')!.revision).toBe(2)
    expect(noteAt(server.view())).toBe('two')
    expect(outbox.words).toBe('saved')
  })

  it('a reading and its naming in the stage are one request', async () => {
    const { job } = await opened()
    read(job, 320)
    await job.flush()
    expect(server.calls.filter((c) => !c.startsWith('GET'))).toEqual(['PUT stages/measure'])
    expect(job.picture!.measured.state.massG).toBe(320)
  })

  it('keeps the moment of typing, however late it is sent', async () => {
    const { job } = await opened()
    server.away = true
    vi.setSystemTime(new Date('2031-05-04T10:00:00Z'))
    read(job, 320)
    await job.flush()
    vi.setSystemTime(new Date('2031-05-04T14:00:00Z'))
    server.away = false
    await job.flush()
    expect(server.view().readings[0].takenAt).toBe('2031-05-04T10:00:00.000Z')
  })

  it('keeps edits while the server is away, over a reload, and sends them when it is back', async () => {
    let { job, outbox } = await opened()
    job.save('measure', measure('one'))
    await job.flush()
    server.away = true
    job.save('measure', measure('two'))
    await job.flush()
    expect(outbox.words).toContain('1 change kept here')
    await becomes(() => expect(outbox.state.kept).toBe(true))
    server.away = false
    ;({ job, outbox } = await opened())
    expect(noteAt(job.view)).toBe('two')
    await becomes(() => expect(outbox.words).toBe('saved'))
    expect(noteAt(server.view())).toBe('two')
  })

  it('does not take a lost answer for a conflict, whatever is looked up in between', async () => {
    const { job, outbox } = await opened()
    server.loseAnswer = true
    job.save('measure', measure('arrived'))
    await job.flush()
    expect(outbox.words).toContain('kept here')
    await job.flush()
    expect(outbox.words).toBe('saved')
    expect(server.job('j').stages.get('measure')!.revision).toBe(1)
    job.save('measure', measure('next'))
    await job.flush()
    expect(noteAt(server.view())).toBe('next')
  })

  it.each([
    ['mine', 'here'],
    ['theirs', 'there'],
  ] as const)(
    'asks when another window was first; keeping %s keeps “%s”, and nothing is thrown away',
    async (keep, note) => {
      const { job, outbox } = await opened()
      job.save('measure', measure('first'))
      await job.flush()
      server.save('measure', measure('there'))
      job.save('measure', measure('here'))
      await job.flush()
      expect(outbox.state.conflicts.map((c) => c.doc)).toEqual(['stage/j/measure'])
      expect(outbox.words).toBe('1 change to choose between')
      expect(noteAt(job.view)).toBe('here')
      expect(noteAt(server.view())).toBe('there')
      await outbox.settle('stage/j/measure', keep)
      await becomes(() => expect(noteAt(job.view)).toBe(note))
      expect(noteAt(server.view())).toBe(note)
      expect(outbox.words).toBe('saved')
      expect(outbox.state.aside).toHaveLength(keep === 'theirs' ? 1 : 0)
    },
  )

  it('a conflict in one stage holds nothing else back', async () => {
    const { job, outbox } = await opened()
    job.save('measure', measure('first'))
    await job.flush()
    server.save('measure', measure('there'))
    job.save('measure', measure('here'))
    job.saveTicket({ owner: 'Somebody' })
    await job.flush()
    expect(server.view().job.ticket.owner).toBe('Somebody')
    expect(outbox.words).toContain('to choose between')
  })

  it('says what the server refuses, keeps it, goes on, and never says “saved” beside it', async () => {
    const { job, outbox } = await opened()
    server.broken = [422]
    job.save('target', { way: 'hand', referenceId: null, school: null, lines: {}, also: {}, confirmed: [] })
    await job.flush()
    job.save('plan', { limits: OPEN_LIMITS, taken: null, byHand: false, cuts: [], locked: [] })
    await job.flush()
    expect(server.job('j').stages.has('plan')).toBe(true)
    expect(server.job('j').stages.has('target')).toBe(false)
    expect(outbox.words).toBe('1 change not accepted')
    const [put] = outbox.state.aside
    expect(put).toMatchObject({ about: 'Job 1, Target', aside: { why: 'refused', words: '422 server.failed' } })
    await outbox.again(put.id)
    expect(server.job('j').stages.has('target')).toBe(true)
    expect(outbox.words).toBe('saved')
  })

  it.each([500, 503, 408, 425, 429])('an answer of %d throws nothing away', async (status) => {
    const { job, outbox } = await opened()
    server.broken = [status, status]
    job.save('measure', measure('typed once'))
    await job.flush()
    expect(outbox.words).toContain('kept here')
    await becomes(() => expect(outbox.words).toBe('saved'))
    expect(noteAt(server.view())).toBe('typed once')
  })

  it('two quick presses of undo take two steps back', async () => {
    const { job } = await opened()
    for (const note of ['one', 'two', 'three']) job.save('measure', measure(note))
    await job.flush()
    await Promise.all([job.stepBack('measure', 'undo'), job.stepBack('measure', 'undo')])
    expect([noteAt(job.view), job.problem]).toEqual(['one', ''])
    expect(noteAt(server.view())).toBe('one')
  })

  it('undo waits for what is on its way, and says so when it cannot', async () => {
    const { job } = await opened()
    server.away = true
    job.save('measure', measure('one'))
    await job.stepBack('measure', 'undo')
    expect(job.problem).toContain('It is kept until then')
  })
})

describe('an outage with two customers', () => {
  it('every reading ends in its own job, none in the other’s', async () => {
    const { job } = await opened('alice')
    server.away = true
    for (let i = 0; i < 40; i++) read(job, 100 + i)
    // The other job's page, fetched before the server went away.
    server.away = false
    const opening = job.open('bob')
    server.away = true
    await opening.catch(() => undefined)
    server.away = false
    await job.open('bob')
    server.away = true
    for (let i = 0; i < 5; i++) read(job, 900 + i)
    server.away = false
    const next = await opened('alice')
    void next.job.open('bob')
    await becomes(() => expect(next.outbox.words).toBe('saved'))
    expect(massesOf('alice')).toEqual(Array.from({ length: 40 }, (_, i) => 100 + i))
    expect(massesOf('bob')).toEqual([900, 901, 902, 903, 904])
  })
  it('work on a job that is not open is sent all the same', async () => {
    const { job } = await opened('alice')
    server.away = true
    read(job, 301)
    await job.flush()
    server.away = false
    await job.open('bob')
    await becomes(() => expect(massesOf('alice')).toEqual([301]))
  })
  it('a late answer about one job is not drawn into another’s page', async () => {
    const { job } = await opened('alice')
    let land = () => {}
    const held = new Promise<void>((go) => (land = go))
    vi.stubGlobal('fetch', async (url: string, init?: { method?: string }) => {
      const answer = await server.answer(url, init)
      if (init?.method === 'PUT') await held
      return answer
    })
    job.save('measure', measure('for Alice'))
    await job.open('bob')
    land()
    await becomes(() => expect(noteAt(server.view('alice'))).toBe('for Alice'))
    await vi.advanceTimersByTimeAsync(50)
    expect(noteAt(job.view)).toBeUndefined()
  })
})

describe('what was typed in a window that is gone', () => {
  /** Another window typed this, stored it, and was closed before it was sent. */
  const left = (doc: string, content: unknown, expected = 0) =>
    browserStore('gone').put({
      id: crypto.randomUUID(),
      doc,
      window: 'gone',
      order: 1,
      expected,
      content,
      by: 'EK',
      typedAt: '2031-05-04T10:00:00.000Z',
      about: 'Job 1',
      aside: null,
    })
  const taken = (id: string, value: number) => ({ ...mass(value), id, by: 'EK', takenAt: '2031-05-04T10:00:00.000Z' })

  it('shows on a page that was open before, readings and all, and work goes on upon it', async () => {
    const { job, outbox } = await opened()
    await left(stageOfJob('j', 'measure'), { body: measure('', ['late']), used: {}, readings: [taken('late', 320)] })
    await vi.advanceTimersByTimeAsync(4100)
    await becomes(() => expect(job.picture!.measured.state.massG).toBe(320))
    await becomes(() => expect(massesOf('j')).toEqual([320]))
    read(job, 322)
    await job.flush()
    expect(outbox.words).toBe('saved')
    expect(massesOf('j')).toEqual([320, 322])
    expect(job.picture!.measured.state.massG).toBe(321)
  })

  it('shows at once while the server is away', async () => {
    const { job } = await opened()
    server.away = true
    await left(stageOfJob('j', 'measure'), { body: measure('typed late'), used: {}, readings: [] })
    await vi.advanceTimersByTimeAsync(4100)
    await becomes(() => expect(noteAt(job.view)).toBe('typed late'))
  })

  it('a frame’s new name is not written over by what this page does next', async () => {
    const { job } = await opened()
    await left(frameNamed('f-j'), { ...job.view!.frame, label: 'Renamed' }, 1)
    await vi.advanceTimersByTimeAsync(4100)
    await becomes(() => expect(server.job('j').frame.label).toBe('Renamed'))
    await becomes(() => expect(job.view!.frame).toMatchObject({ label: 'Renamed', revision: 2 }))
    job.saveFrame({ unit: '2 of 4' })
    await job.flush()
    expect(server.job('j').frame).toMatchObject({ label: 'Renamed', unit: '2 of 4' })
  })

  it('is on the page when it was saved while the page was on its way', async () => {
    await left(stageOfJob('j', 'measure'), { body: measure('', ['late']), used: {}, readings: [taken('late', 320)] })
    let sent = () => {}
    const saved = new Promise<void>((go) => (sent = go))
    let views = 0
    vi.stubGlobal('fetch', async (url: string, init?: { method?: string }) => {
      const answer = await server.answer(url, init)
      if (init?.method === 'PUT') sent()
      // The first look at the job is from before, and comes after.
      if (url === '/api/jobs/j' && ++views === 1) {
        await saved
        await vi.advanceTimersByTimeAsync(50)
      }
      return answer
    })
    const { job } = await opened()
    expect(job.picture!.measured.state.massG).toBe(320)
    expect(views).toBe(2)
  })
})

describe('a browser that keeps nothing', () => {
  it('sends all the same, and says that it keeps nothing while something waits', async () => {
    vi.stubGlobal('indexedDB', {
      open: () => {
        throw new DOMException('denied', 'SecurityError')
      },
    })
    const { job, outbox } = await opened()
    server.away = true
    job.save('measure', measure('typed'))
    await job.flush()
    await becomes(() => expect(outbox.words).toContain('only in this window'))
    server.away = false
    await job.flush()
    expect(noteAt(server.view())).toBe('typed')
    expect(outbox.words).toBe('saved')
  })
})

describe('changes of ticket and frame', () => {
  it('outlive an outage and a reload', async () => {
    const { job } = await opened()
    server.away = true
    job.saveTicket({ owner: 'Typed offline' })
    job.saveFrame({ label: 'Renamed offline' })
    await job.flush()
    server.away = false
    const next = await opened()
    expect([next.job.view!.job.ticket.owner, next.job.view!.frame.label]).toEqual(['Typed offline', 'Renamed offline'])
    await becomes(() => expect(next.outbox.words).toBe('saved'))
    expect([server.view().job.ticket.owner, server.view().frame.label]).toEqual(['Typed offline', 'Renamed offline'])
  })
  it('typed one upon the other are all kept, none is taken for another window’s', async () => {
    const { job, outbox } = await opened()
    const { geometry } = job.view!.frame
    job.saveFrame({ geometry: { ...geometry, mains: 1 } })
    job.saveFrame({ geometry: { ...job.view!.frame.geometry, mains: 18 } })
    job.saveFrame({ label: 'Renamed' })
    await job.flush()
    expect(server.calls.filter((c) => c === 'PUT frames')).toHaveLength(3)
    expect(server.job('j').frame).toMatchObject({ label: 'Renamed', geometry: { mains: 18 }, revision: 4 })
    expect([job.view!.frame.revision, job.view!.frame.label]).toEqual([4, 'Renamed'])
    expect(outbox.words).toBe('saved')
  })
})
