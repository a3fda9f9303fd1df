import type { Schemas } from '../../api/client'

export type CommentLine = Schemas['CommentLine']
export type Column = 'number' | 'page' | 'by' | 'at' | 'for' | 'state'

/** What is asked of the lines of a comment sheet. */
export interface Narrowed {
  state: '' | 'OPEN' | 'ANSWERED' | 'CLOSED'
  by: string
  text: string
  column: Column
  down: boolean
}

const STATES = ['OPEN', 'ANSWERED', 'CLOSED']
const key: Record<Column, (line: CommentLine) => string | number> = {
  number: (l) => `${l.number} ${l.comment.on.revision ?? ''}`,
  page: (l) => l.comment.on.place?.page ?? 0,
  by: (l) => l.comment.by.name,
  at: (l) => l.comment.by.at,
  for: (l) => l.comment.asked?.due ?? (l.comment.asked ? '9999' : 'z'),
  state: (l) => STATES.indexOf(l.comment.stage),
}
const compare = (a: string | number, b: string | number) =>
  typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b), 'en', { numeric: true })

/** Everything that is said in a line. */
const words = ({ number, title, comment }: CommentLine) =>
  [number, title, comment.text, comment.by.name, comment.asked?.name, ...comment.answers.map((a) => a.text)].join(' ').toLowerCase()

/** The lines that are asked for, in their order. */
export function narrowed(lines: CommentLine[], { state, by, text, column, down }: Narrowed): CommentLine[] {
  const wanted = text.trim().toLowerCase()
  return lines
    .filter((l) => (!state || l.comment.stage === state) && (!by || l.comment.by.name === by) && (!wanted || words(l).includes(wanted)))
    .map((line, i) => ({ line, i }))
    .sort((a, b) => (down ? -1 : 1) * compare(key[column](a.line), key[column](b.line)) || a.i - b.i)
    .map(({ line }) => line)
}
