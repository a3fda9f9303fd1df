import { describe, expect, it } from 'vitest'
import type { Rule, RuleForm, Sheet } from '../../api/client'
import { emptyRule } from './choices'
import { restoring } from './restoring'

const form = (name: string): RuleForm => ({ ...emptyRule(), name })
const rule = (id: number, draft?: string, by = 'Mirela'): Rule =>
  ({
    id,
    on: true,
    editionInForce: 1,
    inForce: form('in force'),
    draft: draft === undefined ? undefined : form(draft),
    drafted: draft === undefined ? undefined : { by, at: '' },
    findings: [],
    fitted: 0,
    version: 1,
    words: { where: '', which: [], identify: [], number: [], review: [], issue: [], tell: [] },
  }) as unknown as Rule
const sheet = (rules: Rule[], project?: object): Sheet =>
  ({ edition: 1, reordered: false, rules, project: { inForce: {}, draft: project, version: 0 } }) as unknown as Sheet

describe('bringing drafts back', () => {
  it('does nothing where nothing changed', () => {
    const before = sheet([rule(1), rule(2, 'a')])
    expect(restoring(before, sheet([rule(1), rule(2, 'a')]), 'Mirela')).toEqual({
      drop: [],
      drafts: [],
      order: undefined,
      project: undefined,
    })
  })

  it('drops what came, puts back what was written over, and the order and the word of the project', () => {
    const before = sheet([rule(1), rule(2, 'mine'), rule(3)], { review: { route: 'civil' } })
    const now = sheet([rule(3), rule(2, 'from the file'), rule(1, 'from the file'), rule(4, 'new')])
    expect(restoring(before, now, 'Mirela')).toEqual({
      drop: [1, 4],
      drafts: [{ id: 2, form: form('mine') }],
      order: [1, 2, 3],
      project: { stations: { review: { route: 'civil' } } },
    })
  })

  it('leaves what others wrote and added in between, and what they took off', () => {
    expect(
      restoring(
        sheet([rule(1), rule(2), rule(3, 'mine')]),
        sheet([rule(5, 'theirs', 'Aoife'), rule(1), rule(3, 'theirs', 'Aoife')]),
        'Mirela',
      ),
    ).toEqual({ drop: [], drafts: [], order: [1, 3, 5], project: undefined })
  })
})
