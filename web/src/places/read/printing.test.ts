import { describe, expect, it } from 'vitest'
import type { Comment } from './comments/comments'
import { marksOn, pagesOf } from './printing'

describe('which pages are printed', () => {
  it('is said as people write it', () => {
    expect(pagesOf('1-3, 7', 10)).toEqual([1, 2, 3, 7])
    expect(pagesOf(' 7 , 7–8,2 ', 7)).toEqual([2, 7])
    expect(pagesOf('3-999999', 5)).toEqual([3, 4, 5])
  })
  it('is nothing where it is not understood, or there is no such page', () => {
    for (const text of ['', 'all', '1-', '0', '8-9', '1;2']) expect(pagesOf(text, 7)).toBeUndefined()
  })
})

describe('marks on a printed page', () => {
  it('have the number of their comment, and only those of the page are there', async () => {
    const at = (page: number) => ({ on: { place: { page, shape: 'BOX', points: [{ x: 1, y: 2 }] } }, by: { person: 4 }, text: '' })
    const comments = [at(2), at(1), at(2)] as unknown as Comment[]
    const source = {
      lies: () =>
        Promise.resolve({ toPixels: ({ x, y }: { x: number; y: number }) => [x * 2, y * 2] as const, toPoint: () => ({ x: 0, y: 0 }) }),
    }
    const marks = await marksOn(source, 2, comments, new Map([[4, 'teal']]))
    expect(marks.map((m) => [m.number, m.colour])).toEqual([
      [1, 'teal'],
      [3, 'teal'],
    ])
    expect(marks[0]!.path).toContain('M2 4')
  })
})
