import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Overview, Reference, Shop, StoredMaterial } from '#contract/entities.ts'
import { KIND_OF, unitFor, UNITS_OF, type AnyQuantity, type Unit, type UnitChoice } from '#core/quantities/units.ts'
import { call } from '../api/client.ts'
import { referencesById } from '../api/library.ts'

const FIELD_UNITS = 'kevro-field-units'
const FALLBACK: UnitChoice = { mass: 'g', balance: 'cm', length: 'cm' }

/** What belongs to the shop and is shared by all jobs. */
export const useShop = defineStore('shop', () => {
  const overview = shallowRef<Overview | null>(null)
  /** The setups that have been met so far: of the library, and the shop's own measured frames. */
  const references = shallowRef<Reference[]>([])
  const materials = shallowRef<StoredMaterial[]>([])
  const loaded = ref(false)

  /** What the sport at hand is written in, where that is not the shop’s own unit. */
  const sportUnits = shallowRef<Partial<UnitChoice>>({})
  const units = computed<UnitChoice>(() => ({ ...(overview.value?.shop.units ?? FALLBACK), ...sportUnits.value }))
  /** Fields switched to another unit than the shop’s, on this machine. */
  const fieldUnits = ref<Partial<Record<AnyQuantity, Unit>>>(JSON.parse(localStorage.getItem(FIELD_UNITS) ?? '{}'))
  /** What a field of this quantity shows and takes. */
  function unitsOfField(quantity: AnyQuantity): UnitChoice {
    const own = fieldUnits.value[quantity]
    const kind = KIND_OF[quantity]
    return own && kind !== 'inertia' ? { ...units.value, [kind]: own } : units.value
  }
  function switchUnit(quantity: AnyQuantity): void {
    const all = UNITS_OF[KIND_OF[quantity]]
    const next = all[(all.indexOf(unitFor(quantity, unitsOfField(quantity))) + 1) % all.length]
    fieldUnits.value = { ...fieldUnits.value, [quantity]: next }
    if (next === unitFor(quantity, units.value)) delete fieldUnits.value[quantity]
    localStorage.setItem(FIELD_UNITS, JSON.stringify(fieldUnits.value))
  }
  const initials = computed(() => overview.value?.shop.initials ?? '')

  async function load(): Promise<void> {
    overview.value = await call<Overview>('GET', '/overview')
  }

  /** The drawer: needed inside a job, not on the start page. */
  async function loadDrawer(): Promise<void> {
    materials.value = await call<StoredMaterial[]>('GET', '/materials')
    loaded.value = true
  }

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

  async function saveShop(change: Partial<Shop>): Promise<void> {
    if (!overview.value) await load()
    const shop = await call<Shop>('PUT', '/shop', { ...overview.value!.shop, ...change })
    overview.value = { ...overview.value!, shop }
  }

  async function saveMaterial(material: StoredMaterial): Promise<StoredMaterial> {
    const saved = await call<StoredMaterial>('PUT', `/materials/${encodeURIComponent(material.id)}`, material)
    const at = materials.value.findIndex((m) => m.id === saved.id)
    materials.value = at < 0 ? [...materials.value, saved] : materials.value.with(at, saved)
    return saved
  }

  return {
    sportUnits,
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
    initials,
    load,
    loadDrawer,
    saveShop,
    saveMaterial,
  }
})
