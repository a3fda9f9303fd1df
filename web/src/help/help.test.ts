import { describe, expect, it } from 'vitest'
import { HELP } from './help'
import { nameOf } from './nameOf'

const project = {
  code: 'TR4',
  fields: [{ key: 'type', label: 'Type', kind: 'CODES', greatestWidth: 2, codes: [{ code: 'DR', meaning: 'drawing', retired: false }] }],
  decisionCodes: [{ digit: 1, name: 'go ahead' }],
  statusCodes: [],
} as never

describe('words of help', () => {
  it('are sentences, and their examples are of one’s own project', () => {
    for (const [place, help] of Object.entries(HELP))
      for (const [field, word] of Object.entries(help.fields)) {
        expect(word.text, `${place}: ${field}`).toMatch(/[.]$/)
        expect(() => word.example?.(project), `${place}: ${field}`).not.toThrow()
      }
    expect(HELP.rules!.fields['Names are read as (may stay empty)']!.example!(project)).toBe('{type}_{title} reads DR_Site plan')
    expect(HELP.numbers!.fields.Pattern!.example!(project)).toBe('TR4-{type}-{counter:4}')
  })

  it('are found by what a field is called, whatever number or name is in that', () => {
    document.body.innerHTML = `
      <label><span>Where 3 goes</span><select id="a"></select></label>
      <input id="b" aria-label="Put “Civil design” in force" />
      <ul data-help="Stands on"><li><input id="c" aria-label="With what is below Drawings" /></li></ul>
      <span id="lead">Drawn together by</span><select id="d" aria-labelledby="lead"></select>`
    const name = (id: string) => nameOf(document.getElementById(id)!)
    expect(['a', 'b', 'c', 'd'].map(name)).toEqual(['Where # goes', 'Put “…” in force', 'Stands on', 'Drawn together by'])
  })
})
