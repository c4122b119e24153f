import { defineStore } from 'pinia'
import { z } from 'zod'
import { computed, ref, shallowRef } from 'vue'
import { type Reference, type StoredMaterial, materialSchema } from '#contract/entities.ts'
import { type Overview, type Shop, overviewSchema, shopSchema } from '#contract/shop.ts'
import { KIND_OF, unitFor, UNITS_OF, type AnyQuantity, type Unit, type UnitChoice } from '#core/quantities/units.ts'
import { USUAL_INTERVALS } from '#core/tuning/intervals.ts'
import { call, read } from '../api/client.ts'
import { referencesById } from '../api/library.ts'
import { useSetting } from '../browser/settings.ts'
import { materialNamed, THE_SHOP } from '../documents/edit.ts'
import { useOutbox } from '../documents/useOutbox.ts'

const FIELD_UNITS = 'kevro-units-of-jobs'
/** For so many jobs the switched units are remembered. */
const REMEMBERED = 100
const FALLBACK: UnitChoice = { mass: 'g', balance: 'cm', length: 'cm' }

/** What belongs to the shop and is shared by all jobs. */
export const useShop = defineStore('shop', () => {
  const outbox = useOutbox()
  const overview = shallowRef<Overview | null>(null)
  /** The setups that have been met so far: of the library, and the shop's own measured frames. */
  const references = shallowRef<Reference[]>([])
  const materials = shallowRef<StoredMaterial[]>([])
  const loaded = ref(false)

  /** What the sport at hand is written in, where that is not the shop’s own unit. */
  const sportUnits = shallowRef<Partial<UnitChoice>>({})
  const units = computed<UnitChoice>(() => ({ ...(overview.value?.shop.units ?? FALLBACK), ...sportUnits.value }))
  /** Fields switched to another unit than the shop’s, on this machine, job by job: the next customer's begin with the shop's. */
  const switched = useSetting<Record<string, Partial<Record<AnyQuantity, Unit>>>>(FIELD_UNITS, {})
  const unitsOf = ref('')
  const fieldUnits = computed(() => switched.value[unitsOf.value] ?? {})
  /** Whose fields are on the page: a job, a batch; empty for nobody's, which begin afresh. */
  function unitsFor(id: string): void {
    unitsOf.value = id
    if (id === '') delete switched.value['']
  }
  /** What a field of this quantity shows and takes. */
  function unitsOfField(quantity: AnyQuantity): UnitChoice {
    const own = fieldUnits.value[quantity]
    const kind = KIND_OF[quantity]
    return own && kind !== 'inertia' ? { ...units.value, [kind]: own } : units.value
  }
  function switchUnit(quantity: AnyQuantity): void {
    const all = UNITS_OF[KIND_OF[quantity]]
    const next = all[(all.indexOf(unitFor(quantity, unitsOfField(quantity))) + 1) % all.length]
    const { [quantity]: _before, ...others } = fieldUnits.value
    const mine = next === unitFor(quantity, units.value) ? others : { ...others, [quantity]: next }
    const { [unitsOf.value]: _mine, ...rest } = switched.value
    switched.value = Object.fromEntries([...Object.entries(rest).slice(1 - REMEMBERED), [unitsOf.value, mine]])
  }
  const intervals = computed(() => overview.value?.shop.intervals ?? USUAL_INTERVALS)
  const initials = computed(() => overview.value?.shop.initials ?? '')

  async function load(): Promise<void> {
    await outbox.lookAt(
      (doc) => doc === THE_SHOP,
      () => call(overviewSchema, 'GET', '/overview'),
      (answer) => {
        overview.value = answer
        const waiting = outbox.waitingFor(THE_SHOP).at(-1)
        if (waiting) showShop({ ...(waiting.content as Shop), revision: answer.shop.revision })
      },
    )
  }
  const showShop = (shop: Shop) => {
    if (overview.value) overview.value = { ...overview.value, shop }
  }

  /** The drawer: needed inside a job, not on the start page. What waits for the server is in it as it was typed. */
  async function loadDrawer(): Promise<void> {
    await outbox.lookAt(
      (doc) => doc.startsWith('material/'),
      () => call(z.array(materialSchema), 'GET', '/materials'),
      (answer) => {
        materials.value = answer
        for (const { content } of outbox.waitingUnder('material/')) {
          const mine = content as StoredMaterial
          showMaterial({ ...mine, revision: answer.find((m) => m.id === mine.id)?.revision ?? 0 })
        }
      },
    )
    loaded.value = true
  }
  function showMaterial(material: StoredMaterial): void {
    const at = materials.value.findIndex((m) => m.id === material.id)
    materials.value = at < 0 ? [...materials.value, material] : materials.value.with(at, material)
  }
  outbox.listen(
    (doc) => doc === THE_SHOP || doc.startsWith('material/'),
    ({ doc, saved }) => {
      if (doc === THE_SHOP) {
        const mine = overview.value?.shop
        showShop(saved.more && mine ? { ...mine, revision: saved.revision } : read(shopSchema, saved.answer))
        return
      }
      const material = read(materialSchema, saved.answer)
      const mine = materials.value.find((m) => m.id === material.id)
      if (mine) showMaterial(saved.more ? { ...mine, revision: saved.revision } : material)
    },
  )
  outbox.onReload((doc) => {
    if (doc === THE_SHOP && overview.value) void load().catch(() => undefined)
    else if (doc.startsWith('material/') && loaded.value) void loadDrawer().catch(() => undefined)
  })

  /** Takes setups in, newer ones in place of older. */
  function keep(found: readonly Reference[]): void {
    const ids = new Set(found.map((r) => r.id))
    references.value = [...references.value.filter((r) => !ids.has(r.id)), ...found]
  }
  /** Sees to it that these setups are here, as far as they exist. */
  async function know(ids: readonly string[]): Promise<void> {
    const missing = ids.filter((id) => !references.value.some((r) => r.id === id))
    if (missing.length > 0) keep(await referencesById(missing))
  }
  const reference = (id: string | null | undefined): Reference | null =>
    references.value.find((r) => r.id === id) ?? null

  /** A change of the shop’s settings, once they are here. */
  function saveShop(change: Partial<Shop>): void {
    const shop = { ...overview.value!.shop, ...change }
    showShop(shop)
    outbox.edit({ doc: THE_SHOP, seen: shop.revision, content: shop, by: shop.initials, about: 'Shop settings' })
  }

  /** A material as it is now, new or changed. */
  function saveMaterial(material: StoredMaterial): void {
    showMaterial(material)
    outbox.edit({
      doc: materialNamed(material.id),
      seen: material.revision,
      content: material,
      by: initials.value,
      about: `Drawer, ${material.name}`,
    })
  }

  return {
    sportUnits,
    unitsFor,
    unitsOfField,
    switchUnit,
    overview,
    references,
    reference,
    keep,
    know,
    materials,
    loaded,
    units,
    intervals,
    initials,
    load,
    loadDrawer,
    saveShop,
    saveMaterial,
  }
})
