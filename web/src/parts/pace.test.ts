import { describe, expect, it } from 'vitest'
import { AT_ONCE, kindOf, longest, ofKind, waitWords, words } from './pace'

describe('how soon somebody is told', () => {
  it('is read as it was chosen', () => {
    for (const kind of ['AT_ONCE', 'EVERY', 'HOURLY', 'DAILY'] as const) expect(kindOf(ofKind(kind, AT_ONCE))).toBe(kind)
    expect(ofKind('DAILY', { minutes: 0, hour: 16, workingDays: true })).toEqual({ minutes: 0, hour: 16, workingDays: true })
  })
  it('is said in words', () => {
    expect(words(AT_ONCE)).toBe('at once')
    expect(words({ minutes: 1, workingDays: false })).toBe('gathered over 1 minute')
    expect(words({ minutes: 60, workingDays: true })).toBe('gathered hourly, on working days')
    expect(words({ minutes: 0, hour: 7, workingDays: false })).toBe('gathered, daily at 07:00')
  })
  it('has a longest wait', () => {
    expect(longest({ minutes: 45, workingDays: false })).toBe(45)
    expect(longest({ minutes: 0, hour: 0, workingDays: false })).toBe(1440)
    expect([0, 60, 90, 720, 1440].map(waitWords)).toEqual([
      'not at all',
      'up to 1 hour',
      'up to 90 minutes',
      'up to 12 hours',
      'up to a day',
    ])
  })
})
