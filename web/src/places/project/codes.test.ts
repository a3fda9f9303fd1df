import { describe, expect, it } from 'vitest'
import { firstCodes } from './codes'

describe('the first codes of a revision sequence', () => {
  it('counts behind a prefix', () => {
    expect(firstCodes({ kind: 'COUNTED', prefix: 'P', width: 2, first: 1, leftOut: '' })).toEqual(['P01', 'P02', 'P03'])
    expect(firstCodes({ kind: 'COUNTED', prefix: '', width: 1, first: 0, leftOut: '' })).toEqual(['0', '1', '2'])
  })

  it('leaves letters out', () => {
    expect(firstCodes({ kind: 'LETTERS', prefix: '', width: 1, first: 1, leftOut: 'B' })).toEqual(['A', 'C', 'D'])
  })
})
