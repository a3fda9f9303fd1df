import { ref, shallowRef, type Ref } from 'vue'
import { Problem } from './api/client'

/** Something shown that is asked from the server: what is there, whether it is being asked, and what went wrong. */
export interface Loaded<T> {
  value: Readonly<Ref<T | undefined>>
  problem: Readonly<Ref<Problem | undefined>>
  loading: Readonly<Ref<boolean>>
  /** Asks (again); of several answers only that to the newest question counts. */
  load: () => Promise<void>
}

export function useLoaded<T>(ask: () => Promise<T>): Loaded<T> {
  const value = shallowRef<T>()
  const problem = shallowRef<Problem>()
  const loading = ref(false)
  let ticket = 0
  async function load() {
    const mine = ++ticket
    loading.value = true
    try {
      const answer = await ask()
      if (mine !== ticket) return
      value.value = answer
      problem.value = undefined
    } catch (e) {
      if (mine !== ticket) return
      problem.value = asProblem(e)
    } finally {
      if (mine === ticket) loading.value = false
    }
  }
  return { value, problem, loading, load }
}

export function asProblem(e: unknown): Problem {
  if (e instanceof Problem) return e
  console.error(e)
  return new Problem(0, 'fault', 'The screen could not do this because of a fault of its own. Load the page again.')
}
