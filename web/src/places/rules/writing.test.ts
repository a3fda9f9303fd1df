import { beforeEach, describe, expect, it } from 'vitest'
import { effectScope, ref } from 'vue'
import { emptyStore } from '../../emptyStore'
import { broughtOver, forgetWriting, keepWriting, useWriting, writingKey, writings } from './writing'

interface Form {
  name: string
  lines: string[]
}
const KEY = writingKey(7, 1, 'rule 12')
const begin = (there: () => Form, key = KEY) => {
  const scope = effectScope()
  return { ...scope.run(() => useWriting(key, there))!, leave: () => scope.stop() }
}

describe('what is being written', () => {
  beforeEach(() => {
    emptyStore()
    writings(7, 1).forEach((w) => forgetWriting(writingKey(7, 1, w.what)))
  })

  it('is there again when the editor was closed by anything but saving or dropping it', () => {
    const there = { name: 'Drawings', lines: ['a'] }
    const first = begin(() => there)
    first.form.value.lines.push('b')
    first.leave()
    const second = begin(() => there)
    expect([second.restored, second.form.value.lines]).toEqual([true, ['a', 'b']])
    expect(there.lines).toEqual(['a'])
    expect(writings<Form>(7, 1).map((w) => [w.what, w.form.name])).toEqual([['rule 12', 'Drawings']])
    second.leave()
    forgetWriting(KEY)
    expect([begin(() => there).restored, writings(7, 1)]).toEqual([false, []])
  })

  it('is nothing once it says again what was there', () => {
    const writing = begin(() => ({ name: 'Drawings', lines: [] }))
    writing.form.value.name = 'Drawing'
    expect(writings(7, 1)).toHaveLength(1)
    writing.form.value.name = 'Drawings'
    expect(writings(7, 1)).toEqual([])
  })

  it('says when another changed it meanwhile, and takes theirs or keeps mine only when told', () => {
    const there = ref<Form>({ name: 'Drawings', lines: [] })
    const writing = begin(() => there.value)
    writing.form.value.name = 'Mine'
    expect(writing.changedMeanwhile.value).toBe(false)
    there.value = { name: 'Theirs', lines: [] }
    expect([writing.changedMeanwhile.value, writing.form.value.name]).toEqual([true, 'Mine'])
    writing.keepMine()
    expect([writing.changedMeanwhile.value, writing.form.value.name]).toEqual([false, 'Mine'])
    there.value = { name: 'Theirs again', lines: [] }
    expect(writing.changedMeanwhile.value).toBe(true)
    writing.takeTheirs()
    expect([writing.changedMeanwhile.value, writing.form.value.name, writings(7, 1)]).toEqual([false, 'Theirs again', []])
  })

  it('says so too when the change came while the editor was closed', () => {
    const first = begin(() => ({ name: 'Drawings', lines: [] }))
    first.form.value.name = 'Mine'
    first.leave()
    const second = begin(() => ({ name: 'Theirs', lines: [] }))
    expect([second.changedMeanwhile.value, second.form.value.name]).toEqual([true, 'Mine'])
  })

  it('can be brought back after it was dropped, and what is broken in the store counts as nothing', () => {
    keepWriting(KEY, { name: 'Dropped', lines: [] }, { name: 'Drawings', lines: [] })
    expect(begin(() => ({ name: 'Drawings', lines: [] })).form.value.name).toBe('Dropped')
    localStorage.setItem(writingKey(7, 1, 'rule 13'), '{broken')
    expect(begin(() => ({ name: 'Other', lines: [] }), writingKey(7, 1, 'rule 13')).form.value.name).toBe('Other')
    expect(writings<Form>(7, 2)).toEqual([])
  })

  it('brings over what was written before a target was of one kind', () => {
    const place = { into: { folder: 7, path: '', name: '{number}' }, status: 'A1' }
    const old = {
      name: 'Drawings',
      stations: {
        issue: {
          byCode: [
            { code: 1, asProject: false, back: false, place },
            { code: 2, asProject: true, back: false },
            { code: 3, asProject: false, back: true },
            { code: 4, asProject: false, back: false },
          ],
        },
      },
    }
    const now = {
      name: 'Drawings',
      stations: {
        issue: {
          byCode: [
            { code: 1, target: { kind: 'PLACE', place } },
            { code: 2, target: { kind: 'PROJECT' } },
            { code: 3, target: { kind: 'BACK' } },
          ],
        },
      },
    }
    expect(broughtOver(old)).toEqual(now)
    expect(broughtOver(now)).toEqual(now)
  })

  it('brings over a rule from before rules put copies', () => {
    const old = { name: 'Tells', places: [], conditions: [], stations: {} }
    expect(broughtOver(old)).toEqual({ ...old, copies: [] })
    expect(broughtOver({ ...old, copies: [1] })).toEqual({ ...old, copies: [1] })
  })
})
