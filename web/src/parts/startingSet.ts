import type { Schemas } from '../api/client'

export type Offered = Schemas['OfferedSet']
export type Entry = Schemas['SetEntry']

/** Codes as people write them: one a line, the code and what it means. */
export const written = (codes: Schemas['CodeOfSet'][]) => codes.map((c) => `${c.code} ${c.meaning}`).join('\n')

/** Reads them; a line without a meaning means itself. */
export function codesOf(text: string): Schemas['CodeOfSet'][] {
  return text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const [code = '', ...meaning] = line.split(/[\s:;,=]+/)
      return { code, meaning: meaning.join(' ') || code }
    })
}

/** What of a set is otherwise, as it is sent: only what was changed. */
export function entryOf(set: Offered, file: string | undefined, texts: Record<string, string>, pattern: string, names: string): Entry {
  const changed = set.codes.filter((c) => texts[c.field] !== undefined && texts[c.field] !== written(c.codes))
  return {
    key: file === undefined ? set.key : undefined,
    file,
    codes: Object.fromEntries(changed.map((c) => [c.field, codesOf(texts[c.field] ?? '')])),
    pattern: set.pattern !== undefined && pattern !== set.pattern ? pattern : undefined,
    names: names.trim() ? names : undefined,
  }
}
