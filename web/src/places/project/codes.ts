/** How a revision sequence is written, as far as its first codes need it. */
export interface Written {
  kind: 'COUNTED' | 'LETTERS'
  prefix: string
  width: number
  first: number
  leftOut: string
}

/** The first codes of a sequence while it is edited; the server has the last word. */
export function firstCodes(s: Written, howMany = 3): string[] {
  if (s.kind === 'LETTERS') return [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].filter((c) => !s.leftOut.includes(c)).slice(0, howMany)
  return Array.from({ length: howMany }, (_, i) => s.prefix + String(i + s.first).padStart(s.width, '0'))
}
