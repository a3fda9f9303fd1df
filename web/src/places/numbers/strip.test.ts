import { describe, expect, it } from 'vitest'
import { place, range, rulings } from './strip'

const stretch = (from: number, to: number) => ({ from, to, state: 'ASSIGNED', numbers: to - from + 1 })

describe('the strip of a counter', () => {
  it('shows what was given and a little of what is free', () => {
    expect(range(1, 101, [stretch(1, 100)], 1)).toEqual({ from: 1, upTo: 114 })
  })

  it('reaches to numbers that lie beyond the next', () => {
    expect(range(1, 3, [stretch(1, 2), stretch(500, 500)], 1).upTo).toBeGreaterThan(500)
  })

  it('never lets a single number vanish', () => {
    expect(place(stretch(5000, 5000), { from: 1, upTo: 10_001 }, 600, 1).width).toBe(2)
  })

  it('has a ruler of round values', () => {
    expect(rulings({ from: 1, upTo: 113 })).toEqual([20, 40, 60, 80, 100])
    expect(rulings({ from: 1, upTo: 12 })).toContain(2)
  })
})
