import type { Schemas } from '../../api/client'

type Field = Schemas['FieldForm']

/** A part of a real name: what stands there, and whether it is only what stands between two others. */
export interface Piece {
  text: string
  between: boolean
}

/** What a piece stands for: itself, a field by its key, or something that is read over. */
export type Meaning = { as: 'itself' } | { as: 'over' } | { as: 'field'; key: string }

/** A name without its ending, taken apart at `-` and `_`. */
export function pieces(name: string): Piece[] {
  const dot = name.lastIndexOf('.')
  const base = dot > 0 ? name.slice(0, dot) : name
  return base
    .split(/([-_]+)/)
    .filter((text) => text !== '')
    .map((text) => ({ text, between: /^[-_]+$/.test(text) }))
}

/** What each piece most likely means: a code is its field's, what is left at the end is the title. Each field once. */
export function guess(parts: Piece[], fields: Field[]): Meaning[] {
  const used = new Set<string>()
  const last = parts.findLastIndex((p) => !p.between)
  return parts.map((part, i) => {
    if (part.between) return { as: 'itself' }
    const coded = fields.find((f) => !used.has(f.key) && f.codes.some((c) => c.code === part.text))
    if (coded) {
      used.add(coded.key)
      return { as: 'field', key: coded.key }
    }
    return i === last ? { as: 'field', key: 'title' } : { as: 'itself' }
  })
}

/** The pattern in which the pieces mean that. */
export function written(parts: Piece[], meanings: Meaning[]): string {
  return parts
    .map((part, i) => {
      const meaning = meanings[i] ?? { as: 'itself' }
      if (meaning.as === 'field') return `{${meaning.key}}`
      return meaning.as === 'over' ? '{*}' : part.text.replace(/[{}[\]\\]/g, '\\$&')
    })
    .join('')
}
