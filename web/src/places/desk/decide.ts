import { ref, type Ref } from 'vue'
import { api, data, type Problem, type Review, type Schemas } from '../../api/client'
import { asProblem } from '../../load'
import { useSession } from '../../session'

export interface Deciding {
  problem: Ref<Problem | undefined>
  busy: Ref<boolean>
  /** The code that is being given and still needs its comment, and for which files. */
  asking: Ref<{ code: number; passages: number[] } | undefined>
  codes: () => Schemas['DecisionCode'][]
  /** Gives a code to files; asks for the comment first where the code needs one. */
  give: (passages: number[], code: number) => Promise<void>
  /** Gives the code that was being asked for, with its comment. */
  giveWith: (comment: string) => Promise<void>
  close: () => Promise<void>
}

/** Deciding on a review, the same on the Desk and in the Reading room. */
export function useDeciding(review: () => Review | undefined, changed: () => void): Deciding {
  const session = useSession()
  const problem = ref<Problem>()
  const busy = ref(false)
  const asking = ref<{ code: number; passages: number[] }>()
  const codes = () => session.projects.find((p) => p.id === review()?.project)?.decisionCodes ?? []

  async function carryOut(call: () => Promise<unknown>) {
    busy.value = true
    try {
      await call()
      problem.value = undefined
      asking.value = undefined
    } catch (e) {
      problem.value = asProblem(e)
    } finally {
      busy.value = false
      changed()
    }
  }

  function put(passages: number[], code: number, comment: string) {
    const at = review()
    if (!at) return Promise.resolve()
    const overrule = problem.value?.type === 'answered-by-another'
    return carryOut(() => data(api.PUT('/api/reviews/{id}/decisions', {
      params: { path: { id: at.id } }, body: { step: at.step, passages, code, comment, overrule },
    })))
  }

  async function give(passages: number[], code: number) {
    if (passages.length === 0 || busy.value) return
    if (codes().find((c) => c.digit === code)?.commentRequired) {
      problem.value = undefined
      asking.value = { code, passages }
      return
    }
    asking.value = undefined
    await put(passages, code, '')
  }

  async function giveWith(comment: string) {
    if (asking.value) await put(asking.value.passages, asking.value.code, comment)
  }

  async function close() {
    const at = review()
    if (at) await carryOut(() => data(api.POST('/api/reviews/{id}/closings', { params: { path: { id: at.id } }, body: { step: at.step } })))
  }

  return { problem, busy, asking, codes, give, giveWith, close }
}
