import { describe, expect, it } from 'vitest'
import { type CommentLine, narrowed, type Narrowed } from './lines'

const line = (number: string, page: number | undefined, name: string, stage: string, text: string): CommentLine =>
  ({
    number,
    title: 'Weir',
    comment: {
      on: { place: page && { page } },
      by: { name, at: `2026-05-${10 + (page ?? 0)}` },
      stage,
      text,
      answers: [{ text: 'raised' }],
    },
  }) as unknown as CommentLine

const all = [
  line('KW-10', 2, 'Henrike', 'OPEN', 'Short'),
  line('KW-9', undefined, 'Kwabena', 'CLOSED', 'Typing error'),
  line('KW-9', 11, 'Henrike', 'ANSWERED', 'Which joint?'),
]
const plain: Narrowed = { state: '', by: '', text: '', column: 'number', down: false }
const texts = (how: Partial<Narrowed>) => narrowed(all, { ...plain, ...how }).map((l) => l.comment.text)

describe('the lines of a comment sheet', () => {
  it('stand in the order of their numbers, counted as numbers, and of what was there first', () => {
    expect(texts({})).toEqual(['Typing error', 'Which joint?', 'Short'])
    expect(texts({ down: true })).toEqual(['Short', 'Typing error', 'Which joint?'])
  })
  it('stand in the order that is asked for', () => {
    expect(texts({ column: 'page' })).toEqual(['Typing error', 'Short', 'Which joint?'])
    expect(texts({ column: 'state' })).toEqual(['Short', 'Which joint?', 'Typing error'])
  })
  it('are those that are asked for', () => {
    expect(texts({ state: 'CLOSED' })).toEqual(['Typing error'])
    expect(texts({ by: 'Henrike', text: ' JOINT ' })).toEqual(['Which joint?'])
    expect(texts({ text: 'raised' })).toHaveLength(3)
  })
})
