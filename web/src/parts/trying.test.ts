import { describe, expect, it } from 'vitest'
import { bad, names, outcome, type Tried } from './trying'

const tried = (halts: NonNullable<Tried['tried']>['halts'], more = {}): Tried => ({
  name: 'a.pdf',
  files: 1,
  from: '',
  folder: '',
  remarks: [],
  differences: [],
  tried: {
    intake: true,
    passedOver: [],
    watching: [],
    copies: [],
    halts,
    identity: { title: '', fields: [] },
    steps: [],
    ends: [],
    told: [],
    ...more,
  },
})

describe('a trial in words', () => {
  it('takes names one a line, once each', () => {
    expect(names(' a.pdf\r\nb.pdf\n\na.pdf ').map((n) => n.name)).toEqual(['a.pdf', 'b.pdf'])
  })

  it('says where an arrival ends up', () => {
    expect(outcome(tried([{ station: 'ARRIVE', kind: 'STOPPED', account: '', fields: [] }]))).toBe('stopped at Arrive')
    expect(outcome(tried([{ station: 'REVIEW', kind: 'WAITING', account: '', fields: [] }], { route: 'Civil' }))).toBe('review on Civil')
    expect(outcome(tried([{ station: 'ISSUE', kind: 'PASSED', account: '', fields: [] }]))).toBe('filed at once')
    expect(outcome(tried([], { intake: false }))).toBe('only kept')
    const joins = { ...tried([]), tried: undefined, joins: 'It belongs to TR4-0001 P01 Plan, which waits for it.' }
    expect(outcome(joins)).toBe('It belongs to TR4-0001 P01 Plan, which waits for it.')
    expect(bad(joins)).toBe(false)
    expect(bad(tried([{ station: 'IDENTIFY', kind: 'RETURNED', account: '', fields: [] }]))).toBe(true)
  })
})
