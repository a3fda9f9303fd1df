import { api, data, type Schemas } from '../api/client'

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
