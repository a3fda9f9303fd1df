import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Passage } from '../api/client'
import { marks, whereInWords } from './strip'
import StationStrip from './StationStrip.vue'

const passage = (at: Partial<Passage['at']>): Passage => ({
  id: 1,
  project: 1,
  from: { submission: 1, folder: 1, author: 1, authorFirm: 1 },
  names: { originalName: 'a.pdf', title: 'a' },
  cycle: 1,
  at: { station: 'REVIEW', state: 'WAITING', heldBy: '', since: '2026-05-14T08:00:00Z', ...at },
  files: [],
  version: 0,
})

describe('the station strip', () => {
  it('marks what is passed, where it waits, and what is ahead', () => {
    expect(marks(passage({}))).toEqual(['passed', 'passed', 'passed', 'passed', 'waiting', 'ahead'])
  })
  it('marks a stop at its station', () => {
    expect(marks(passage({ station: 'NUMBER', state: 'STOPPED' }))).toEqual(['passed', 'passed', 'stopped', 'ahead', 'ahead', 'ahead'])
  })
  it('shows all as passed only once it is issued', () => {
    expect(marks(passage({ station: 'ISSUE', state: 'DONE', ended: 'ISSUED' }))).toEqual(Array(6).fill('passed'))
    expect(marks(passage({ station: 'ISSUE', state: 'DONE', ended: 'RETURNED' })).at(-1)).toBe('ended')
  })
  it('says where it is', () => {
    const now = new Date('2026-05-14T11:00:00Z')
    expect(whereInWords(passage({}), now)).toBe('Review, 3 h')
    expect(whereInWords(passage({ state: 'STOPPED', station: 'ARRIVE' }), now)).toBe('Stopped at Arrive, 3 h')
    expect(whereInWords(passage({ ended: 'SENT_BACK' }), now)).toBe('Sent back')
  })
  it('tells it to a screen reader and tells states apart by shape', () => {
    const stopped = mount(StationStrip, {
      props: { passage: passage({ state: 'STOPPED', station: 'IDENTIFY', since: new Date().toISOString() }) },
    })
    expect(stopped.find('svg').attributes('aria-label')).toBe('Stopped at Identify, just now')
    expect(stopped.findAll('rect.passed')).toHaveLength(1)
    expect(stopped.findAll('.stopped path')).toHaveLength(1)
  })
})
