import { ref, watch, type Ref } from 'vue'
import { api, data, type Code, type Problem, type Review } from '../../api/client'
import { asProblem } from '../../load'
import { useSession } from '../../session'
import { draftOf, dropDraft, keepDraft } from './drafts'
import { forgetDecided, lastDecided, noteDecided } from './lastDecided'
import { must } from '../../parts/must'

export interface Deciding {
  problem: Ref<Problem | undefined>
  busy: Ref<boolean>
  /** The code that is being given and still needs its comment, and for which files. */
  asking: Ref<{ code: number; passages: number[] } | undefined>
  /** What is being said with it; kept in this browser until it is sent. */
  comment: Ref<string>
  codes: () => Code[]
  /** Gives a code to files; asks for the comment first where the code needs one. */
  give: (passages: number[], code: number) => Promise<void>
  /** Gives the code that was being asked for, with its comment. */
  say: () => Promise<void>
  /** Takes back what was said of files in this step. */
  unsay: (passages: number[]) => Promise<void>
  /**
   * Takes back what was decided last, in whichever review, so that what had been said before is said again; what was said of these files
   * if nothing was decided here before.
   */
  takeBack: (marked: number[]) => Promise<void>
  takeBackLast: () => Promise<void>
  /** Closes the step; true if it was. */
  close: () => Promise<boolean>
  /** Releases decisions and comments to the author; true if it was done. */
  release: () => Promise<boolean>
  /** Anything else done in the review; true if it was done. */
  carryOut: (call: () => Promise<unknown>) => Promise<boolean>
}

const alike = (one: { code: number; passages: number[] } | undefined, other: { code: number; passages: number[] }) =>
  one?.code === other.code && one.passages.join() === other.passages.join()

/**
 * Deciding on a review, the same on the Desk and in the Reading room. What was being typed before is there again.
 *
 * @param only the one file it is about, where it is about one
 * @param file a file in words, for saying where a decision went
 */
export function useDeciding(
  review: () => Review | undefined,
  changed: () => void,
  only?: () => number,
  file?: (id: number) => string,
): Deciding {
  const session = useSession()
  const problem = ref<Problem>()
  const busy = ref(false)
  const asking = ref<{ code: number; passages: number[] }>()
  const comment = ref('')
  const codes = () => session.projects.find((p) => p.id === review()?.project)?.decisionCodes ?? []
  const me = () => session.me?.account ?? 0
  /** What is being given: pressed twice, it is given once. */
  let sending: { code: number; passages: number[] } | undefined

  watch(
    () => review()?.id,
    (id) => {
      const kept = id === undefined ? undefined : draftOf(me(), id)
      if (!kept?.comment.trim() || asking.value || (only && !kept.passages.includes(only()))) return
      asking.value = { code: kept.code, passages: kept.passages }
      comment.value = kept.comment
    },
    { immediate: true },
  )
  watch([asking, comment], () => {
    const at = review()
    if (at && asking.value && comment.value.trim()) keepDraft(me(), at.id, { ...asking.value, comment: comment.value })
  })

  /** What is under way is answered before the next is sent: nothing pressed meanwhile is lost. */
  let before: Promise<unknown> = Promise.resolve()
  function carryOut(call: () => Promise<unknown>) {
    const known = problem.value
    const mine = before.then(() => carry(call, known))
    before = mine
    return mine
  }

  /** What went wrong since this was pressed stays: nobody has read it yet. */
  async function carry(call: () => Promise<unknown>, known?: Problem) {
    busy.value = true
    try {
      await call()
      if (problem.value === known) problem.value = undefined
      return true
    } catch (e) {
      problem.value = asProblem(e)
      return false
    } finally {
      busy.value = false
      changed()
    }
  }

  async function put(passages: number[], code: number, said: string) {
    const at = review()
    if (!at) return
    const overrule = problem.value?.type === 'answered-by-another'
    const former = (at.files ?? []).flatMap(({ passage, mine }) =>
      mine && passages.includes(passage.id) ? [{ passage: passage.id, code: mine.code, comment: mine.comment }] : [],
    )
    const done = await carryOut(() =>
      data(
        api.PUT('/api/reviews/{id}/decisions', {
          params: { path: { id: at.id } },
          body: { turn: at.turn, passages, code, comment: said, overrule },
        }),
      ),
    )
    if (done) {
      // A comment that is asked for by now is for the next decision.
      if (!asking.value || asking.value.passages === passages) {
        dropDraft(me(), at.id)
        asking.value = undefined
        comment.value = ''
      }
      forgetDecided(at.id, passages)
      noteDecided({
        review: at.id,
        turn: at.turn,
        passages,
        code,
        name: codes().find((c) => c.digit === code)?.name ?? '',
        what: file?.(must(passages[0])) ?? '',
        former,
      })
    }
  }

  async function give(passages: number[], code: number) {
    const at = review()
    if (passages.length === 0 || !at || alike(sending, { passages, code })) return
    if (codes().find((c) => c.digit === code)?.commentRequired) {
      problem.value = undefined
      const draft = draftOf(me(), at.id)
      const same = draft && draft.passages.length === passages.length && draft.passages.every((p) => passages.includes(p))
      comment.value = same ? draft.comment : (at.files?.find((f) => f.passage.id === passages[0])?.mine?.comment ?? '')
      asking.value = { code, passages }
      return
    }
    asking.value = undefined
    const mine = (sending = { passages, code })
    await put(passages, code, '')
    if (sending === mine) sending = undefined
  }

  async function say() {
    if (asking.value && comment.value.trim()) await put(asking.value.passages, asking.value.code, comment.value)
  }

  /** Undoes what was decided of files of a review: there is nothing left of it to take back. */
  async function undo(id: number, passages: number[], call: () => Promise<unknown>) {
    if (await carryOut(call)) forgetDecided(id, passages)
    else if (problem.value?.type === 'step-is-over') forgetDecided(id)
  }

  const withdraw = (id: number, turn: number, passages: number[]) =>
    undo(id, passages, () =>
      data(api.POST('/api/reviews/{id}/decisions/withdrawals', { params: { path: { id } }, body: { turn, passages } })),
    )

  async function unsay(passages: number[]) {
    const at = review()
    if (at && passages.length) await withdraw(at.id, at.turn, passages)
  }

  async function takeBackLast() {
    await before
    const last = lastDecided.value
    if (!last) return
    const { review: id, turn, passages } = last
    const former = last.former.filter((f) => passages.includes(f.passage))
    const fresh = passages.filter((p) => !former.some((f) => f.passage === p))
    if (fresh.length) await withdraw(id, turn, fresh)
    // What was said before, with its comment, is said again; the same of several files at once.
    for (let left = former; left.length;) {
      const { code, comment } = must(left[0])
      const same = (f: { code: number; comment: string }) => f.code === code && f.comment === comment
      const body = { turn, passages: left.filter(same).map((f) => f.passage), code, comment, overrule: false }
      left = left.filter((f) => !same(f))
      await undo(id, body.passages, () => data(api.PUT('/api/reviews/{id}/decisions', { params: { path: { id } }, body })))
    }
  }

  async function takeBack(marked: number[]) {
    await before
    await (lastDecided.value ? takeBackLast() : unsay(marked))
  }

  async function leave(call: (at: Review) => Promise<unknown>) {
    const at = review()
    const left = !!at && (await carryOut(() => call(at)))
    if (left) forgetDecided(at.id)
    return left
  }

  const close = () =>
    leave((at) => data(api.POST('/api/reviews/{id}/closings', { params: { path: { id: at.id } }, body: { turn: at.turn } })))
  const release = () =>
    leave((at) => data(api.POST('/api/reviews/{id}/releases', { params: { path: { id: at.id } }, body: { turn: at.turn } })))

  return { problem, busy, asking, comment, codes, give, say, unsay, takeBack, takeBackLast, close, release, carryOut }
}
