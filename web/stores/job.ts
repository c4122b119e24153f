import { firstIssue } from '#contract/fields.ts'
import { defineStore } from 'pinia'
import { jobInputOf } from '#contract/jobInput.ts'
import { computed, ref, shallowRef } from 'vue'
import type { z } from 'zod'
import { withPieces } from '#core/frame/pieces.ts'
import type { FrameState } from '#core/frame/state.ts'
import type { StageDocuments } from '#core/job/documents.ts'
import { deriveJob, type DerivedJob } from '#core/job/derive.ts'
import { STAGES, type Stage } from '#core/job/stages.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { piecesOfAll } from '#core/cuts/pieces.ts'
import type { Material } from '#core/cuts/material.ts'
import { profileOf } from '#core/sports/sports.ts'
import {
  documentsOf,
  documentSchemas,
  frameSchema,
  jobViewSchema,
  mayBeEmptied,
  readingSchema,
  type Frame,
  type JobRow,
  type JobView,
  type NewReading,
  type SavedStage,
  savedStageSchema,
  jobRowSchema,
} from '#contract/entities.ts'
import { call, problemText, read } from '../api/client.ts'
import {
  frameNamed,
  nameParts,
  stageOfJob,
  ticketOfJob,
  type DocumentName,
  type StageContent,
} from '../documents/edit.ts'
import { useOutbox } from '../documents/useOutbox.ts'
import { STAGE_NAMES } from '#contract/messages/job.ts'
import { useShop } from './shop.ts'

export interface SaveOptions {
  /** Readings that the content names for the first time: they are stored with it, or not at all. */
  readings?: readonly NewReading[]
  /** For edits that do not work the stage out anew. */
  keepUsed?: boolean
}

/** What keeps a content from being stored, in words: looked at before anything is worked out from it. */
function wrongWith(schema: z.ZodType, content: unknown): string {
  const parsed = schema.safeParse(content)
  return parsed.success ? '' : firstIssue(parsed.error).message
}

/** The open job: its stored record with all that waits for the server laid over it, and what follows from it. */
export const useJob = defineStore('job', () => {
  const shop = useShop()
  const outbox = useOutbox()
  const view = shallowRef<JobView | null>(null)
  /** What went wrong with something other than saving, in words. */
  const problem = ref('')
  /** Cuts under the hand while they are being dragged; null when nothing moves. */
  const liveCuts = shallowRef<Cut[] | null>(null)
  /** The fitter wants the rest worked out anew around a piece in hand. */
  const restFollows = ref(false)
  /** The rest lies as a good plan put it: the proven one takes its place when it is there. */
  const settleRest = ref(false)

  const documents = computed<Partial<StageDocuments>>(() => documentsOf(view.value?.stages ?? []))
  const picture = computed<DerivedJob | null>(
    () => view.value && deriveJob(jobInputOf(view.value, shop.materials, shop.references)),
  )
  const drawer = computed<Material[]>(() => picture.value?.drawer ?? [])
  const profile = computed(() => profileOf(view.value?.frame.sport ?? 'tennis'))
  const cuts = computed<Cut[]>(() => liveCuts.value ?? documents.value.plan?.cuts ?? [])
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

  /** Which opening is the latest: the answer to an earlier one is for a page that is gone. */
  let opening = 0
  async function open(id: string): Promise<void> {
    const mine = ++opening
    await outbox.lookAt(
      (doc) => nameParts(doc).id === id || nameParts(doc).kind === 'frame',
      () => call(jobViewSchema, 'GET', `/jobs/${encodeURIComponent(id)}`),
      (answer) => {
        if (mine !== opening) return
        view.value = answer
        shop.sportUnits = profileOf(answer.frame.sport).units
        shop.unitsFor(id)
        problem.value = ''
        liveCuts.value = null
        layOver()
      },
    )
  }
  outbox.onReload((doc) => {
    if (!view.value || !belongs(doc)) return
    // At once what is here, whether or not the server answers.
    layOver()
    void open(view.value.job.id).catch((error) => (problem.value = problemText(error)))
  })

  const names = (id: string, frameId: string) => [
    ...STAGES.map((stage) => stageOfJob(id, stage)),
    ticketOfJob(id),
    frameNamed(frameId),
  ]
  const belongs = (doc: DocumentName) =>
    view.value !== null && names(view.value.job.id, view.value.job.frameId).includes(doc)

  /** What waits, in place of what is older. */
  function layOver(): void {
    const { job, frame } = view.value!
    for (const stage of STAGES)
      for (const { content, typedAt } of outbox.waitingFor(stageOfJob(job.id, stage)))
        showStage(stage, content as StageContent, typedAt)
    const ticket = outbox.waitingFor(ticketOfJob(job.id)).at(-1)
    if (ticket) showTicket(ticket.content as JobRow['ticket'])
    const held = outbox.waitingFor(frameNamed(frame.id)).at(-1)
    if (held) view.value = { ...view.value!, frame: { ...(held.content as Frame), revision: frame.revision } }
  }
  const showTicket = (ticket: JobRow['ticket']) => {
    view.value = { ...view.value!, job: { ...view.value!.job, ticket } }
  }

  /** Shows a stage’s new content with the readings that came with it. */
  function showStage(stage: Stage, { body, used, readings }: StageContent, at: string): void {
    const held = stageOf(stage)
    const there = new Set(view.value!.readings.map((r) => r.id))
    const rows = readings.filter((r) => !there.has(r.id)).map((r) => readingSchema.parse({ takenAt: at, ...r }))
    if (rows.length > 0) view.value = { ...view.value!, readings: [...view.value!.readings, ...rows] }
    putStage(
      read(savedStageSchema, {
        stage,
        revision: held?.revision ?? 0,
        body,
        used,
        at,
        by: shop.initials,
        canUndo: held ? held.revision > 0 || held.canUndo : mayBeEmptied(stage),
        canRedo: false,
      }),
    )
  }

  /**
   * Saves a stage: at once here, at the server as soon as it answers. Facts are those that hold with the new content, so that
   * the stage is up to date.
   */
  function save<S extends Stage>(
    stage: S,
    body: StageDocuments[S],
    { readings = [], keepUsed = false }: SaveOptions = {},
  ): void {
    const held = stageOf(stage)
    const at = new Date().toISOString()
    const wrong = wrongWith(documentSchemas[stage], body)
    problem.value = wrong && `${STAGE_NAMES[stage]}: this was not taken: ${wrong}.`
    if (wrong) return
    showStage(stage, { body, used: held?.used ?? {}, readings: [...readings] }, at)
    const used = keepUsed && held ? held.used : picture.value!.dependencies[stage]
    const content: StageContent = { body: JSON.parse(JSON.stringify(body)), used, readings: [...readings] }
    showStage(stage, content, at)
    const { id, number } = view.value!.job
    outbox.edit({
      doc: stageOfJob(id, stage),
      seen: held?.revision ?? 0,
      content,
      by: shop.initials,
      about: `Job ${number}, ${STAGE_NAMES[stage]}`,
    })
  }

  /**
   * A reading as it was taken just now, to be saved with the stage that names it.
   * @param id given when the reading has one already, as from an instrument
   */
  function newReading(
    reading: Omit<NewReading, 'id' | 'by'> & { by?: string },
    id: string = crypto.randomUUID(),
  ): NewReading {
    return { takenAt: new Date().toISOString(), ...reading, id, by: reading.by || shop.initials }
  }

  /** @returns whether the server has everything of this job */
  async function flush(): Promise<boolean> {
    if (!view.value) return true
    const { job, frame } = view.value
    const sent = await Promise.all(names(job.id, frame.id).map((doc) => outbox.settled(doc)))
    return sent.every(Boolean)
  }

  outbox.listen(belongs, ({ doc, saved }) => {
    const { kind, stage } = nameParts(doc)
    if (kind === 'stage') void stageSaved(stage!, read(savedStageSchema, saved.answer), saved.more)
    else if (kind === 'ticket') {
      const job = read(jobRowSchema, saved.answer)
      view.value = { ...view.value!, job: saved.more ? { ...view.value!.job, revision: job.revision } : job }
    } else view.value = { ...view.value!, frame: { ...view.value!.frame, revision: saved.revision } }
  })
  async function stageSaved(stage: Stage, saved: SavedStage, more: boolean): Promise<void> {
    const held = stageOf(stage)
    putStage(more && held ? { ...saved, body: held.body, used: held.used } : saved)
    if (stage === 'check') await seeDrawer()
  }

  /** A signature takes pieces out of the drawer, undoing it puts them back. */
  async function seeDrawer(): Promise<void> {
    const { id } = view.value!.job
    const { taken } = await call(jobViewSchema, 'GET', `/jobs/${id}`)
    if (view.value?.job.id === id) view.value = { ...view.value, taken }
    await shop.loadDrawer()
  }

  /** Steps go one after the other: two quick presses take two steps back, from where the one before them left off. */
  let stepped: Promise<void> = Promise.resolve()
  const stepBack = (stage: Stage, way: 'undo' | 'redo'): Promise<void> => {
    const { id } = view.value!.job
    stepped = stepped.then(() => stepOnce(id, stage, way))
    return stepped
  }
  async function stepOnce(id: string, stage: Stage, way: 'undo' | 'redo'): Promise<void> {
    if (view.value?.job.id !== id) return
    problem.value = ''
    if (!(await outbox.settled(stageOfJob(id, stage)))) {
      problem.value = `${way === 'undo' ? 'Undo' : 'Redo'} works again when what you changed here is saved. It is kept until then.`
      return
    }
    const held = stageOf(stage)
    if (!held || !(way === 'undo' ? held.canUndo : held.canRedo)) return
    try {
      const saved = await call(savedStageSchema, 'POST', `/jobs/${id}/stages/${stage}/${way}`, {
        expected: held.revision,
        by: shop.initials,
      })
      if (view.value?.job.id !== id) return
      putStage(saved)
      if (stage === 'check') await seeDrawer()
    } catch (error) {
      if (view.value?.job.id === id) await open(id).catch(() => undefined)
      problem.value = problemText(error)
    }
  }

  /** A change of what the ticket says. */
  function saveTicket(change: Partial<JobRow['ticket']>): void {
    const { id, number, revision, ticket } = view.value!.job
    const content = { ...ticket, ...change }
    showTicket(content)
    outbox.edit({ doc: ticketOfJob(id), seen: revision, content, by: shop.initials, about: `Job ${number}, ticket` })
  }

  /** A change of the frame. */
  function saveFrame(change: Partial<Frame>): void {
    const frame = { ...view.value!.frame, ...change }
    const wrong = wrongWith(frameSchema, frame)
    problem.value = wrong && `The frame: this was not taken: ${wrong}.`
    if (wrong) return
    view.value = { ...view.value!, frame }
    outbox.edit({
      doc: frameNamed(frame.id),
      seen: frame.revision,
      content: frame,
      by: shop.initials,
      about: `Frame ${frame.label}`,
    })
  }

  return {
    view,
    documents,
    picture,
    drawer,
    profile,
    cuts,
    planned,
    liveCuts,
    restFollows,
    settleRest,
    problem,
    open,
    save,
    newReading,
    flush,
    stepBack,
    stageOf,
    saveFrame,
    saveTicket,
  }
})
