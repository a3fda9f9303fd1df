import { beforeEach, describe, expect, it } from 'vitest'
import { emptyStore } from '../../emptyStore'
import { draftOf, draftsOf, dropDraft, keepDraft } from './drafts'

describe('a comment that is being typed', () => {
  beforeEach(() => {
    emptyStore()
  })

  it('is there again for the same person and review, and for nobody else', () => {
    keepDraft(1, 7, { code: 3, passages: [4], comment: 'Handrail' })
    expect(draftOf(1, 7)).toEqual({ code: 3, passages: [4], comment: 'Handrail' })
    expect(draftOf(2, 7)).toBeUndefined()
    expect(draftOf(1, 8)).toBeUndefined()
  })

  it('is gone once it is sent', () => {
    keepDraft(1, 7, { code: 3, passages: [4], comment: 'Handrail' })
    dropDraft(1, 7)
    expect(draftOf(1, 7)).toBeUndefined()
  })

  it('is found again for every review it was for', () => {
    keepDraft(1, 7, { code: 3, passages: [4], comment: 'Handrail' })
    keepDraft(1, 9, { code: 2, passages: [5], comment: ' ' })
    keepDraft(2, 8, { code: 2, passages: [6], comment: 'Somebody else' })
    expect(draftsOf(1).map((d) => d.review)).toEqual([7])
  })

  it('that cannot be read is as if there were none', () => {
    localStorage.setItem('draft/1/7', '{broken')
    expect(draftOf(1, 7)).toBeUndefined()
  })
})
