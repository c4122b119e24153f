import { onBeforeUnmount, shallowReactive, watch, type Ref } from 'vue'

/** Fields that hold something which could not be taken: beside one of these nothing says that all is saved. */
export const notTaken = shallowReactive(new Set<symbol>())

/** Counts a field among them while it has an error. */
export function countNotTaken(error: Ref<string>): void {
  const me = Symbol('field')
  watch(error, (now) => (now ? notTaken.add(me) : notTaken.delete(me)), { immediate: true })
  onBeforeUnmount(() => notTaken.delete(me))
}
