import { describe, expect, it } from 'vitest'
import { insertables, meaning, patternOf, taken, written, type NamePart } from './example'

const part = (text: string, as: NamePart['as'], key = '', forms: string[] = []): NamePart => ({ text, as, key, forms })
const daily = [
  part('daily', 'FIXED'),
  part('_', 'BETWEEN'),
  part('03_04_2031', 'DAY', 'day', ['DD_MM_YYYY', 'MM_DD_YYYY']),
  part('_', 'BETWEEN'),
  part('7', 'OVER'),
]

describe('an example name taken apart', () => {
  it('is a pattern again, with what is special in a pattern as it stands', () => {
    expect(patternOf(daily)).toBe('daily_{day:DD_MM_YYYY}_{*}')
    expect(written(part('[old]{x}', 'FIXED'))).toBe('\\[old\\]\\{x\\}')
  })

  it('is read otherwise where that is said', () => {
    const other = daily.map((p, i) => (i === 2 ? taken(p, 'day MM_DD_YYYY') : i === 0 ? taken(p, 'field type') : p))
    expect(patternOf(other)).toBe('{type}_{day:MM_DD_YYYY}_{*}')
    expect(other[2]!.forms).toEqual(['MM_DD_YYYY', 'DD_MM_YYYY'])
    expect(patternOf(daily.map((p, i) => (i === 4 ? taken(p, '') : p)))).toBe('daily_{day:DD_MM_YYYY}_7')
    expect(daily.map(meaning)).toEqual(['', '', 'day DD_MM_YYYY', '', '*'])
  })

  it('offers its fields and usual shortenings of its date to be put in elsewhere', () => {
    expect(insertables([...daily, part('DR', 'FIELD', 'type')]).map((i) => i.text)).toEqual([
      '{day:YYYY}',
      '{day:MM}',
      '{day:MM_YYYY}',
      '{day:YYYY-MM}',
      '{day:DD_MM_YYYY}',
      '{type}',
    ])
  })
})
