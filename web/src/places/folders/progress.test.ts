import { describe, expect, it } from 'vitest'
import { inWords, progress, worthShowing } from './progress'
import type { Drop, Sending } from './upload'

const file = (state: Sending['state'], sent = 0): Sending => ({ name: state, size: 100, sent, state, reason: '' })

describe('how far a drop is', () => {
  it('goes by bytes, and tells from the pace so far how long the rest takes', () => {
    const drop: Drop = { state: 'sending', files: [file('received', 100), file('sending', 50), file('waiting'), file('waiting')] }
    expect(progress(drop, 0, 30_000)).toEqual({ received: 1, files: 4, share: 0.375, left: 50 })
    expect(progress(drop, 0, 500).left).toBeUndefined()
  })

  it('counts what was refused as done, so that the bar comes to its end', () => {
    expect(progress({ state: 'sending', files: [file('received', 100), file('refused')] }, 0, 5000).share).toBe(1)
  })

  it('says the time as people do', () => {
    expect(inWords(0.2)).toBe('about 1 s left')
    expect(inWords(150)).toBe('about 3 min left')
  })

  it('folds what went well in a large drop and shows what did not', () => {
    const many = [...Array.from({ length: 60 }, () => file('received', 100)), file('sending'), file('failed'), file('waiting')]
    expect(worthShowing(many, 50, () => false).map((f) => f.state)).toEqual(['sending', 'failed'])
    expect(worthShowing(many, 50, (f) => f === many[3])).toEqual([many[3], many[60], many[61]])
    expect(worthShowing(many.slice(0, 10), 50, () => false)).toHaveLength(10)
  })
})
