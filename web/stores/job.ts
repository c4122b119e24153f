import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { withPieces } from '#core/frame/pieces.ts'
import type { FrameState } from '#core/frame/state.ts'
import type { StageBodies } from '#core/job/bodies.ts'
import { pictureOf, type JobPicture } from '#core/job/picture.ts'
import type { Facts, Stage } from '#core/job/stages.ts'
import { piecesOfAll, type Cut } from '#core/plan/cut.ts'
import type { Material } from '#core/plan/material.ts'
import { profileOf } from '#core/sports/sports.ts'
import {
  readingSchema,
  type Frame,
  type JobRow,
  type JobView,
  type NewReading,
  type SavedStage,
  type StoredReadingRow,
} from '#contract/entities.ts'
import { ApiProblem, call, problemText, Unreachable } from '../api/client.ts'
import { afterSaved, loadWaiting, sameContent, storeWaiting, type Waiting } from '../api/outbox.ts'
import { useShop } from './shop.ts'

export interface Conflict {
  stage: Stage
  mine: { body: unknown; used: Facts }
}

const SAVE_DELAY_MS = 250
const RETRY_MS = 3000

/** The open job: its stored record, what follows from it, and what is still on its way to the server. */
export const useJob = defineStore('job', () => {
  const shop = useShop()
  const view = shallowRef<JobView | null>(null)
  const waiting = shallowRef<Waiting[]>([])
  const saveState = ref<'saved' | 'saving' | 'offline'>('saved')
  const conflict = shallowRef<Conflict | null>(null)
  const refused = ref('')
  /** Cuts under the hand while they are being dragged; null when nothing moves. */
  const liveCuts = shallowRef<Cut[] | null>(null)
  /** The fitter wants the rest worked out anew around a piece in hand. */
  const restFollows = ref(false)
  /** The rest lies as a good plan put it: the proven one takes its place when it is there. */
  const settleRest = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined
  let flushing: Promise<void> | null = null

  const bodies = computed<Partial<StageBodies>>(() =>
    Object.fromEntries((view.value?.stages ?? []).map((s) => [s.stage, s.body])),
  )
  /** The drawer as this job finds it: what its own signed build took counts as there, what was put away does not. */
  const drawer = computed<Material[]>(() =>
    shop.materials.map((m) => ({ ...m, stock: m.retired ? 0 : m.stock + (view.value?.taken[m.id] ?? 0) })),
  )
  const picture = computed<JobPicture | null>(() => {
    if (!view.value) return null
    const used = Object.fromEntries(view.value.stages.map((s) => [s.stage, s.used])) as Partial<Record<Stage, Facts>>
    return pictureOf({
      profile: profileOf(view.value.frame.sport),
      ownStrings: view.value.frame.ownStrings,
      geometry: view.value.frame.geometry,
      bodies: bodies.value,
      used,
      readings: view.value.readings,
      references: shop.references,
      materials: drawer.value,
    })
  })
  const profile = computed(() => profileOf(view.value?.frame.sport ?? 'tennis'))
  const cuts = computed<Cut[]>(() => liveCuts.value ?? bodies.value.plan?.cuts ?? [])
  /** The frame with the cuts as they lie now, dragged ones included. */
  const planned = computed<FrameState | null>(() => {
    const p = picture.value
    if (!p || p.measured.state.massG === null) return null
    if (!liveCuts.value) return p.planned
    return withPieces(p.measured.state, piecesOfAll(liveCuts.value, p.materials, p.work), p.work.geometry)
  })

  function stageOf(stage: Stage): SavedStage | null {
    return view.value?.stages.find((s) => s.stage === stage) ?? null
  }

  function putStage(saved: SavedStage): void {
    const stages = view.value!.stages.filter((s) => s.stage !== saved.stage)
    view.value = { ...view.value!, stages: [...stages, saved] }
  }

  async function open(id: string): Promise<void> {
    if (view.value?.job.id === id && waiting.value.length > 0) await flush()
    view.value = await call<JobView>('GET', `/jobs/${id}`)
    shop.sportUnits = profileOf(view.value.frame.sport).units
    conflict.value = null
    refused.value = ''
    liveCuts.value = null
    waiting.value = loadWaiting(id)
    for (const item of waiting.value) applyLocally(item)
    if (waiting.value.length > 0) void flush()
  }

  function applyLocally(item: Waiting): void {
    if (!view.value) return
    if (item.kind === 'reading') {
      if (view.value.readings.some((r) => r.id === item.reading.id)) return
      const row = readingSchema.parse({ takenAt: new Date().toISOString(), ...item.reading })
      view.value = { ...view.value, readings: [...view.value.readings, row] }
      return
    }
    const held = stageOf(item.stage)
    putStage({
      stage: item.stage,
      revision: held?.revision ?? 0,
      body: item.body,
      used: item.used,
      at: new Date().toISOString(),
      by: shop.initials,
      canUndo: held?.canUndo ?? false,
      canRedo: false,
    })
  }

  function enqueue(item: Waiting): void {
    applyLocally(item)
    waiting.value = [...waiting.value, item]
    storeWaiting(view.value!.job.id, waiting.value)
    saveState.value = 'saving'
    clearTimeout(timer)
    timer = setTimeout(() => void flush(), SAVE_DELAY_MS)
  }

  /**
   * Saves a stage: at once here, soon at the server. Facts are those that hold with the new content, so that the stage is up
   * to date; pass `keepUsed` for edits that do not re-derive it.
   */
  function save<S extends Stage>(stage: S, body: StageBodies[S], keepUsed = false): void {
    const held = stageOf(stage)
    const expected = held?.revision ?? 0
    applyLocally({ kind: 'stage', stage, expected, body, used: held?.used ?? {} })
    const used = keepUsed && held ? held.used : picture.value!.facts[stage]
    enqueue({ kind: 'stage', stage, expected, body: JSON.parse(JSON.stringify(body)), used })
  }

  /** @param id given when the reading has one already, as from an instrument */
  function addReading(reading: Omit<NewReading, 'id' | 'by'>, id: string = crypto.randomUUID()): string {
    enqueue({ kind: 'reading', reading: { ...reading, id, by: shop.initials } })
    return id
  }

  /** Many readings in one request, all or none; needs the server. @returns their ids */
  async function addMany(readings: readonly (Omit<NewReading, 'id' | 'by'> & { by?: string })[]): Promise<string[]> {
    await flush()
    const rows = readings.map((r) => ({ ...r, id: crypto.randomUUID(), by: r.by || shop.initials }))
    const saved = await call<StoredReadingRow[]>('POST', `/jobs/${view.value!.job.id}/readings/bulk`, rows)
    view.value = { ...view.value!, readings: [...view.value!.readings, ...saved] }
    return rows.map((r) => r.id)
  }

  function flush(): Promise<void> {
    clearTimeout(timer)
    if (!view.value) return Promise.resolve()
    flushing ??= sendAll().finally(() => (flushing = null))
    return flushing
  }

  async function sendAll(): Promise<void> {
    const jobId = view.value!.job.id
    while (waiting.value.length > 0 && !conflict.value) {
      const item = waiting.value[0]
      try {
        saveState.value = 'saving'
        if (item.kind === 'reading') await call('POST', `/jobs/${jobId}/readings`, item.reading)
        else await sendStage(jobId, item)
        dropFirst(jobId, item)
      } catch (error) {
        if (error instanceof ApiProblem && error.status === 409 && item.kind === 'stage') {
          if (await alreadyThere(jobId, item)) dropFirst(jobId, item)
          else conflict.value = { stage: item.stage, mine: latestOf(item) }
        } else if (error instanceof Unreachable) {
          saveState.value = 'offline'
          timer = setTimeout(() => void flush(), RETRY_MS)
          return
        } else {
          // The server will never take this: say so beside the page and go on; the text stays on the screen.
          refused.value = problemText(error)
          dropFirst(jobId, item)
        }
      }
    }
    saveState.value = 'saved'
  }

  async function sendStage(jobId: string, item: Extract<Waiting, { kind: 'stage' }>): Promise<void> {
    const saved = await call<SavedStage>('PUT', `/jobs/${jobId}/stages/${item.stage}`, {
      expected: item.expected,
      body: item.body,
      used: item.used,
      by: shop.initials,
    })
    const later = waiting.value.some((w) => w !== item && w.kind === 'stage' && w.stage === item.stage)
    waiting.value = afterSaved(waiting.value, item, saved.revision)
    const held = stageOf(item.stage)
    putStage(later && held ? { ...saved, body: held.body, used: held.used } : saved)
    if (item.stage === 'check') await seeDrawer()
  }

  /** A signature takes pieces out of the drawer, undoing it puts them back. */
  async function seeDrawer(): Promise<void> {
    const { taken } = await call<JobView>('GET', `/jobs/${view.value!.job.id}`)
    view.value = { ...view.value!, taken }
    await shop.loadDrawer()
  }

  /** What was last typed into a stage: later edits that wait hold all of the earlier ones. */
  function latestOf(item: Extract<Waiting, { kind: 'stage' }>): Conflict['mine'] {
    const last = waiting.value.findLast((w) => w.kind === 'stage' && w.stage === item.stage) as typeof item
    return { body: last.body, used: last.used }
  }

  /** A save whose answer was lost on the way is no conflict: the server holds just this. */
  async function alreadyThere(jobId: string, item: Extract<Waiting, { kind: 'stage' }>): Promise<boolean> {
    const theirs = (await call<JobView>('GET', `/jobs/${jobId}`)).stages.find((s) => s.stage === item.stage)
    if (!theirs || !sameContent(theirs.body, item.body)) return false
    waiting.value = afterSaved(waiting.value, item, theirs.revision)
    if (latestOf(item).body === item.body) putStage(theirs)
    return true
  }

  function dropFirst(jobId: string, item: Waiting): void {
    waiting.value = waiting.value.filter((w) => w !== item)
    storeWaiting(jobId, waiting.value)
  }

  /** Settles a stale edit: keep what was typed here, or take what the other window saved. Both stay in the history. */
  async function settle(keep: 'mine' | 'theirs'): Promise<void> {
    const { stage, mine } = conflict.value!
    const jobId = view.value!.job.id
    const fresh = await call<JobView>('GET', `/jobs/${jobId}`)
    waiting.value = waiting.value.filter((w) => !(w.kind === 'stage' && w.stage === stage))
    const theirs = fresh.stages.find((s) => s.stage === stage)!
    view.value = {
      ...fresh,
      stages: fresh.stages.map((s) =>
        stageOf(s.stage) && s.stage !== stage && waiting.value.some((w) => w.kind === 'stage' && w.stage === s.stage)
          ? stageOf(s.stage)!
          : s,
      ),
    }
    if (keep === 'mine') {
      waiting.value = [
        { kind: 'stage', stage, expected: theirs.revision, body: mine.body, used: mine.used },
        ...waiting.value,
      ]
      applyLocally(waiting.value[0])
    }
    storeWaiting(jobId, waiting.value)
    conflict.value = null
    await flush()
  }

  async function stepBack(stage: Stage, way: 'undo' | 'redo'): Promise<void> {
    await flush()
    const held = stageOf(stage)
    if (!held || !(way === 'undo' ? held.canUndo : held.canRedo)) return
    try {
      putStage(
        await call<SavedStage>('POST', `/jobs/${view.value!.job.id}/stages/${stage}/${way}`, {
          expected: held.revision,
          by: shop.initials,
        }),
      )
      if (stage === 'check') await seeDrawer()
    } catch (error) {
      refused.value = problemText(error)
      await open(view.value!.job.id)
    }
  }

  /** What the ticket says; a stale one is fetched anew and said so, with what was typed still on the screen. */
  async function saveTicket(change: Partial<JobRow['ticket']>): Promise<void> {
    const { job } = view.value!
    try {
      const saved = await call<JobRow>('PUT', `/jobs/${job.id}/ticket`, {
        ticket: { ...job.ticket, ...change },
        expected: job.revision,
      })
      view.value = { ...view.value!, job: saved }
    } catch (error) {
      refused.value = problemText(error)
      if (error instanceof ApiProblem && error.status === 409) {
        const fresh = await call<JobView>('GET', `/jobs/${job.id}`)
        view.value = { ...view.value!, job: fresh.job }
      }
    }
  }

  /** A change of the frame: at once here, one after the other at the server; a stale one is fetched anew and said so. */
  function saveFrame(change: Partial<Frame>): Promise<void> {
    view.value = { ...view.value!, frame: { ...view.value!.frame, ...change } }
    frameSaving = frameSaving.then(sendFrame)
    return frameSaving
  }
  let frameSaving: Promise<void> = Promise.resolve()
  async function sendFrame(): Promise<void> {
    const { frame } = view.value!
    try {
      const { revision } = await call<Frame>('PUT', `/frames/${frame.id}`, frame)
      if (view.value?.frame.id === frame.id) view.value = { ...view.value, frame: { ...view.value.frame, revision } }
    } catch (error) {
      refused.value = problemText(error)
      if (error instanceof ApiProblem && view.value?.frame.id === frame.id) {
        const fresh = await call<JobView>('GET', `/jobs/${view.value.job.id}`)
        view.value = { ...view.value, frame: fresh.frame }
      }
    }
  }

  return {
    view,
    bodies,
    picture,
    drawer,
    profile,
    cuts,
    planned,
    liveCuts,
    restFollows,
    settleRest,
    saveState,
    conflict,
    refused,
    waiting,
    open,
    save,
    addReading,
    addMany,
    flush,
    settle,
    stepBack,
    stageOf,
    saveFrame,
    saveTicket,
  }
})
