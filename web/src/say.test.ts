import { computed } from 'vue'
import { describe, expect, it, vi } from 'vitest'
import { count, due, moment, since, size, workingDaysLeft } from './say'

const thursday = new Date('2026-05-14T10:00:00')
const local = (text: string) => new Date(text).toISOString()

describe('dates as people say them', () => {
  it('counts working days over a weekend', () => {
    expect(due(local('2026-05-18T17:00:00'), thursday)).toBe('Mon 18 May, 2 working days left')
  })
  it('says today, and how late', () => {
    expect(due(local('2026-05-14T17:00:00'), thursday)).toBe('Thu 14 May, today')
    expect(due(local('2026-05-12T17:00:00'), thursday)).toBe('Tue 12 May, 2 working days late')
  })
  it('is at least one working day late when only a weekend has passed', () => {
    expect(workingDaysLeft(local('2026-05-15T17:00:00'), new Date('2026-05-16T09:00:00'))).toBe(-1)
  })
  it('says how long something has been so', () => {
    expect(since(local('2026-05-14T09:59:40'), thursday)).toBe('just now')
    expect(since(local('2026-05-14T09:55:00'), thursday)).toBe('5 min')
    expect(since(local('2026-05-13T10:00:00'), thursday)).toBe('24 h')
    expect(since(local('2026-05-04T10:00:00'), thursday)).toBe('10 days')
  })
  it('names today', () => {
    expect(moment(local('2026-05-14T08:05:00'), thursday)).toBe('Today 08:05')
  })
})

describe('sizes and counts', () => {
  it('uses the unit that fits', () => {
    expect([size(12), size(2048), size(5.5 * 1024 ** 2), size(2 * 1024 ** 3)]).toEqual(['12 B', '2 KB', '5.5 MB', '2.00 GB'])
  })
  it('knows one from many', () => {
    expect([count(1, 'file'), count(0, 'file'), count(2, 'file waits', 'files wait')]).toEqual(['1 file', '0 files', '2 files wait'])
  })
})

describe('what is said by this moment', () => {
  it('is said anew as time passes, also where nothing else changes', async () => {
    vi.useFakeTimers({ now: thursday })
    vi.resetModules()
    const say = await import('./say')
    const arrived = computed(() => say.ago(local('2026-05-14T10:00:00')))
    const asked = computed(() => say.due(local('2026-05-14T17:00:00')))
    expect(arrived.value).toBe('just now')
    await vi.advanceTimersByTimeAsync(5 * 60_000)
    expect(arrived.value).toBe('5 min ago')
    expect(asked.value).toBe('Thu 14 May, today')
    await vi.advanceTimersByTimeAsync(24 * 3_600_000)
    expect(asked.value).toBe('Thu 14 May, 1 working day late')
    vi.useRealTimers()
  })
})
