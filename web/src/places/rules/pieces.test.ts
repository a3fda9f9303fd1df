import { describe, expect, it } from 'vitest'
import { guess, pieces, written } from './pieces'

const FIELDS = [
  {
    key: 'type',
    label: 'Document type',
    kind: 'CODES' as const,
    greatestWidth: 3,
    codes: [{ code: 'DR', meaning: 'drawing', retired: false }],
  },
  {
    key: 'discipline',
    label: 'Discipline',
    kind: 'CODES' as const,
    greatestWidth: 3,
    codes: [{ code: 'H', meaning: 'hydraulics', retired: false }],
  },
]

describe('a pattern from a real name', () => {
  it('takes the name apart without its ending', () => {
    expect(pieces('DR-H_Inlet screen.v2.pdf').map((p) => p.text)).toEqual(['DR', '-', 'H', '_', 'Inlet screen.v2'])
  })

  it('guesses codes and the title, each field once', () => {
    const parts = pieces('DR-H_DR_Inlet screen.pdf')
    expect(written(parts, guess(parts, FIELDS))).toBe('{type}-{discipline}_DR_{title}')
  })

  it('reads over what is said to be, and takes brackets for themselves', () => {
    const parts = pieces('[a]-x_Note')
    expect(written(parts, [{ as: 'itself' }, { as: 'itself' }, { as: 'over' }, { as: 'itself' }, { as: 'field', key: 'title' }])).toBe(
      '\\[a\\]-{*}_{title}',
    )
  })
})
