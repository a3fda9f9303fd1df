import { describe, expect, it } from 'vitest'
import { paired, unlike, wordsOf } from './pages'

const pages = (...texts: string[]) => texts.map(wordsOf)
const sheets = ['Plan of the weir crest', 'Section through the pier', 'Details of the gate seal', 'Schedule of bars and laps']

describe('pages of two files', () => {
  it('stand beside each other as they are where nothing was put in', () => {
    expect(paired(pages(...sheets), pages(...sheets))).toEqual([1, 2, 3, 4].map((n) => ({ before: n, now: n })))
  })

  it('a page put in stands alone, and so does one taken out', () => {
    const added = [...sheets.slice(0, 2), 'Notes on concrete cover classes', ...sheets.slice(2)]
    expect(paired(pages(...sheets), pages(...added))).toEqual([
      { before: 1, now: 1 },
      { before: 2, now: 2 },
      { now: 3 },
      { before: 3, now: 4 },
      { before: 4, now: 5 },
    ])
    expect(paired(pages(...sheets), pages(...sheets.slice(1)))[0]).toEqual({ before: 1 })
  })

  it('a page of which some words were changed stays beside what it was', () => {
    expect(paired(pages(...sheets), pages('Plan of the weir sill', ...sheets.slice(1)))[0]).toEqual({ before: 1, now: 1 })
  })

  it('scans without words are taken in their order', () => {
    expect(paired(pages('', ''), pages('', '', ''))).toHaveLength(3)
    expect(paired(pages('', ''), pages('', ''))).toEqual([
      { before: 1, now: 1 },
      { before: 2, now: 2 },
    ])
  })

  it('are as unlike as the words they do not share', () => {
    expect(unlike(wordsOf('one two'), wordsOf('two three'))).toBeCloseTo(2 / 3)
    expect(unlike(wordsOf(''), wordsOf('two'))).toBe(1)
  })
})
