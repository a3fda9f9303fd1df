import { describe, expect, it } from 'vitest'
import { CHAR, layOut } from './sample'

describe('a sample number drawn out', () => {
  const pieces = [
    { text: 'KWR', label: 'Project', optional: false },
    { text: '-', optional: false },
    { text: '0001', label: 'counter', width: '4', optional: false },
  ]

  it('stands piece beside piece', () => {
    const { drawn } = layOut(pieces)
    expect(drawn.map((p) => [p.x, p.end])).toEqual([
      [0, 3 * CHAR],
      [3 * CHAR, 4 * CHAR],
      [4 * CHAR, 8 * CHAR],
    ])
  })

  it('has the leftmost label lowest and none for fixed text', () => {
    const { drawn, levels } = layOut(pieces)
    expect(drawn.filter((p) => p.label).map((p) => p.level)).toEqual([1, 0])
    expect(levels).toBe(2)
  })
})
