/** What a text may name of what it is about, beside the project's own fields: the field's key and what it is. */
export const MERGE_FIELDS: { key: string; word: string }[] = [
  { key: 'number', word: 'number' },
  { key: 'revision', word: 'revision' },
  { key: 'title', word: 'title' },
  { key: 'status', word: 'status code' },
  { key: 'decision', word: 'decision' },
  { key: 'reason', word: 'reason' },
  { key: 'name', word: 'name it came under' },
  { key: 'author', word: 'author' },
  { key: 'firm', word: "the author's firm" },
  { key: 'folder', word: 'folder' },
  { key: 'submission', word: 'submission' },
  { key: 'purpose', word: 'purpose' },
  { key: 'rule', word: 'rule' },
]

/** A text with something put where the cursor is, in the place of what is selected, and where the cursor goes then. */
export function put(text: string, what: string, from: number, to: number, most: number): { text: string; cursor: number } {
  const whole = text.slice(0, from) + what + text.slice(to)
  return whole.length > most ? { text, cursor: to } : { text: whole, cursor: from + what.length }
}
