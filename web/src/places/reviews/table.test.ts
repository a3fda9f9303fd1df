import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { playServer, shown } from '../../testing'
import ReviewTable from './ReviewTable.vue'

afterEach(() => vi.unstubAllGlobals())

const row = (id: number, over: Partial<Schemas['ReviewRow']> = {}): Schemas['ReviewRow'] => ({
  id,
  family: id,
  submission: { id: 9, reference: 'LIN-S-0009', author: 'Ottilie Grünwald', authorFirm: 'TRM' },
  first: { passage: 1, what: `Sleeper plan ${id}` },
  files: { all: 3, live: 2, answered: 1 },
  route: 'Track',
  cycle: 2,
  step: { at: 0, of: 2, name: 'Review' },
  state: 'OPEN',
  with: [{ person: 'Bruno Achterberg', answered: 1, inHand: true }],
  ended: [],
  times: { begun: '2026-05-14T08:00:00Z', due: '2026-05-20T15:00:00Z', workingDaysLeft: 2 },
  ...over,
})
const cells = (text: string) => text.replace(/\s+/g, ' ')

describe('reviews at a glance', () => {
  it('say how many files go together, at which step, and who has them in hand', async () => {
    playServer({})
    const { screen } = await shown(ReviewTable, '/', { rows: [row(1)] })
    const line = cells(screen.get('tbody tr').text())
    expect(line).toContain('Sleeper plan 1 +2')
    expect(line).toContain('1/2 Review')
    expect(line).toContain('in hand')
    expect(screen.get('.far').attributes('title')).toBe('1 of 2 files decided')
    expect(screen.get('.far span').attributes('style')).toContain('width: 50%')
  })

  it('say how one ended where it is over', async () => {
    playServer({})
    const over = row(2, {
      state: 'TAKEN_BACK',
      step: { at: 0, of: 2, name: '' },
      files: { all: 1, live: 0, answered: 0 },
      with: [],
      ended: [{ code: 3, files: 2 }],
      times: { begun: '2026-05-14T08:00:00Z', closed: '2026-05-18T08:00:00Z' },
    })
    const { screen } = await shown(ReviewTable, '/', { rows: [over] })
    expect(screen.get('td.step').text()).toBe('taken back')
    expect(screen.get('.end').text()).toBe('3×2')
    expect(screen.findAll('.far')).toHaveLength(0)
  })

  it('open by the keyboard, one at a time, and do not run out at the end', async () => {
    const calls = playServer({})
    const { screen, settled } = await shown(ReviewTable, '/', { rows: [row(1), row(2)] })
    const press = async (key: string) => {
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
      await settled()
    }
    await press('ArrowDown')
    await press('ArrowDown')
    await press('Enter')
    expect(screen.findAll('tr.opened')).toHaveLength(1)
    expect(calls.map((c) => c.what)).toContain('GET /api/reviews/2')
    await press('ArrowUp')
    await press('Enter')
    expect(calls.map((c) => c.what)).toContain('GET /api/reviews/1')
    expect(screen.findAll('tr.opened')).toHaveLength(1)
    await press('Enter')
    expect(screen.findAll('tr.opened')).toHaveLength(0)
  })
})
