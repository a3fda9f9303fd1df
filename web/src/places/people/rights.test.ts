import { describe, expect, it } from 'vitest'
import { LEAST, rightsInWords, usualRole, type Rights } from './rights'

describe('what a role lets do', () => {
  const firms = [
    { id: 1, name: 'Fennick Hydraulics' },
    { id: 2, name: 'Aldermoor Civils' },
  ]

  it('begins with the least', () => {
    expect(rightsInWords(LEAST, firms)).toBe('see the own firm’s folders')
  })

  it('names the firms whose work is opened', () => {
    expect(rightsInWords({ ...LEAST, seesFirms: [2], decides: true }, firms)).toBe(
      'see the own firm’s folders and those of Aldermoor Civils; decide where a route says so',
    )
  })

  it('is everything for who controls', () => {
    expect(rightsInWords({ ...LEAST, controls: true }, firms)).toBe('look after documents, rules and people; see and do all else')
  })
})

describe('the role most people begin with', () => {
  const role = (id: number, may: Partial<Rights>) => ({ id, name: `role ${id}`, may: { ...LEAST, ...may }, holders: [], version: 0 })

  it('lets hand in and nothing else, whatever it is called', () => {
    expect(
      usualRole([role(1, { handsIn: true, decides: true }), role(2, { handsIn: true, seesFirms: [4] }), role(3, { handsIn: true })])?.id,
    ).toBe(3)
    expect(usualRole([role(4, { handsIn: true, sendsByHand: true }), role(5, { handsIn: true, seesAll: true })])).toBeUndefined()
  })

  it('is none where no role is so little', () => {
    expect(usualRole([role(1, { controls: true, handsIn: true, decides: true }), role(2, {})])).toBeUndefined()
    expect(usualRole([])).toBeUndefined()
  })
})
