import { beforeEach, describe, expect, it } from 'vitest'
import { emptyStore } from '../../../emptyStore'
import { keepAnswer, keepDraft, keepScale, keptAnswer, keptDraft, keptScale } from './drafts'

describe('what is being written', () => {
  beforeEach(emptyStore)

  it('is there again, for who wrote it and that file alone, until it is sent or dropped', () => {
    keepDraft(7, 3, { key: 'k', text: 'Too low.' })
    expect(keptDraft(7, 3)).toEqual({ key: 'k', text: 'Too low.' })
    expect(keptDraft(8, 3)).toBeUndefined()
    expect(keptDraft(7, 4)).toBeUndefined()
    keepDraft(7, 3, undefined)
    expect(keptDraft(7, 3)).toBeUndefined()
  })

  it('is kept where only its place stands, and not where there is nothing', () => {
    keepDraft(7, 3, { key: 'k', text: ' ', place: { page: 1, shape: 'POINT', points: [{ x: 1, y: 2 }] } })
    expect(keptDraft(7, 3)?.place?.page).toBe(1)
    keepDraft(7, 3, { key: 'k', text: ' ' })
    expect(keptDraft(7, 3)).toBeUndefined()
  })

  it('an answer likewise; and all of it goes with whoever signs out', () => {
    keepAnswer(7, 12, 'Done in P02')
    expect(keptAnswer(7, 12)).toBe('Done in P02')
    expect(Object.keys(localStorage).every((k) => k.startsWith('comment/7/'))).toBe(true)
    keepAnswer(7, 12, ' ')
    expect(keptAnswer(7, 12)).toBe('')
  })

  it('what is no draft is none', () => {
    localStorage.setItem('comment/7/3', '{broken')
    expect(keptDraft(7, 3)).toBeUndefined()
  })

  it('a scale is of one page of one file', () => {
    keepScale('hash', 2, 0.25)
    expect(keptScale('hash', 2)).toBe(0.25)
    expect(keptScale('hash', 1)).toBeUndefined()
  })
})
