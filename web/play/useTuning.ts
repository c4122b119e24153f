import { computed } from 'vue'
import { estimateOf } from '#core/frame/state.ts'
import { changeBetween, feltBetween } from '#core/compare/change.ts'
import { cutsOn, doneOn, fasterBy, stuckOn, tuningOf } from '#core/job/tuning.ts'
import { Problem } from '#core/problem.ts'
import { playedState } from '#core/targets/frameNow.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import { unitMark, writeDifference, writeSpread, writeValue } from '#core/quantities/write.ts'
import { handWork, stateOf, waysOf } from '#core/tuning/doses.ts'
import {
  BUILT,
  EMPTY_PLAY,
  emptySession,
  type PlayDocument,
  type PlaySession,
  type SchoolId,
  type TunedSetup,
} from '#core/tuning/document.ts'
import { nextOf, setupFrom, stepAt, type Next, type Tried } from '#core/tuning/engine.ts'
import type { Dose, School } from '#core/tuning/school.ts'
import { SCHOOLS } from '#core/tuning/schools.ts'
import { wornState } from '#core/tuning/drift.ts'
import { hoursOf } from '#core/tuning/stringing.ts'
import { dayHere } from '#core/tuning/sessions.ts'
import { problemMessage } from '#contract/messages/problems.ts'
import { doseText, handWorkCost, handWorkText } from '#contract/messages/play.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { workText } from '#contract/messages/plan.ts'
import { USUAL_MINUTES } from '#core/planning/problem/work.ts'
import { builtNameOf, climbedOf, setupName } from '../tuning/climbed.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

const SHOWN = [...QUANTITIES, 'recoilWeight'] as const

/** The open job's play and tuning: what is on the frame, what comes next by a school, and what is done about it. */
export function useTuning() {
  const job = useOpenJob()
  const shop = useShop()
  const play = computed<PlayDocument>(() => job.documents.play ?? EMPTY_PLAY)
  const tuning = computed(() => tuningOf(job.picture, job.documents, play.value, dayHere(new Date().toISOString())))
  const schools = computed(() =>
    [...SCHOOLS, ...(shop.overview?.shop.ownSchool ? [shop.overview.shop.ownSchool] : [])].filter(
      (s) => s.sports === 'all' || s.sports.some((sport) => sport === job.profile.id),
    ),
  )
  const school = computed<School>(
    () => schools.value.find((s) => s.id === play.value.school) ?? schools.value[0] ?? SCHOOLS[0]!,
  )
  const lengthCm = computed(() => job.picture.work.geometry.lengthCm)
  const builtName = computed(() => builtNameOf(tuning.value?.from))
  const nameOf = (id: string): string => setupName(id, play.value, tuning.value?.from)
  const climbed = computed(() => climbedOf(job.picture, job.documents, dayHere(new Date().toISOString())))
  /** Its number alone, where it is one of a row. */
  const shortOf = (id: string): string =>
    id === BUILT ? builtName.value.toLowerCase() : String(play.value.setups.findIndex((s) => s.id === id) + 1)
  const now = computed<Tried | null>(() => tuning.value?.tried.at(-1) ?? null)
  /** The day on which the frame was built or read last; null where nobody has. */
  const builtOn = computed(() => {
    const { build, check, measure } = job.documents
    const marks = Object.values(build?.marks ?? {}).map((m) => m.doneAt)
    const ids = new Set(measure?.readingIds ?? [])
    const read = job.view.readings.filter((r) => ids.has(r.id)).map((r) => r.takenAt)
    const at = check?.signed?.at ?? [...marks, ...(marks.length > 0 ? [] : read)].sort().at(-1)
    return at ? dayHere(at) : null
  })
  const save = (change: Partial<PlayDocument>) =>
    job.save('play', { ...play.value, ...change }, { keepUsed: job.documents.play !== undefined })

  /** What one school says, worked out on this frame. */
  const nextBy = (of: School): Next | null => (tuning.value ? nextOf(of, tuning.value.tried, tuning.value.facts) : null)
  const next = computed(() => nextBy(school.value))
  /** Schools that would do something else now. */
  const others = computed(() =>
    schools.value.flatMap((other) => {
      const said = nextBy(other)
      if (!said || other.id === school.value.id || !next.value) return []
      return differs(said, next.value) ? [{ school: other, next: said }] : []
    }),
  )

  /** What play since it was built or read is expected to have made of what is on the frame; null: nobody has played yet. */
  const worn = computed(() => {
    const { condition, work } = job.picture
    const here = now.value
    if (!here) return null
    const since = builtOn.value
    const hours = hoursOf(play.value.sessions.filter((s) => !since || s.on.slice(0, 10) >= since))
    const grip = play.value.overgripOn
    const onGrip = grip ? Math.min(hours, hoursOf(play.value.sessions.filter((s) => s.on.slice(0, 10) >= grip))) : hours
    return hours > 0
      ? {
          hours,
          state: wornState(
            here.state,
            { played: hours, grip: onGrip },
            condition,
            work.geometry,
            job.profile,
            stuckOn(cutsOn(here, tuning.value!.bench), tuning.value!.bench),
          ),
        }
      : null
  })

  /** What a frame with other cuts comes to beside what is on it now. */
  function outcome(cuts: TunedSetup['cuts']) {
    const { bench } = tuning.value!
    const { materials, work } = bench
    const from = now.value!
    const after = stateOf(bench, cuts)
    const steps = handWork(cutsOn(from, bench), cuts)
    const changed = steps.filter((s) => s.kind !== 'off').map((s) => s.cut)
    const numbers = SHOWN.flatMap((quantity) => {
      const estimate = estimateOf(after, quantity)
      const change = changeBetween(from.state, after, quantity)
      return estimate && change
        ? [
            {
              quantity,
              name: QUANTITY_NAMES[quantity],
              unit: unitMark(quantity, shop.units),
              value: writeValue(estimate.value, quantity, shop.units, lengthCm.value),
              spread: writeSpread(2 * estimate.u, quantity, shop.units),
              by: Math.abs(change.by) < 1e-9 ? '' : writeDifference(change.by, quantity, shop.units),
            },
          ]
        : []
    })
    return {
      after,
      numbers,
      felt: feltBetween(from.state, after),
      ball: fasterBy(bench.base, after, work),
      lines: steps.map((s) => handWorkText(s, materials, work)),
      cost: handWorkCost(steps, materials, work),
      work:
        changed.length > 0
          ? workText(changed, materials, work, job.documents.plan?.limits.minutes ?? USUAL_MINUTES)
          : '',
    }
  }
  /** The cuts after a dose, or why it cannot be done, in words. */
  function tryDose(dose: Dose, wanted?: string): { cuts: TunedSetup['cuts'] } | { problem: string } {
    const { bench } = tuning.value!
    const found = doneOn(wanted === undefined ? bench : { ...bench, wanted }, now.value!, dose)
    return found instanceof Problem ? { problem: problemMessage(found) } : { cuts: found.cuts }
  }
  /** The materials with which a dose can be done, the one that is chosen by itself first. */
  const waysFor = (dose: Dose): { materialId: string; name: string }[] => {
    const { bench } = tuning.value!
    return waysOf(dose, cutsOn(now.value!, bench), bench).map(({ materialId }) => ({
      materialId,
      name: bench.materials.find((m) => m.id === materialId)?.name ?? materialId,
    }))
  }
  /** All cuts of an earlier setup, but of what is in no drawer any more. */
  const cutsBackTo = (id: string): TunedSetup['cuts'] => {
    const { bench } = tuning.value!
    if (id === BUILT) return [...bench.baseCuts]
    const known = new Set(bench.materials.map((m) => m.id))
    return play.value.setups.find((s) => s.id === id)!.cuts.filter((cut) => known.has(cut.materialId))
  }

  /** The frame is like this from now on. */
  function putOn(of: { name: string; cuts: TunedSetup['cuts']; backToId?: string; step: TunedSetup['step'] }): void {
    const setup = setupFrom({
      id: crypto.randomUUID(),
      at: new Date().toISOString(),
      by: shop.initials,
      fromId: now.value!.id,
      ...of,
    })
    save({ setups: [...play.value.setups, setup], school: school.value.id })
  }
  /** Does what a school says. */
  function follow(of: School, said: Next, wanted?: string): void {
    if (said.kind === 'step') {
      const found = tryDose(said.step.dose, wanted)
      const name = said.step.weighs ? 'As it is, weighed up' : doseText(said.step.dose)
      if ('cuts' in found) putOn({ name, cuts: found.cuts, step: { school: of.id, id: said.step.id } })
    } else if ((said.kind === 'back' || said.kind === 'stop') && said.toId) goBack(said.toId, of)
  }
  function goBack(toId: string, of: School = school.value): void {
    putOn({
      name: `Back to ${shortOf(toId)}`,
      cuts: cutsBackTo(toId),
      backToId: toId,
      step: { school: of.id, id: of.afterBack },
    })
  }
  /** Something else than what is proposed; the school goes on from there. */
  function another(dose: Dose, wanted?: string): string {
    const found = tryDose(dose, wanted)
    if ('problem' in found) return found.problem
    const said = next.value
    const step = said?.kind === 'step' ? said.step.id : stepAt(school.value, tuning.value!.tried).id
    putOn({ name: doseText(dose), cuts: found.cuts, step: { school: school.value.id, id: step } })
    return ''
  }
  /** @returns the id of a session of what is on the frame now */
  function addSession(): string {
    const id = crypto.randomUUID()
    const setupId = now.value?.id ?? BUILT
    const against = now.value?.setup?.fromId ?? null
    const session = emptySession(id, dayHere(new Date().toISOString()), setupId, against)
    save({ sessions: [...play.value.sessions, session] })
    return id
  }
  function changeSession(id: string, change: Partial<PlaySession>): void {
    save({ sessions: play.value.sessions.map((s) => (s.id === id ? { ...s, ...change } : s)) })
  }
  /** A swing weight of this job as the frame is usually played: strung, one overgrip, about the sport's axis. */
  function asPlayed(kgCm2: number): number | null {
    const here = now.value?.state
    const { condition, work } = job.picture
    if (!here || here.swingWeightKgCm2 === null) return null
    const played = playedState({ state: here, condition, geometry: work.geometry, profile: job.profile })
    return played.swingWeightKgCm2 === null ? null : kgCm2 + played.swingWeightKgCm2 - here.swingWeightKgCm2
  }
  function keepCeiling(swingWeightKgCm2: number): void {
    const player = job.documents.player
    if (!player) return
    const ceiling = { swingWeightKgCm2, axisCm: job.profile.axisCm }
    job.save('player', { ...player, facts: { ...player.facts, ceiling } })
  }
  return {
    asPlayed,
    keepCeiling,
    job,
    shop,
    play,
    tuning,
    schools,
    school,
    choose: (id: SchoolId) => save({ school: id }),
    nameOf,
    climbed,
    now,
    builtOn,
    worn,
    next,
    others,
    outcome,
    tryDose,
    waysFor,
    cutsBackTo,
    follow,
    goBack,
    another,
    addSession,
    changeSession,
    removeSession: (id: string) => save({ sessions: play.value.sessions.filter((s) => s.id !== id) }),
    save,
    lengthCm,
  }
}
export type TuningPage = ReturnType<typeof useTuning>

/** Do two schools say something different? */
export function differs(a: Next, b: Next): boolean {
  if (a.kind !== b.kind) return true
  if (a.kind === 'step' && b.kind === 'step') return JSON.stringify(a.step.dose) !== JSON.stringify(b.step.dose)
  if (a.kind === 'back' && b.kind === 'back') return a.toId !== b.toId
  return false
}
