import { describe, expect, it } from 'vitest'
import { cellAt, setCell } from './matrix'

describe('the distribution matrix', () => {
  it('keeps what stands for another duty of the same cell', () => {
    const cells = setCell(setCell([], 'DR', 'C', 'reviews', [1]), 'DR', 'C', 'told', [2, 3])
    expect(cells).toEqual([{ type: 'DR', discipline: 'C', reviews: [1], approves: [], told: [2, 3] }])
  })

  it('leaves out a cell that says nothing any more', () => {
    expect(setCell(setCell([], 'DR', '', 'reviews', [1]), 'DR', '', 'reviews', [])).toEqual([])
    expect(cellAt([], 'DR', 'C').reviews).toEqual([])
  })
})
