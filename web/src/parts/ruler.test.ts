import { describe, expect, it } from 'vitest'
import { place, rulerDays } from './ruler'
import { countWorkingDaysBy } from '../say'

describe('the day ruler', () => {
  it('has every day with those nobody works marked', () => {
    countWorkingDaysBy({ daysOff: ['SATURDAY', 'SUNDAY'], holidays: [{ day: '2026-05-18' }] })
    const { days, step } = rulerDays(new Date(2026, 4, 14, 16), new Date(2026, 4, 19, 17))
    expect(step).toBe(1)
    expect(days.map((d) => d.works)).toEqual([true, true, false, false, false, true])
  })

  it('goes by weeks where days would be too narrow', () => {
    expect(rulerDays(new Date(2026, 0, 1), new Date(2026, 6, 1)).step).toBe(7)
  })

  it('puts the end of the last day at its right end', () => {
    const from = new Date(2026, 4, 14, 9)
    const to = new Date(2026, 4, 15, 17)
    expect(place(new Date(2026, 4, 14), from, to)).toBe(0)
    expect(place(new Date(2026, 4, 15), from, to)).toBe(0.5)
    expect(place(new Date(2026, 4, 20), from, to)).toBe(1)
  })
})
