import { computed, getCurrentScope, onScopeDispose, ref, shallowRef, type Ref } from 'vue'
import { asking } from './api/together'
import { Problem } from './api/client'
import { must } from './parts/must'

/** Something shown that is asked from the server: what is there, whether it is being asked, and what went wrong. */
export interface Loaded<T> {
  value: Readonly<Ref<T | undefined>>
  problem: Readonly<Ref<Problem | undefined>>
  loading: Readonly<Ref<boolean>>
  /**
   * Asks (again); a question before it is given up, and so is this one when what shows it goes away. Whoever waits for it has what was
   * asked last: an answer given up for a newer question comes with that one's.
   */
  load: () => Promise<void>
}

export function useLoaded<T>(ask: () => Promise<T>): Loaded<T> {
  const value = shallowRef<T>()
  const problem = shallowRef<Problem>()
  const loading = ref(false)
  let question = new AbortController()
  let newest = Promise.resolve()
  if (getCurrentScope()) onScopeDispose(() => question.abort())
  async function answered(mine: AbortController) {
    try {
      const answer = await asking(mine.signal, ask)
      if (mine.signal.aborted) return
      value.value = answer
      problem.value = undefined
    } catch (e) {
      if (mine.signal.aborted) return
      problem.value = asProblem(e)
    } finally {
      if (!mine.signal.aborted) loading.value = false
    }
  }
  async function load() {
    question.abort()
    question = new AbortController()
    loading.value = true
    newest = answered(question)
    let waited
    do await (waited = newest)
    while (waited !== newest)
  }
  return { value, problem, loading, load }
}

/** Something long that is asked page by page. */
export interface Paged<P, T> {
  /** The first page as it came. */
  first: Readonly<Ref<P | undefined>>
  /** The lines of all pages asked so far. */
  rows: Readonly<Ref<T[]>>
  /** Whether there is more behind them. */
  hasMore: Readonly<Ref<boolean>>
  problem: Readonly<Ref<Problem | undefined>>
  /** Asks again for all pages shown, so that no line stands there twice or is left out. */
  load: () => Promise<void>
  /** Asks for the next page. */
  more: () => Promise<void>
  /** Asks for something else: the first page only. */
  begin: () => Promise<void>
}

/**
 * @param ask asks for the first page, or for the one behind a mark
 * @param page what of the answer are its lines, and the mark of the next page
 */
export function usePaged<P, T>(ask: (after?: string) => Promise<P>, page: (answer: P) => { items: T[]; next?: string }): Paged<P, T> {
  let wanted = 1
  let known: P[] = []
  const pages = useLoaded(async () => {
    const answers = known.length ? [...known] : [await ask()]
    for (let next = mark(answers); answers.length < wanted && next; next = mark(answers)) answers.push(await ask(next))
    return answers
  })
  const mark = (answers: P[]) => page(must(answers.at(-1))).next
  function asking(count: number, behind: P[]) {
    wanted = count
    known = behind
    return pages.load()
  }
  return {
    first: computed(() => pages.value.value?.[0]),
    rows: computed(() => (pages.value.value ?? []).flatMap((answer) => page(answer).items)),
    hasMore: computed(() => !!pages.value.value && !!mark(pages.value.value)),
    problem: pages.problem,
    load: () => asking(wanted, []),
    more: () => asking((pages.value.value?.length ?? 0) + 1, pages.value.value ?? []),
    begin: () => asking(1, []),
  }
}

export function asProblem(e: unknown): Problem {
  if (e instanceof Problem) return e
  console.error(e)
  return new Problem(0, 'fault', 'The screen could not do this because of a fault of its own. Load the page again.')
}
