import { describe, expect, it } from 'vitest'
import { emptyCondition, emptyRule, notTarget, ownWord, usualStatus, whole, type Part } from './choices'

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

describe('where something can be placed', () => {
  const folder = (state: 'WORK_IN_PROGRESS' | 'SHARED' | 'ARCHIVE') => ({ state, path: 'A' }) as never
  const codes = [
    { code: 'S2', states: ['SHARED' as const] },
    { code: 'XX', states: [] },
  ]

  it('is said with the reason where it cannot be', () => {
    expect(notTarget({ state: 'ARCHIVE' }, false)).toContain('no longer current')
    expect(notTarget({ state: 'WORK_IN_PROGRESS' }, true)).toContain('leaves it')
    expect(notTarget({ state: 'WORK_IN_PROGRESS' }, false)).toBe('')
    expect(notTarget({ state: 'SHARED' }, true)).toBe('')
  })

  it('begins with a status code that goes with the folder, and with none for what has no number', () => {
    expect(usualStatus(codes, folder('SHARED'), true)).toBe('S2')
    expect(usualStatus(codes, folder('WORK_IN_PROGRESS'), true)).toBe('XX')
    expect(usualStatus(codes, folder('SHARED'), false)).toBe('')
  })

  it('follows the project where a rule is silent', () => {
    expect(whole({ number: {}, review: undefined }, { number: { scheme: 'a' }, review: { route: 'b' } })).toEqual({
      number: {},
      review: { route: 'b' },
    })
  })
})
