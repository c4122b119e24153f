import { watchDebounced } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { differenceOf } from '#core/quantities/difference.ts'
import { feltOf } from '#core/compare/felt.ts'
import { nearness } from '#core/compare/nearness.ts'
import { convertWhereKnown, combined, standardState } from '#core/compare/setup.ts'
import { NOTHING_ON, sameCondition, type Condition } from '#core/frame/condition.ts'
import { estimateOf, knownNumbers, type FrameState } from '#core/frame/state.ts'
import type { CompareDocument } from '#core/job/documents.ts'
import { cautionsOnNext } from '#core/targets/warnings.ts'
import { instrumentsOf, sharedVariance } from '#core/measure/instruments.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import type { LibrarySearch, Reference } from '#contract/library.ts'
import { facetsOf, measuredFrames, searchLibrary } from '../api/library.ts'
import { problemText } from '../api/client.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

const EMPTY: CompareDocument = { referenceIds: [], condition: null, axisCm: null }
const AT_ONCE = 20
/** What a list of setups is narrowed by. */
export interface CompareFilter {
  text: string
  kind: 'all' | 'professional' | 'retail' | 'band' | 'shop' | 'own'
  style: string | null
}

/** A pause in typing after which is looked. */
const TYPING_MS = 100

/** The frame beside others: one state for all, the chosen ones, the nearest of the library. */
export function useCompare() {
  const job = useOpenJob()
  const shop = useShop()
  const body = computed<CompareDocument>(() => job.documents.compare ?? EMPTY)
  const profile = computed(() => job.profile)
  const geometry = computed(() => job.view.frame.geometry)
  const BARE: Condition = { ...NOTHING_ON, grip: 'base' }
  const states = computed(() => [
    { title: 'as this frame was measured', value: 'mine', condition: null },
    ...(profile.value.layers.strings
      ? [
          {
            title: 'all strung, base grip, no overgrip',
            value: 'strung',
            condition: standardState(profile.value).condition,
          },
          { title: 'all bare, base grip', value: 'bare', condition: BARE },
        ]
      : [{ title: 'all with base grip, no overgrip', value: 'bare', condition: BARE }]),
  ])
  const stateKey = computed(
    () =>
      states.value.find(
        (s) =>
          (s.condition === null) === (body.value.condition === null) &&
          (!s.condition || sameCondition(s.condition, body.value.condition!)),
      )?.value ?? 'mine',
  )
  const axes = computed(() => [...new Set([job.picture.axisCm, profile.value.axisCm, ...profile.value.otherAxesCm])])
  const common = computed(() => ({
    condition: body.value.condition ?? job.picture.condition,
    axisCm: body.value.axisCm ?? job.picture.axisCm,
  }))
  const brought = (to: { condition: Condition; axisCm: number }) =>
    convertWhereKnown(
      job.picture.measured.state,
      job.picture.condition,
      to,
      geometry.value,
      profile.value,
      job.picture.measured.ownStrings,
    )
  const mine = computed(() => brought(common.value))
  /** The frame in the sport's usual state, in which the library is searched. */
  const standard = computed(() => brought(standardState(profile.value)))
  const near = computed(() => {
    const known = knownNumbers(standard.value)
    return Object.keys(known).length > 0 ? known : null
  })

  const filter = ref<CompareFilter>({ text: '', kind: 'all', style: null })
  const limit = ref(AT_ONCE)
  const found = shallowRef<Reference[]>([])
  const own = shallowRef<Reference[]>([])
  const total = ref<number | null>(null)
  const librarySize = ref<number | null>(null)
  const styles = ref<string[]>([])
  const problem = ref('')
  const search = computed<LibrarySearch>(() => ({
    sport: profile.value.id,
    text: filter.value.text ?? '',
    kinds: filter.value.kind === 'all' || filter.value.kind === 'own' ? [] : [filter.value.kind],
    styles: filter.value.style ? [filter.value.style] : [],
    near: near.value,
    limit: limit.value,
  }))
  let asked = 0
  async function look(): Promise<void> {
    const turn = ++asked
    try {
      const page = await searchLibrary(search.value)
      if (turn !== asked) return
      found.value = page.rows
      total.value = page.total
      problem.value = ''
    } catch (error) {
      if (turn === asked) problem.value = problemText(error)
    }
  }
  watchDebounced(() => JSON.stringify(search.value), look, { debounce: TYPING_MS })
  watch(filter, () => (limit.value = AT_ONCE), { deep: true })
  onMounted(async () => {
    void look()
    const playerId = job.documents.player?.playerId ?? null
    const [facets, mineEarlier] = await Promise.all([
      facetsOf(profile.value.id).catch(() => null),
      playerId ? measuredFrames(profile.value.id, playerId).catch(() => []) : [],
    ])
    styles.value = facets?.styles ?? []
    librarySize.value = facets?.total ?? null
    own.value = mineEarlier.filter((r) => r.id !== `job:${job.view.job.id}`)
  })

  /** What one instrument of the shop that read both frames brings to both alike. */
  const sharedWith = (reference: Reference, quantity: Quantity) =>
    sharedVariance(instrumentsOf(job.picture.measured), reference.instruments ?? {}, quantity)
  const rowOf = (reference: Reference) => {
    const { state, agreement } = combined(reference, common.value, profile.value)
    return {
      reference,
      state,
      chosen: body.value.referenceIds.includes(reference.id),
      distance: nearness(
        standard.value,
        combined(reference, standardState(profile.value), profile.value).state,
        profile.value,
      ),
      cells: QUANTITIES.map((quantity) => {
        const estimate = estimateOf(state, quantity)
        return {
          quantity,
          estimate,
          agreement: agreement[quantity],
          given: reference.reports.some((r) => r.figures[quantity] !== null),
          ...differenceOf(estimateOf(mine.value, quantity), estimate, sharedWith(reference, quantity)),
        }
      }),
      felt: (['swingWeight', 'twistWeight', 'recoilWeight', 'mass', 'balance'] as const).flatMap((quantity) => {
        const shared = quantity === 'recoilWeight' ? 0 : sharedWith(reference, quantity)
        const felt = feltOf(estimateOf(mine.value, quantity), estimateOf(state, quantity), quantity, shared)
        return felt.kind === 'felt' ? [{ quantity, ...felt }] : []
      }),
    }
  }
  /** What there is to say of a chosen setup's frame for this player: over the class of the age, or too long a step from this one. */
  const cautions = computed(() => {
    const player = job.documents.player?.facts ?? null
    const standardise = (state: FrameState) => ({ state, ...standardState(profile.value), profile: profile.value })
    const now = { ...standardise(standard.value), geometry: geometry.value }
    return chosen.value.flatMap((reference) => {
      const { state } = combined(reference, standardState(profile.value), profile.value)
      const says = cautionsOnNext(now, { ...standardise(state), geometry: reference.geometry }, player)
      return says.length === 0 ? [] : [{ id: reference.id, name: reference.name, says }]
    })
  })
  const chosen = computed(() => body.value.referenceIds.flatMap((id) => shop.reference(id) ?? []))
  /** The chosen first, then the nearest of what is looked for. */
  const rows = computed(() => {
    const others = filter.value.kind === 'own' ? own.value : found.value
    const pinned = new Set(body.value.referenceIds)
    return [
      ...chosen.value.map(rowOf).sort((a, b) => a.distance - b.distance),
      ...others
        .filter((r) => !pinned.has(r.id))
        .map(rowOf)
        .sort((a, b) => a.distance - b.distance),
    ]
  })

  const save = (change: Partial<CompareDocument>) => job.save('compare', { ...body.value, ...change })
  function toggle(reference: Reference): void {
    shop.keep([reference])
    const ids = body.value.referenceIds
    const has = ids.includes(reference.id)
    save({ referenceIds: has ? ids.filter((held) => held !== reference.id) : [...ids, reference.id] })
  }
  return {
    body,
    profile,
    geometry,
    states,
    stateKey,
    axes,
    common,
    mine,
    standard,
    near,
    filter,
    search,
    limit,
    more: () => (limit.value = Math.min(200, limit.value + 40)),
    total,
    librarySize,
    own,
    styles,
    problem,
    rows,
    chosen,
    cautions,
    save,
    toggle,
    brought,
  }
}
export type Compare = ReturnType<typeof useCompare>
export type CompareRow = Compare['rows']['value'][number]
