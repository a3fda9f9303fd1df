import { ref, shallowRef, type Ref } from 'vue'
import type { Problem } from './api/client'
import { asProblem } from './load'

/** Something a person does: whether it is under way, and what went wrong with the last one. */
export interface Acting {
  busy: Readonly<Ref<boolean>>
  problem: Ref<Problem | undefined>
  /** Does it; true if it was done. */
  act: (call: () => Promise<unknown>) => Promise<boolean>
}

/** @param after runs after each, done or refused, so that the screen shows what is so now; what it promises is waited for */
export function useAct(after: () => unknown = () => undefined): Acting {
  const busy = ref(false)
  const problem = shallowRef<Problem>()
  async function act(call: () => Promise<unknown>) {
    busy.value = true
    let done = false
    try {
      await call()
      problem.value = undefined
      done = true
    } catch (e) {
      problem.value = asProblem(e)
    }
    try {
      await after()
    } catch (e) {
      // It was done all the same; what is shown is not what is so now.
      problem.value ??= asProblem(e)
    } finally {
      busy.value = false
    }
    return done
  }
  return { busy, problem, act }
}
