import { onScopeDispose, ref, watch } from 'vue'
import { api, data, type Schemas } from '../api/client'
import { useLoaded } from '../load'

export type FoundOfKind = Schemas['FoundOfKind']

const WORDS: Record<FoundOfKind['kind'], [one: string, many: string]> = {
  DOCUMENT: ['document', 'documents'],
  PASSAGE: ['revision', 'revisions'],
  NUMBER: ['number without a document', 'numbers without a document'],
  SUBMISSION: ['submission', 'submissions'],
  FOLDER: ['folder', 'folders'],
  FILE: ['file without a number', 'files without a number'],
  PERSON: ['person', 'people'],
}

/** "3 revisions", "more than 1,000 documents". */
export function howMany(of: FoundOfKind): string {
  const [one, many] = WORDS[of.kind]
  return of.uncounted
    ? `more than ${of.count.toLocaleString('en')} ${many}`
    : `${of.count.toLocaleString('en')} ${of.count === 1 ? one : many}`
}

/** @param most how many of each kind at the most */
export const find = (project: number, text: string, most: number) =>
  data(api.GET('/api/projects/{project}/finds', { params: { path: { project }, query: { text, most } } }))

/** Long enough for a word to be typed on, in milliseconds. */
const PAUSE = 150

/**
 * Finds while one types.
 *
 * @param project where; absent while there is none
 * @param most how many of each kind at the most
 */
export function useFinding(project: () => number | undefined, most: number) {
  const text = ref('')
  /** The text that what is there was found for. */
  const answered = ref('')
  const found = useLoaded(() => find(project() ?? 0, text.value, most))
  let timer: ReturnType<typeof setTimeout> | undefined
  onScopeDispose(() => clearTimeout(timer))
  watch(text, () => {
    clearTimeout(timer)
    timer = setTimeout(() => void ask(), PAUSE)
  })

  /** Asks at once. */
  async function ask() {
    clearTimeout(timer)
    const asked = text.value
    if (!asked.trim() || project() === undefined) return
    await found.load()
    if (asked === text.value) answered.value = asked
  }
  return { text, answered, found, ask }
}
