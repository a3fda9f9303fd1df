import { describe, expect, it } from 'vitest'
import { forgetDecided, lastDecided, noteDecided } from './lastDecided'

const given = (review: number, passages: number[], code = 1) => ({
  review,
  turn: 0,
  passages,
  code,
  name: 'accepted',
  what: `file ${passages}`,
  former: [],
})

describe('what was decided last', () => {
  it('is the newest first, whichever review it was in, and what is taken back is gone', () => {
    noteDecided(given(1, [10]))
    noteDecided(given(2, [20, 21], 3))
    expect(lastDecided.value?.passages).toEqual([20, 21])
    forgetDecided(2, [20])
    expect(lastDecided.value?.passages).toEqual([21])
    forgetDecided(2, [21])
    expect(lastDecided.value?.review).toBe(1)
  })

  it('cannot be taken back once the step is closed', () => {
    noteDecided(given(3, [30]))
    forgetDecided(3)
    forgetDecided(1)
    expect(lastDecided.value).toBeUndefined()
  })
})
