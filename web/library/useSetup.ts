import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { readFigure } from '#core/compare/libraryTable.ts'
import { combined, standardState, type Figure } from '#core/compare/setup.ts'
import { Problem } from '#core/problem.ts'
import { fromCore, QUANTITIES, unitFor, type Quantity } from '#core/quantities/units.ts'
import { type SportId, profileOf } from '#core/sports/sports.ts'
import {
  setupBodySchema,
  type Reference,
  type SetupBody,
  type SetupRevision,
  referenceSchema,
} from '#contract/library.ts'
import * as api from '../api/library.ts'
import { ApiProblem, problemText, read } from '../api/client.ts'
import { setupNamed } from '../documents/edit.ts'
import { useOutbox } from '../documents/useOutbox.ts'
import { messageOf } from '#contract/messages/job.ts'
import { useShop } from '../stores/shop.ts'

export type ReportBody = SetupBody['reports'][number]

/** A new report of a sport, as its frames are usually told of. */
export function newReport(sport: SportId): ReportBody {
  const { condition, axisCm } = standardState(profileOf(sport))
  return {
    id: crypto.randomUUID(),
    source: '',
    dated: '',
    grade: 'published',
    condition,
    axisCm,
    figures: { mass: null, balance: null, swingWeight: null, twistWeight: null },
    note: '',
  }
}

function newBody(sport: SportId): SetupBody {
  const profile = profileOf(sport)
  return {
    sport,
    name: '',
    kind: 'retail',
    style: '',
    painted: '',
    really: '',
    shape: profile.outlines[0].name,
    strings: '',
    geometry: { ...profile.geometry, ...profile.outlines[0].change },
    note: '',
    reports: [newReport(sport)],
  }
}

/** One setup of the library while it is looked at and changed: saved as it is changed, once it has a name. */
export function useSetup(id: string) {
  const shop = useShop()
  const outbox = useOutbox()
  const doc = setupNamed(id)
  const body = shallowRef<SetupBody | null>(null)
  const held = shallowRef<Reference | null>(null)
  const history = shallowRef<SetupRevision[]>([])
  const problem = ref('')
  const profile = computed(() => profileOf(body.value?.sport ?? 'tennis'))
  const units = computed(() => ({ ...shop.units, ...profile.value.units }))

  const plain = (r: Reference): SetupBody => setupBodySchema.parse(r)
  function shown(reference: Reference): void {
    held.value = reference
    body.value = plain(reference)
    shop.keep([reference])
  }
  async function load(): Promise<void> {
    await outbox.ready()
    const waiting = outbox.waitingFor(doc).at(-1)
    try {
      if (!shop.overview) await shop.load()
      await outbox.lookAt(
        (one) => one === doc,
        () => api.oneSetup(id),
        shown,
      )
      history.value = await api.setupHistory(id)
    } catch (error) {
      // A new one that has not reached the server yet is here.
      if (!waiting || (error instanceof ApiProblem && error.status !== 404)) problem.value = problemText(error)
    }
    if (waiting) body.value = waiting.content as SetupBody
  }
  function start(sport: SportId): void {
    body.value = newBody(sport)
  }
  const leave = [
    outbox.listen(
      (one) => one === doc,
      ({ saved }) => {
        held.value = read(referenceSchema, saved.answer)
        shop.keep([held.value])
        problem.value = ''
        void api.setupHistory(id).then(
          (found) => (history.value = found),
          () => undefined,
        )
      },
    ),
    outbox.onReload((one) => one === doc && void load()),
  ]
  onScopeDispose(() => leave.forEach((off) => off()))

  /** A change: here at once, at the server as soon as it answers. */
  function change(part: Partial<SetupBody>): void {
    body.value = { ...body.value!, ...part }
    const { name } = body.value
    if (name.trim() === '') return
    const seen = held.value?.revision ?? 0
    outbox.edit({ doc, seen, content: body.value, by: shop.initials, about: `Setup ${name}` })
  }
  const changeReport = (reportId: string, part: Partial<ReportBody>) =>
    change({ reports: body.value!.reports.map((r) => (r.id === reportId ? { ...r, ...part } : r)) })

  /** A figure or a range as typed. @returns what is wrong with it, or nothing */
  function typeFigure(report: ReportBody, quantity: Quantity, text: string): string {
    try {
      const figure = readFigure(text, quantity, unitFor(quantity, units.value), body.value!.geometry.lengthCm)
      changeReport(report.id, { figures: { ...report.figures, [quantity]: figure } })
      return ''
    } catch (error) {
      if (error instanceof Problem) return messageOf(error)
      throw error
    }
  }
  function writeFigure(figure: Figure | null, quantity: Quantity): string {
    if (!figure) return ''
    const unit = unitFor(quantity, units.value)
    const text = (v: number) => String(Number(fromCore(v, unit, body.value!.geometry.lengthCm).toFixed(2)))
    const mark = unit === 'points' ? ' HL' : ''
    return figure.low === figure.high
      ? `${text(figure.low)}${mark}`
      : `${text(figure.low)} to ${text(figure.high)}${mark}`
  }

  /** What all reports come to together, in the sport's usual state. */
  const together = computed(() => body.value && combined(body.value, standardState(profile.value), profile.value))
  const known = computed(() => body.value?.reports.some((r) => QUANTITIES.some((q) => r.figures[q] !== null)) ?? false)

  async function settle(run: () => Promise<Reference>): Promise<void> {
    if (!(await outbox.settled(doc))) {
      problem.value = 'What you changed here is not saved yet; it is kept. This works again when it is.'
      return
    }
    try {
      shown(await run())
      history.value = await api.setupHistory(id)
      problem.value = ''
    } catch (error) {
      problem.value = problemText(error)
    }
  }
  const retire = (retired: boolean) => settle(() => api.retireSetup(held.value!, retired, shop.initials))
  const merge = (from: string) => settle(() => api.mergeSetups(held.value!, from, shop.initials))
  /** An earlier revision becomes the newest. */
  const goBack = (revision: SetupRevision) =>
    settle(() => api.saveSetup(id, revision.body, held.value!.revision, shop.initials))

  return {
    body,
    held,
    history,
    problem,
    profile,
    units,
    together,
    known,
    load,
    start,
    change,
    changeReport,
    typeFigure,
    writeFigure,
    retire,
    merge,
    goBack,
  }
}
