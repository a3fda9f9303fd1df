import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Rule } from '../../api/client'
import SheetRow from './SheetRow.vue'

const rule = {
  id: 7,
  on: true,
  editionInForce: 2,
  inForce: { kind: 'HANDLING', name: 'Track drawings', description: '', places: [], conditions: [], stations: {} },
  words: { where: 'Work in progress', which: [], identify: [], number: [], prepare: [], review: [], issue: [], tell: [] },
  findings: [],
  fitted: 3,
  version: 1,
} as unknown as Rule
const row = (more = {}) =>
  mount(SheetRow, {
    props: {
      rule,
      at: false,
      column: 'which',
      chosen: false,
      busy: false,
      tight: false,
      up: true,
      down: true,
      over: false,
      ...more,
    },
    global: { stubs: { RouterLink: true } },
  })
const moves = (of: ReturnType<typeof row>) => of.findAll('.moves button').map((b) => b.attributes('aria-label'))

describe('a row of the rule sheet', () => {
  it('is moved by buttons that say what they move, not past the ends', async () => {
    const first = row({ up: false })
    expect(moves(first)).toEqual(['Move “Track drawings” up', 'Move “Track drawings” down', 'Drag “Track drawings” to another place'])
    expect(first.get('[aria-label="Move “Track drawings” up"]').attributes('disabled')).toBeDefined()
    await first.get('[aria-label="Move “Track drawings” down"]').trigger('click')
    expect(first.emitted('move')).toEqual([[1]])
    expect(moves(row({ up: false, down: false }))).toEqual([])
  })

  it('shows them on the marked row only where there are many', () => {
    expect(moves(row({ tight: true }))).toEqual([])
    expect(moves(row({ tight: true, at: true }))).toHaveLength(3)
  })

  it('takes another row that is dropped on it, and shows where it would go', async () => {
    const under = row({ over: true })
    await under.get('tr').trigger('dragover')
    expect(under.get('tr').classes()).toContain('aimed')
    await under.get('tr').trigger('drop')
    expect(under.emitted('drop')).toHaveLength(1)
    expect(under.get('tr').classes()).not.toContain('aimed')
    const alone = row()
    await alone.get('tr').trigger('dragover')
    expect(alone.get('tr').classes()).not.toContain('aimed')
    await alone.get('.grip').trigger('dragstart')
    expect(alone.emitted('drag')).toHaveLength(1)
  })

  it('lets step back what says the same as the project, and not what is its own', () => {
    const says = { identify: ['Looks for a number.'], number: [], prepare: [], review: ['On route A.'], issue: [], tell: [], which: [] }
    const words = { ...rule.words, identify: ['Looks for a number.'], review: ['On route B.'] }
    const its = row({ rule: { ...rule, words }, says })
    const cell = (column: string) => its.get(`td[data-is=${column}] .cell`).classes()
    expect(cell('Identify')).toContain('quiet')
    expect(cell('Review')).not.toContain('quiet')
  })
})
