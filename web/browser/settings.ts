import { StorageSerializers, useStorage, type RemovableRef } from '@vueuse/core'
import type { MaybeRefOrGetter } from 'vue'

/** A browser that denies its storage gives none. */
function storageOf(kind: 'localStorage' | 'sessionStorage'): Storage | undefined {
  try {
    return window[kind]
  } catch {
    return undefined
  }
}
/** Forgets what it may not keep, or cannot read any more, and goes on for as long as the page is open. */
const FORGIVING = {
  flush: 'sync',
  writeDefaults: false,
  // Another tab's choices are its own.
  listenToStorageChanges: false,
  onError: () => undefined,
} as const

const kept = <T>(
  kind: 'localStorage' | 'sessionStorage',
  key: MaybeRefOrGetter<string>,
  otherwise: T,
): RemovableRef<T> =>
  useStorage<T>(key, otherwise, storageOf(kind), {
    ...FORGIVING,
    serializer: StorageSerializers.object,
    mergeDefaults: (stored, usual) => {
      if (kindOf(stored) !== kindOf(usual)) return usual
      return kindOf(usual) === 'object' ? { ...usual, ...stored } : stored
    },
  })
const kindOf = (value: unknown) => (value === null ? 'null' : Array.isArray(value) ? 'list' : typeof value)

/** A small choice of this machine: units, the theme. What it lacks of a newer Kevro is as usual. */
export const useSetting = <T>(key: MaybeRefOrGetter<string>, otherwise: T): RemovableRef<T> =>
  kept('localStorage', key, otherwise)

/** What is begun and not done, for as long as the tab is open. */
export const useBegun = <T>(key: MaybeRefOrGetter<string>, otherwise: T): RemovableRef<T> =>
  kept('sessionStorage', key, otherwise)

/** What was typed and could not be taken, for as long as the tab is open. Null: nothing. */
export const useTyped = <T extends string | null>(key: MaybeRefOrGetter<string>, otherwise: T) =>
  useStorage<string | T>(key, otherwise, storageOf('sessionStorage'), {
    ...FORGIVING,
    serializer: StorageSerializers.string,
  })
