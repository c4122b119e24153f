import { computed, ref, shallowRef, watch } from 'vue'
import { choiceCardOf, reasonOf } from '#contract/choiceCard.ts'
import { MOST_ON_CARD, type CardChoice } from '#contract/batch.ts'
import type { Reference } from '#contract/library.ts'
import { measuredFrames } from '../api/library.ts'
import { problemText } from '../api/client.ts'
import { useShop } from '../stores/shop.ts'
import type { OpenBatch } from './useBatch.ts'

/** A card from which a customer far away chooses among units of a batch, and what was answered. */
export function useChoice(batch: OpenBatch) {
  const shop = useShop()
  const problem = ref('')
  const choice = computed(() => batch.body.value?.choice ?? null)
  /** Frames of this sport that this shop measured: one of them is the customer's own. */
  const measured = shallowRef<Reference[]>([])
  const own = computed(() => shop.reference(choice.value?.ownId))
  const fail = (error: unknown) => (problem.value = problemText(error))
  watch(
    () => choice.value?.ownId,
    (id) => (id ? shop.know([id]).catch(fail) : null),
    { immediate: true },
  )
  watch(
    () => batch.body.value?.sport,
    async (sport) => {
      if (!sport) return
      try {
        measured.value = await measuredFrames(sport, null)
      } catch (error) {
        fail(error)
      }
    },
    { immediate: true },
  )
  const nameOf = (id: string) => batch.body.value?.units.find((u) => u.id === id)?.name ?? ''
  const readUnits = computed(() => (batch.body.value?.units ?? []).filter((u) => u.readings.length > 0))
  const card = computed(
    () => batch.body.value && choiceCardOf(batch.body.value, batch.body.value.choice, own.value, shop.units),
  )
  const save = (change: Partial<CardChoice>) => batch.save({ choice: { ...choice.value!, ...change } })
  const shownRanking = () => batch.ranking.value.filter((r) => choice.value!.unitIds.includes(r.id))
  const aimName = () => batch.aimed.value?.name ?? 'the middle of the batch'
  const suggested = () => reasonOf(shownRanking(), nameOf, aimName(), shop.units)

  /** The nearest units, the nearest of them picked, and why. */
  function propose(): void {
    const unitIds = batch.ranking.value
      .filter((r) => readUnits.value.some((u) => u.id === r.id))
      .slice(0, MOST_ON_CARD - 1)
      .map((r) => r.id)
    save({
      unitIds,
      pickId: unitIds[0] ?? null,
      reason: reasonOf(
        batch.ranking.value.filter((r) => unitIds.includes(r.id)),
        nameOf,
        aimName(),
        shop.units,
      ),
    })
  }
  function show(unitId: string, on: boolean): void {
    const { unitIds, pickId } = choice.value!
    const now = on ? [...unitIds, unitId] : unitIds.filter((id) => id !== unitId)
    save({ unitIds: now, pickId: pickId !== null && now.includes(pickId) ? pickId : null })
  }
  /** What was answered; the unit that was taken is kept for the customer, one that was kept before is free again. */
  function answer(unitId: string | null, words: string, on: string): void {
    const { customer } = choice.value!
    const before = choice.value!.answer?.unitId ?? null
    batch.save({
      choice: { ...choice.value!, answer: { unitId, words, on } },
      units: batch.body.value!.units.map((unit) =>
        unit.id === unitId
          ? { ...unit, reservedFor: customer.trim() || 'a customer' }
          : unit.id === before
            ? { ...unit, reservedFor: '' }
            : unit,
      ),
    })
  }
  return { problem, choice, measured, own, card, nameOf, readUnits, save, suggested, propose, show, answer }
}
