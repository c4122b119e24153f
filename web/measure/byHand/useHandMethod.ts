import { computed, ref } from 'vue'
import {
  balanceBySupport,
  balanceOnEdge,
  splitBudget,
  swingWeightByPendulum,
  twistWeightByThreads,
  twistWeightByTwoSwings,
  type HandResult,
  type Recorder,
} from '#core/measure/byHand.ts'
import { gravityFor } from '#core/measure/swing.ts'
import { Problem } from '#core/problem.ts'
import type { ReadQuantity } from '#core/quantities/units.ts'
import { doubtOfState } from '#core/frame/plausible.ts'
import { estimateOf, frameState } from '#core/frame/state.ts'
import { type Estimate } from '#core/quantities/estimate.ts'
import { fixed } from '#core/quantities/write.ts'
import { doubtMessage } from '#contract/messages/job.ts'
import { problemMessage } from '#contract/messages/problems.ts'
import { useSetting } from '../../browser/settings.ts'
import { useOpenJob } from '../../stores/openJob.ts'
import { useShop } from '../../stores/shop.ts'
import { useReadings } from '../useReadings.ts'
import type { Timing } from './PeriodTimer.vue'

export const HAND_METHODS = [
  { id: 'balance-edge', quantity: 'balance', title: 'Balance on an edge' },
  { id: 'balance-support', quantity: 'balance', title: 'Balance on a scale' },
  { id: 'pendulum', quantity: 'swingWeight', title: 'Swing weight: pendulum' },
  { id: 'twist-threads', quantity: 'twistWeight', title: 'Twist weight: two threads' },
  { id: 'twist-swings', quantity: 'twistWeight', title: 'Twist weight: two swings' },
] as const satisfies { id: string; quantity: ReadQuantity; title: string }[]
export type HandMethod = (typeof HAND_METHODS)[number]['id']

/** What is typed for the methods: lengths in cm, masses in g, angles in degrees; with how well each is known. */
interface Inputs {
  pairs: { headCm: number | null; buttCm: number | null }[]
  rulerU: number
  supportCm: number
  knifeCm: number
  scaleG: number | null
  pinCm: number
  pinU: number
  apartCm: number
  apartU: number
  threadCm: number
  threadU: number
  angleDeg: number
  phoneOn: boolean
  phone: Recorder
}
const fresh = (lengthCm: number): Inputs => ({
  pairs: [
    { headCm: null, buttCm: null },
    { headCm: null, buttCm: null },
    { headCm: null, buttCm: null },
  ],
  rulerU: 0.03,
  supportCm: 2,
  knifeCm: Math.round(lengthCm * 0.85),
  scaleG: null,
  pinCm: 1.5,
  pinU: 0.05,
  apartCm: 20,
  apartU: 0.05,
  threadCm: 100,
  threadU: 0.2,
  angleDeg: 6,
  phoneOn: false,
  phone: { massG: 180, atCm: Math.round(lengthCm * 0.6), offFaceCm: 1, longCm: 15, wideCm: 7.2, thickCm: 0.8 },
})
/** An angle judged by eye is known to about a quarter of itself. */
const ANGLE_SHARE = 0.25

/** One by-hand method at work: its inputs, its result so far with its error budget, and taking it as a reading. */
export function useHandMethod(method: () => HandMethod) {
  const job = useOpenJob()
  const shop = useShop()
  const readings = useReadings('measure')
  const inputs = useSetting<Inputs>(`kevro-by-hand-${job.view.job.id}`, fresh(job.view.frame.geometry.lengthCm))

  const timings = ref<Record<'face' | 'edge' | 'threads', Timing | null>>({ face: null, edge: null, threads: null })
  const known = (quantity: 'mass' | 'balance') => estimateOf(job.picture.measured.state, quantity)
  const gravity = computed(() => gravityFor(shop.overview?.shop.latitudeDeg ?? null))
  const angle = (timing: Timing | null): Estimate => {
    if (timing?.amplitudeRad === 0) return { value: 0, u: 0 }
    const value = (inputs.value.angleDeg * Math.PI) / 180
    return { value, u: ANGLE_SHARE * value }
  }
  const anyRecorded = computed(() => Object.values(timings.value).some((t) => t?.recorded))
  const recorder = computed(() => (inputs.value.phoneOn ? inputs.value.phone : null))

  function needed<T>(value: T | null, say: string): T {
    if (value === null) throw new Waiting(say)
    return value
  }
  function work(): HandResult {
    const i = inputs.value
    const mass = () => needed(known('mass'), 'Read the weight first.')
    const balance = () => needed(known('balance'), 'Read the balance first.')
    const length = (value: number, u: number): Estimate => ({ value, u })
    switch (method()) {
      case 'balance-edge': {
        const pairs = i.pairs.flatMap(({ headCm, buttCm }) =>
          headCm === null || buttCm === null ? [] : [{ headCm, buttCm }],
        )
        if (pairs.length === 0) throw new Waiting('Type where it dropped, both ways.')
        return balanceOnEdge(pairs, i.rulerU)
      }
      case 'balance-support':
        return balanceBySupport({
          supportCm: length(i.supportCm, i.rulerU),
          knifeCm: length(i.knifeCm, i.rulerU),
          scaleG: { value: needed(i.scaleG, 'Type what the scale shows.'), u: 0.15 },
          mass: mass(),
        })
      case 'pendulum': {
        const face = needed(timings.value.face, 'Time some swings.')
        return swingWeightByPendulum({
          mass: mass(),
          balance: balance(),
          pinCm: length(i.pinCm, i.pinU),
          period: face.period,
          amplitudeRad: angle(face),
          gravityCmS2: gravity.value,
          axisCm: job.picture.axisCm,
          recorder: recorder.value,
        })
      }
      case 'twist-threads': {
        const threads = needed(timings.value.threads, 'Time some turns.')
        return twistWeightByThreads({
          mass: mass(),
          apartCm: length(i.apartCm, i.apartU),
          threadCm: length(i.threadCm, i.threadU),
          period: threads.period,
          amplitudeRad: angle(threads),
          gravityCmS2: gravity.value,
        })
      }
      case 'twist-swings': {
        const edge = needed(timings.value.edge, 'Time it edge-on.')
        const face = needed(timings.value.face, 'Time it face-on.')
        return twistWeightByTwoSwings({
          mass: mass(),
          balance: balance(),
          pinCm: length(i.pinCm, i.pinU),
          gravityCmS2: gravity.value,
          edge: { period: edge.period, amplitudeRad: angle(edge) },
          face: { period: face.period, amplitudeRad: angle(face) },
          thickness: job.profile.thicknessKgCm2,
          recorder: recorder.value,
        })
      }
    }
  }

  const outcome = computed((): { result: HandResult | null; says: string; refused: boolean } => {
    try {
      return { result: work(), says: '', refused: false }
    } catch (error) {
      if (error instanceof Waiting) return { result: null, says: error.message, refused: false }
      if (error instanceof Problem) return { result: null, says: problemMessage(error), refused: true }
      throw error
    }
  })

  /** A swing weight that no such frame has; the likely slip is a trace that swings twice for each swing of the frame. */
  const warning = computed(() => {
    const { result } = outcome.value
    const [mass, balance] = [known('mass'), known('balance')]
    if (method() !== 'pendulum' || !result || !mass || !balance) return ''
    const { axisCm } = job.picture
    const doubtOf = (value: number) =>
      doubtOfState(
        frameState({ mass, balance, swingWeight: { value, u: 0 } }, axisCm),
        job.view.frame.geometry,
        job.profile,
      )
    const doubt = doubtOf(result.value)
    if (!doubt) return ''
    // Twice the period is four times the inertia about the pin.
    const pin = (mass.value * (balance.value - inputs.value.pinCm) ** 2) / 1000
    const axis = (mass.value * (balance.value - axisCm) ** 2) / 1000
    if (!doubtOf(4 * (result.value - axis + pin) - pin + axis))
      return 'This would fit with twice the period: was every pass counted, or does this axis swing twice for each swing?'
    return doubtMessage(doubt, shop.units, job.view.frame.geometry.lengthCm)
  })

  /** Keeps the result as a reading, with all that it was worked out from. */
  function take(): void {
    const { result } = outcome.value
    if (!result) return
    const { quantity, id } = HAND_METHODS.find((m) => m.id === method())!
    const parts = splitBudget(result)
    const state = quantity === 'balance'
    readings.add(quantity, result.value, fixed(result.value, 3), id, {
      basis: {
        uA: parts.timing,
        uB: state ? parts.rest : parts.own,
        perMassG: state ? 0 : result.perMassG,
        perBalanceCm: state ? 0 : result.perBalanceCm,
      },
      origin: { raw: null, calibrationId: null, standing: null, warming: false, work: record() },
    })
  }

  function record(): Record<string, string | number | null> {
    const i = inputs.value
    const timing = (name: string, t: Timing | null): Record<string, string> =>
      t ? { [name]: `${fixed(t.period.value, 5)} s ± ${fixed(t.period.u, 5)} (${t.how})` } : {}
    const phone: Record<string, string> = recorder.value
      ? {
          recorder: `${i.phone.massG} g at ${i.phone.atCm} cm, ${i.phone.longCm} × ${i.phone.wideCm} × ${i.phone.thickCm} cm`,
        }
      : {}
    const swing = {
      'pin at, cm': i.pinCm,
      'angle, °': i.angleDeg,
      'gravity, cm/s²': Number(gravity.value.value.toFixed(3)),
      ...phone,
    }
    switch (method()) {
      case 'balance-edge':
        return Object.fromEntries(
          i.pairs.flatMap((p, n) =>
            p.headCm === null || p.buttCm === null ? [] : [[`pair ${n + 1}, cm`, `${p.headCm} / ${p.buttCm}`]],
          ),
        )
      case 'balance-support':
        return { 'support, cm': i.supportCm, 'knife, cm': i.knifeCm, 'scale, g': i.scaleG }
      case 'pendulum':
        return { ...timing('period', timings.value.face), ...swing }
      case 'twist-threads':
        return {
          ...timing('period', timings.value.threads),
          'threads apart, cm': i.apartCm,
          'thread length, cm': i.threadCm,
          'angle, °': i.angleDeg,
        }
      case 'twist-swings':
        return { ...timing('edge-on', timings.value.edge), ...timing('face-on', timings.value.face), ...swing }
    }
  }

  return { warning, inputs, timings, outcome, gravity, anyRecorded, recorder, take, known }
}

/** Nothing is wrong; something is still to be read. */
class Waiting extends Error {}
