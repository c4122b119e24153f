import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { EMPTY_PLAN } from '#core/job/documents.ts'
import { estimateOf } from '#core/frame/state.ts'
import type { Pair } from '#core/planning/set/pair.ts'
import type { SetAim, SetFrame, SetPlan } from '#core/planning/set/set.ts'
import type { Workpiece } from '#core/cuts/cut.ts'
import { limitsFor, OPEN_LIMITS, type TargetNumbers } from '#core/planning/problem/request.ts'
import { isMinor } from '#core/targets/minors.ts'
import { QUANTITIES } from '#core/quantities/units.ts'
import type { TargetLines } from '#core/targets/target.ts'
import type { BatchUnit } from '#contract/batch.ts'
import { sameContent } from '#contract/sameContent.ts'
import { useJob } from '../stores/job.ts'
import { useShop } from '../stores/shop.ts'
import { messageOf } from '#contract/messages/job.ts'
import type { Stoppable } from '#planner/pool.ts'
import { planner } from '../workers/planner.ts'
import { jobOfUnit } from './jobOfUnit.ts'
import type { OpenBatch } from './useBatch.ts'

/** Several units made alike: who is in, what they should become, and what comes of it. */
export function useSet(batch: OpenBatch) {
  const shop = useShop()
  const job = useJob()
  const out: Ref<string[]> = ref([])
  const kind = ref<SetAim['kind']>('common')
  const found = shallowRef<SetPlan | null>(null)
  const pairs = shallowRef<Pair[] | null>(null)
  const looking = ref(false)
  const pairing = ref(false)
  const problem = ref('')

  const drawer = computed(() => shop.materials.map((m) => (m.retired ? { ...m, stock: 0 } : m)))
  const work = computed<Workpiece | null>(() => {
    const body = batch.body.value
    return body && { geometry: body.geometry, condition: body.condition, profile: batch.profile.value }
  })
  /** Units with weight and balance read: the others cannot be planned. */
  const able = computed(() =>
    batch.summaries.value.filter(
      ({ summary }) => estimateOf(summary.state, 'mass') && estimateOf(summary.state, 'balance'),
    ),
  )
  const chosen = computed(() => able.value.filter(({ unit }) => !out.value.includes(unit.id)))
  const minor = computed(() => isMinor(batch.aimed.value?.player ?? null))
  /** As they hold for who plays them. */
  const limits = computed(() => limitsFor(batch.body.value?.limits ?? OPEN_LIMITS, minor.value))
  const framesOf = (units: typeof able.value): SetFrame[] =>
    units.map(({ unit, summary }) => ({
      id: unit.id,
      request: {
        state: summary.state,
        work: work.value!,
        target: {},
        materials: drawer.value,
        limits: limits.value,
        fixedCuts: [],
      },
    }))
  const aim = computed<SetAim | null>(() => {
    if (kind.value !== 'given') return { kind: kind.value }
    const target: TargetNumbers = {}
    for (const q of QUANTITIES) {
      const value = batch.wanted.value[q]
      const known = chosen.value.every(({ summary }) => estimateOf(summary.state, q))
      if (value !== undefined && known) target[q] = { value, tolerance: batch.profile.value.tolerance[q] }
    }
    return Object.keys(target).length > 0 ? { kind: 'given', target } : null
  })

  let going: Stoppable<SetPlan> | null = null
  /** Ends the search and keeps what was found. */
  function stop(): void {
    going?.stop()
    going = null
    looking.value = false
  }
  async function run(): Promise<void> {
    stop()
    found.value = null
    problem.value = ''
    if (chosen.value.length < 2 || !aim.value) return
    looking.value = true
    const mine = planner.set(framesOf(chosen.value), aim.value, (better) => (found.value = better))
    going = mine
    try {
      const answer = await mine.finished
      if (mine === going && answer) found.value = answer
    } catch (error) {
      if (mine === going) problem.value = messageOf(error)
    } finally {
      if (mine === going) {
        going = null
        looking.value = false
      }
    }
  }
  onScopeDispose(stop)
  const asking = computed(() => ({
    frames: chosen.value.map(({ unit, summary }) => ({ id: unit.id, state: summary.state })),
    aim: aim.value,
    drawer: drawer.value,
    limits: limits.value,
  }))
  watch(
    asking,
    (now, before) => {
      if (!sameContent(now, before)) void run()
    },
    { immediate: true },
  )

  // Pairs are of all units: who is in or out does not change them, what may be done does.
  const pairsOf = computed(() => ({
    frames: able.value.map(({ unit, summary }) => ({ id: unit.id, state: summary.state })),
    kind: kind.value,
    drawer: drawer.value,
    limits: limits.value,
  }))
  watch(pairsOf, (now, before) => {
    if (!sameContent(now, before)) pairs.value = null
  })

  async function choosePair(): Promise<void> {
    pairing.value = true
    problem.value = ''
    try {
      pairs.value = await planner.pair(framesOf(able.value), aim.value ?? { kind: 'common' })
    } catch (error) {
      problem.value = messageOf(error)
    } finally {
      pairing.value = false
    }
  }
  function only(ids: readonly string[]): void {
    out.value = able.value.map(({ unit }) => unit.id).filter((id) => !ids.includes(id))
  }

  /** A unit goes on a bench of its own, with the common target and its own plan. @returns the job's id */
  async function toBench(unit: BatchUnit): Promise<string> {
    const body = batch.body.value!
    const id = unit.jobId ?? (await jobOfUnit(body, unit, shop.initials))
    if (!unit.jobId) batch.save({ units: body.units.map((u) => (u.id === unit.id ? { ...u, jobId: id } : u)) })
    await batch.send()
    await job.open(id)
    const { target, plans } = found.value!
    const lines: TargetLines = {}
    for (const quantity of QUANTITIES) {
      const number = target[quantity]
      if (!number) continue
      lines[quantity] = {
        ...number,
        from: 'hand',
        referenceId: null,
        reason: `alike with the others of ${body.label}`,
        chain: [{ code: 'hand' }],
      }
    }
    job.save('target', { way: 'hand', referenceId: null, school: null, lines, also: {}, confirmed: [] })
    const { cuts } = plans.find((p) => p.id === unit.id)!.plan
    job.save('plan', { ...EMPTY_PLAN, limits: body.limits, byHand: true, cuts })
    await job.flush()
    return id
  }

  return {
    out,
    kind,
    minor,
    able,
    chosen,
    found,
    pairs,
    looking,
    pairing,
    problem,
    work,
    drawer,
    stop,
    choosePair,
    only,
    toBench,
  }
}
export type OpenSet = ReturnType<typeof useSet>
