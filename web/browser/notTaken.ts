import { onBeforeUnmount, shallowReactive, watch, type WatchSource } from 'vue'

/** Fields that hold something which could not be taken: beside one of these nothing says that all is saved. */
export const notTaken = shallowReactive(new Set<symbol>())

/** Counts a field, or the fields of a form, among them while something is wrong there. */
export function countNotTaken(error: WatchSource<string>): void {
  const me = Symbol('field')
  watch(error, (now) => (now ? notTaken.add(me) : notTaken.delete(me)), { immediate: true })
  onBeforeUnmount(() => notTaken.delete(me))
}
