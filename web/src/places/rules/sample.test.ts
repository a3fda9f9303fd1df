import { describe, expect, it } from 'vitest'
import { cells, type Sample } from './sample'

type Tried = NonNullable<NonNullable<Sample['tried']>['tried']>
const tried = (more: Partial<Tried>): Sample => ({
  tried: {
    name: 'a.pdf',
    files: 1,
    from: 'Ruta',
    folder: 'Depot',
    remarks: [],
    differences: [],
    tried: {
      intake: true,
      passedOver: [],
      watching: [],
      halts: [],
      identity: { title: 'a', fields: [] },
      steps: [],
      ends: [],
      told: [],
      copies: [],
      ...more,
    },
  },
})
const rule = { kind: 'HANDLING' as const, name: 'Depot notes' }
const passed = (station: 'IDENTIFY' | 'NUMBER' | 'REVIEW' | 'ISSUE', kind: 'PASSED' | 'STOPPED' = 'PASSED') => ({
  station,
  kind,
  account: `${station} ${kind}`,
  fields: [],
})

describe('the sample under a row that is written', () => {
  it('says why the rule does not fit it, and nothing behind', () => {
    expect(cells({ unmet: 'it is too large' }, rule)).toEqual({ which: { text: 'does not fit: it is too large', bad: true } })
    expect(cells({ taken: 'Everything', ...tried({}) }, rule)).toEqual({
      which: { text: '“Everything” above takes it first', bad: true },
    })
  })

  it('goes as far as it goes, and says there why no further', () => {
    const found = cells(tried({ halts: [passed('IDENTIFY'), passed('NUMBER', 'STOPPED')] }), rule)
    expect(found.number).toEqual({ text: 'NUMBER STOPPED', bad: true })
    expect(found.review).toBeUndefined()
    expect(found.issue).toBeUndefined()
  })

  it('answers in every column where it goes through', () => {
    const found = cells(
      tried({
        halts: [passed('IDENTIFY'), passed('NUMBER'), passed('REVIEW')],
        identity: { number: 'TR4-0001', revision: 'P01', title: 'a', fields: [{ label: 'Type', value: 'DR' }] },
        ends: [
          { digit: 1, name: 'accepted', fine: true, back: false, account: 'Placed.' },
          { digit: 3, name: 'revise', fine: false, back: false, account: 'No folder.' },
        ],
        told: [
          { occasion: 'ARRIVED', gathered: false, who: 'Ruta' },
          { occasion: 'ARRIVED', gathered: false, who: 'Ruta' },
        ],
      }),
      rule,
    )
    expect(found.identify?.text).toBe('Type DR')
    expect(found.number?.text).toBe('TR4-0001 P01')
    expect(found.review?.text).toBe('nobody: at once')
    expect(found.issue).toEqual({ text: '1: Placed. 3: No folder.', bad: true })
    expect(found.tell?.text).toBe('Ruta on arrival')
  })

  it('of a watching rule says only what that rule does', () => {
    const found = cells(
      tried({
        copies: [
          { occasion: 'ARRIVED', rule: 'Mirror', fine: false, account: 'Not copied: it is there.' },
          { occasion: 'ARRIVED', rule: 'Another', fine: true, account: 'Copied.' },
        ],
        told: [
          { occasion: 'ARRIVED', gathered: false, who: 'Ruta', rules: 'Mirror (edition 2)' },
          { occasion: 'ARRIVED', gathered: false, who: 'Olaf', rules: 'Another' },
        ],
      }),
      { kind: 'WATCHING', name: 'Mirror' },
    )
    expect(found.issue).toEqual({ text: 'Not copied: it is there.', bad: true })
    expect(found.tell?.text).toBe('Ruta on arrival')
  })
})
