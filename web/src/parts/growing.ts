import { computed, onScopeDispose, ref, watch, type ComputedRef } from 'vue'

/** Between two portions there is time for a frame, and for what somebody does meanwhile. */
const PAUSE = 16

/**
 * A long list that is drawn some at a time, so that its beginning can be used while the rest comes.
 *
 * @param all the whole list; what has been drawn of it stays drawn when it changes
 * @param first how many are drawn at once
 * @param needed how many have to be there at once in any case, such as up to the one somebody stands at
 */
export function useGrowing<T>(all: () => readonly T[], first: number, needed: () => number = () => 0): ComputedRef<readonly T[]> {
  const many = ref(first)
  let soon: ReturnType<typeof setTimeout> | undefined
  function grow() {
    clearTimeout(soon)
    if (many.value >= all().length) return
    soon = setTimeout(() => {
      many.value += first
      grow()
    }, PAUSE)
  }
  watch(() => all().length, grow, { immediate: true })
  onScopeDispose(() => clearTimeout(soon))
  return computed(() => all().slice(0, Math.max(many.value, needed())))
}
