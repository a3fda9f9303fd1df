import type { Code } from '../../../api/client'

/** Which decisions a comment holds back while it is open, in words: this one, and those that are better. */
export function heldBack(digit: number, codes: Pick<Code, 'digit' | 'name'>[]): string {
  const name = codes.find((c) => c.digit === digit)?.name
  return `${digit}${name ? ` ${name}` : ''}${digit > 1 ? ', and better' : ''}`
}
