import { describe, expect, it } from 'vitest'
import { emptyCondition, emptyRule, ownWord, type Part } from './choices'

const kinds = { checks: [{ key: 'nameMisfit', with: 'a name no pattern reads', hint: '', usual: 'STOP', options: [] }] }

describe('what a rule begins with', () => {
  it('leaves every station to the project', () => {
    expect(emptyRule().stations).toEqual({})
    expect(emptyRule('WATCHING').stations.tell?.tellings).toHaveLength(1)
  })

  it("takes over the project's word when a station is no longer left to it, as a copy of its own", () => {
    const project = {
      number: { scheme: 'documents' },
      tell: { tellings: [{ occasion: 'ISSUED' as const, whom: [{ kind: 'AUTHOR' as const }], text: '' }] },
    }
    const own = ownWord('tell', project, kinds)
    expect(own).toEqual({ tell: project.tell })
    own.tell!.tellings[0]!.text = 'changed'
    expect(project.tell.tellings[0]!.text).toBe('')
    expect(ownWord('identify', project, kinds).identify?.checks).toEqual({ nameMisfit: 'STOP' })
    expect(ownWord('issue', project, kinds).issue?.byCode.map((f) => f.target.kind)).toEqual(['PROJECT', 'PROJECT', 'PROJECT', 'PROJECT'])
  })

  it('begins a condition with what its parts begin with', () => {
    const part = (key: string, shape: Part['shape'], open = false) => ({ key, word: key, shape, options: [], open })
    expect(emptyCondition({ key: 'SIZE', word: 'size', parts: [part('least', 'SIZE'), part('most', 'SIZE', true)] })).toEqual({
      kind: 'SIZE',
      least: 0,
    })
    expect(emptyCondition({ key: 'ANY', word: 'any', parts: [part('conditions', 'GROUP')] })).toEqual({ kind: 'ANY', conditions: [] })
    expect(emptyCondition({ key: 'NAME', word: 'name', parts: [part('pattern', 'PATTERN')] })).toEqual({ kind: 'NAME', pattern: '' })
  })
})
