import { describe, expect, it } from 'vitest'
import { colours, type Comment, inOrder } from './comments'

const comment = (id: number, person: number, page?: number, x = 0, y = 0) =>
  ({ id, by: { person }, on: { place: page && { page, shape: 'POINT', points: [{ x, y }] } } }) as unknown as Comment
const ids = (comments: Comment[]) => comments.map((c) => c.id)

describe('comments in the margin', () => {
  it('stand as their places do: general ones first, then by page and from the top down', () => {
    const all = [comment(1, 7, 2, 0, 900), comment(2, 7, 1, 0, 10), comment(3, 7), comment(4, 7, 1, 0, 700)]
    expect(ids(inOrder(all))).toEqual([3, 4, 2, 1])
  })

  it('follow when the pages are turned', () => {
    const all = [comment(1, 7, 1, 10, 10), comment(2, 7, 1, 300, 20), comment(3, 7, 1, 20, 500)]
    expect(ids(inOrder(all, 0))).toEqual([3, 2, 1])
    expect(ids(inOrder(all, 1))).toEqual([1, 3, 2])
    expect(ids(inOrder(all, 2))).toEqual([1, 2, 3])
    expect(ids(inOrder(all, 3))).toEqual([2, 3, 1])
  })

  it('have another colour for each who says something, and the same one always', () => {
    const all = [comment(1, 9), comment(2, 4), comment(3, 9)]
    const who = colours(all)
    expect(who.size).toBe(2)
    expect(who.get(9)).not.toBe(who.get(4))
    expect(colours([comment(8, 4), comment(9, 9)])).toEqual(who)
  })
})
