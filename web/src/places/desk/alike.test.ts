import { describe, expect, it } from 'vitest'
import type { PassageRow } from '../../api/client'
import { alike } from './alike'

const row = (id: number, station: string, code: string) => ({ passage: { id, station, stop: { code } } }) as PassageRow

describe('what is stopped alike', () => {
  const rows = [row(1, 'IDENTIFY', 'NAME_DOES_NOT_FIT'), row(2, 'ARRIVE', 'NO_RULE'), row(3, 'IDENTIFY', 'NAME_DOES_NOT_FIT'),
    row(4, 'NUMBER', 'FIELD_MISSING'), row(5, 'IDENTIFY', 'UNKNOWN_NUMBER')]

  it('has the same kind of reason at the same station', () => {
    expect(alike(rows, rows[0]!)).toEqual([1, 3])
  })

  it('is the row alone where no other is like it', () => {
    expect(alike(rows, rows[4]!)).toEqual([5])
  })
})
