import { describe, expect, it } from 'vitest'
import type { PassageRow } from '../../api/client'
import { alike, cards } from './alike'

const row = (id: number, station: string, code: string) => ({ passage: { id, at: { station, stop: { code } } } }) as PassageRow

describe('what is stopped alike', () => {
  const rows = [
    row(1, 'IDENTIFY', 'NAME_DOES_NOT_FIT'),
    row(2, 'ARRIVE', 'NO_RULE'),
    row(3, 'IDENTIFY', 'NAME_DOES_NOT_FIT'),
    row(4, 'NUMBER', 'FIELD_MISSING'),
    row(5, 'IDENTIFY', 'UNKNOWN_NUMBER'),
  ]

  it('has the same kind of reason at the same station', () => {
    expect(alike(rows, rows[0]!)).toEqual([1, 3])
  })

  it('is the row alone where no other is like it', () => {
    expect(alike(rows, rows[4]!)).toEqual([5])
  })
})

describe('many that are stopped alike', () => {
  const rows = [
    row(1, 'IDENTIFY', 'NAME_DOES_NOT_FIT'),
    row(2, 'ARRIVE', 'NO_RULE'),
    row(3, 'IDENTIFY', 'NAME_DOES_NOT_FIT'),
    row(4, 'IDENTIFY', 'NAME_DOES_NOT_FIT'),
  ]

  it('are one card where the first of them stands, until it is unfolded', () => {
    expect(cards(rows, new Set(), 3).map((c) => c.rows.map((r) => r.passage.id))).toEqual([[1, 3, 4], [2]])
    expect(cards(rows, new Set(['IDENTIFY NAME_DOES_NOT_FIT']), 3).map((c) => c.rows.length)).toEqual([1, 1, 1, 1])
    expect(cards(rows, new Set(), 4)).toHaveLength(4)
  })
})
