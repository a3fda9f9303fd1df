import { describe, expect, it } from 'vitest'
import { LEAST, rightsInWords } from './rights'

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
