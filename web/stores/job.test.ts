// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { OPEN_LIMITS } from '#core/plan/request.ts'
import { tennis } from '#core/sports/tennis.ts'
import { NOTHING_ON } from '#core/frame/condition.ts'
import type { MeasureBody } from '#core/job/bodies.ts'
import type { JobView, SavedStage } from '#contract/entities.ts'
import { useJob } from './job.ts'
import { useShop } from './shop.ts'

/** A small server in memory, with revisions as the real one keeps them. */
class Shop {
  stages = new Map<string, SavedStage>()
  readings: JobView['readings'] = []
  away = false
  loseAnswer = false
  calls: string[] = []

  view(): JobView {
    return {
      job: {
        id: 'j',
        number: 1,
        kind: 'job',
        frameId: 'f',
        ticket: { owner: '', due: '', price: '', strings: '', returnToOriginal: false },
        createdAt: '',
        revision: 1,
      },
      frame: {
        id: 'f',
        label: 'Frame',
        maker: '',
        model: '',
        unit: '',
        playerId: null,
        geometry: tennis.geometry,
        sport: 'tennis',
        ownStrings: null,
        revision: 1,
      },
      stages: [...this.stages.values()],
      readings: this.readings,
      taken: {},
    }
  }
  frameRevision = 1
  frame: Record<string, unknown> = {}
  save(stage: string, body: unknown, used = {}): SavedStage {
    const revision = (this.stages.get(stage)?.revision ?? 0) + 1
    const saved = { stage, revision, body, used, at: '', by: '', canUndo: revision > 1, canRedo: false } as SavedStage
    this.stages.set(stage, saved)
    return saved
  }
  answer = async (url: string, init?: { method?: string; body?: string }): Promise<Response> => {
    if (this.away) throw new TypeError('no network')
    const path = url.replace('/api/jobs/j', '')
    if (path === '/api/frames/f') {
      const sent = JSON.parse(init!.body!)
      this.calls.push(`frame ${sent.revision}`)
      if (sent.revision !== this.frameRevision)
        return new Response(JSON.stringify({ error: { code: 'edit.stale', path: '', data: {}, message: 'stale' } }), {
          status: 409,
        })
      this.frame = { ...sent, revision: ++this.frameRevision }
      return new Response(JSON.stringify(this.frame))
    }
    const method = init?.method ?? 'GET'
    this.calls.push(`${method} ${path}`)
    const body = init?.body ? JSON.parse(init.body) : null
    const json = (data: unknown, status = 200) =>
      new Response(JSON.stringify(data), { status, headers: { 'content-type': 'application/json' } })
    if (method === 'GET') return json(this.view())
    if (path === '/readings') {
      if (!this.readings.some((r) => r.id === body.id)) this.readings.push({ ...body, takenAt: '' })
      return json(body, 201)
    }
    const stage = path.split('/')[2]
    if ((this.stages.get(stage)?.revision ?? 0) !== body.expected) {
      return json({ error: { code: 'edit.stale', path: '', data: {}, message: 'stale' } }, 409)
    }
    const saved = this.save(stage, body.body, body.used)
    if (this.loseAnswer) {
      this.loseAnswer = false
      throw new TypeError('the answer was lost')
    }
    return json(saved)
  }
}

const measure = (note: string, readingIds: string[] = []): MeasureBody => ({
  condition: { ...NOTHING_ON, stringsG: 16, grip: 'base', overgrips: 1 },
  axisCm: 10.16,
  readingIds,
  confirmedIds: [],
  inspection: 'sound',
  findings: [],
  photoIds: [],
  claimId: null,
  note,
})
let server: Shop
async function opened() {
  setActivePinia(createPinia())
  useShop().loaded = true
  const job = useJob()
  await job.open('j')
  return job
}
const noteAt = (view: JobView | null) =>
  (view?.stages.find((s) => s.stage === 'measure')?.body as MeasureBody | undefined)?.note

beforeEach(() => {
  localStorage.clear()
  server = new Shop()
  vi.stubGlobal('fetch', server.answer)
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('an open job', () => {
  it('shows an edit at once and saves each as its own revision', async () => {
    const job = await opened()
    job.save('measure', measure('one'))
    job.save('measure', measure('two'))
    expect(noteAt(job.view)).toBe('two')
    expect(job.saveState).toBe('saving')
    await job.flush()
    expect(server.stages.get('measure')!.revision).toBe(2)
    expect(noteAt(server.view())).toBe('two')
    expect(job.saveState).toBe('saved')
    expect(localStorage.length).toBe(0)
  })

  it('sends a reading before the stage that names it', async () => {
    const job = await opened()
    const id = job.addReading({
      quantity: 'mass',
      value: 320,
      typed: '320',
      methodId: 'scale',
      axisCm: null,
      purpose: 'measure',
      supersedes: null,
    })
    job.save('measure', measure('', [id]))
    await job.flush()
    const writes = server.calls.filter((c) => !c.startsWith('GET'))
    expect(writes).toEqual(['POST /readings', 'PUT /stages/measure'])
    expect(job.picture!.measured.state.massG).toBe(320)
  })

  it('keeps edits while the server is away, over a reload, and sends them when it is back', async () => {
    let job = await opened()
    job.save('measure', measure('one'))
    await job.flush()
    server.away = true
    job.save('measure', measure('two'))
    await job.flush()
    expect(job.saveState).toBe('offline')
    server.away = false
    job = await opened()
    expect(noteAt(job.view)).toBe('two')
    await job.flush()
    expect(noteAt(server.view())).toBe('two')
    expect(job.saveState).toBe('saved')
  })

  it('does not take a lost answer for a conflict', async () => {
    const job = await opened()
    server.loseAnswer = true
    job.save('measure', measure('arrived'))
    await job.flush()
    expect(job.saveState).toBe('offline')
    await job.flush()
    expect(job.conflict).toBeNull()
    expect(job.saveState).toBe('saved')
    expect(server.stages.get('measure')!.revision).toBe(1)
    job.save('measure', measure('next'))
    await job.flush()
    expect(noteAt(server.view())).toBe('next')
  })

  it.each([
    ['mine', 'here'],
    ['theirs', 'there'],
  ] as const)('asks when another window was first; keeping %s keeps “%s”', async (keep, note) => {
    const job = await opened()
    job.save('measure', measure('first'))
    await job.flush()
    server.save('measure', measure('there'))
    job.save('measure', measure('here'))
    await job.flush()
    expect(job.conflict?.stage).toBe('measure')
    expect(noteAt(job.view)).toBe('here')
    expect(noteAt(server.view())).toBe('there')
    await job.settle(keep)
    expect(job.conflict).toBeNull()
    expect(noteAt(job.view)).toBe(note)
    expect(noteAt(server.view())).toBe(note)
  })

  it('says what the server refuses, and goes on', async () => {
    const job = await opened()
    vi.stubGlobal('fetch', async (url: string, init?: { method?: string; body?: string }) =>
      url.includes('/stages/target')
        ? new Response(
            JSON.stringify({
              error: { code: 'field.invalid', path: 'lines.mass', data: {}, message: 'Not accepted.' },
            }),
            { status: 422 },
          )
        : server.answer(url, init),
    )
    job.save('target', { way: 'hand', referenceId: null, school: null, lines: {}, also: {}, confirmed: [] })
    job.save('plan', { limits: OPEN_LIMITS, taken: null, byHand: false, cuts: [], locked: [] })
    await job.flush()
    expect(job.refused).toBe('Not accepted.')
    expect(server.stages.has('plan')).toBe(true)
    expect(server.stages.has('target')).toBe(false)
  })
})

describe('changes of the frame', () => {
  it('typed one upon the other are all kept, none is taken for another window’s', async () => {
    const job = await opened()
    const { geometry } = job.view!.frame
    const first = job.saveFrame({ geometry: { ...geometry, mains: 1 } })
    const second = job.saveFrame({ geometry: { ...job.view!.frame.geometry, mains: 18 } })
    const third = job.saveFrame({ label: 'Renamed' })
    await Promise.all([first, second, third])
    expect(server.calls.filter((c) => c.startsWith('frame'))).toEqual(['frame 1', 'frame 2', 'frame 3'])
    expect(server.frame).toMatchObject({ label: 'Renamed', geometry: { mains: 18 } })
    expect([job.view!.frame.revision, job.view!.frame.label]).toEqual([4, 'Renamed'])
    expect(job.refused).toBe('')
  })
})
