import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAddress } from '../shared/useAddress.ts'
import { idsIn, nextOrder, orderOf, writeOrder, type SortedUnit, type UnitOrder, type UnitSort } from './unitOrder.ts'

/** The units in the order that was chosen, which the address keeps. Rows stay where they are while their readings come in: they are sorted when a column is chosen, and when the page is opened. */
export function useUnitOrder<Unit extends { id: string }>(
  units: () => readonly Unit[],
  told: (unit: Unit) => SortedUnit,
) {
  const route = useRoute()
  const address = useAddress()
  const order = ref<UnitOrder | null>(orderOf(route.query.sort))
  const ids = ref<string[]>([])
  const sort = () => (ids.value = idsIn(order.value, units().map(told)))
  const rows = computed(() => {
    const place = new Map(ids.value.map((id, i) => [id, i]))
    // A unit that came since stands at the end.
    return [...units()].sort((a, b) => (place.get(a.id) ?? ids.value.length) - (place.get(b.id) ?? ids.value.length))
  })
  watch(() => units().length > 0, sort, { immediate: true })
  function choose(by: UnitSort): void {
    order.value = nextOrder(order.value, by)
    address.keep({ ...route.query, sort: order.value ? writeOrder(order.value) : undefined })
    sort()
  }
  const ariaOf = (by: UnitSort) => (order.value?.by !== by ? 'none' : order.value.down ? 'descending' : 'ascending')
  const arrowOf = (by: UnitSort) => (order.value?.by !== by ? '' : order.value.down ? ' ↓' : ' ↑')
  return { rows, choose, ariaOf, arrowOf }
}
