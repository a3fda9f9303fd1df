import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { useSession } from '../../session'
import { playServer, shown, type Played } from '../../testing'
import Register from './Register.vue'

beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }))
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const DOCUMENTS = 'GET /api/projects/3/documents'
const InProject = defineComponent(() => {
  useSession().projects = [{ id: 3, code: 'LIN', name: 'Line 4', workingDays: { daysOff: [], holidays: [] } } as never]
  return () => h(Register)
})
const row = (id: number, over = {}) => ({
  id,
  number: `LIN-TRM-C-DR-000${id}`,
  title: `Sleeper plan ${id}`,
  ownReference: '',
  originator: 'TRM',
  values: { type: 'DR' },
  onItsWay: false,
  lies: false,
  current: [],
  since: '2026-05-14T08:00:00Z',
  ...over,
})
const register = async (answers: Played) => {
  const calls = playServer(answers)
  return { calls, ...(await shown(InProject, '/register')) }
}

describe('the register', () => {
  it('tells numbers nothing has come for from those that were voided, lie, or are on their way', async () => {
    const { screen } = await register({
      [DOCUMENTS]: {
        items: [row(1), row(2, { voided: 'Left out' }), row(3, { lies: true }), row(4, { latest: 'P02', onItsWay: true })],
      },
    })
    expect(screen.findAll('tbody tr').map((tr) => tr.findAll('td')[5]?.text())).toEqual([
      'not come',
      'voided',
      'numbered where it lies',
      'P02 on its way',
    ])
  })

  it('asks for what is typed once one pauses, and for the list again when it is taken away', async () => {
    const { screen, calls } = await register({ [DOCUMENTS]: { items: [row(1)], next: '1' }, [`${DOCUMENTS}-found`]: [row(7)] })
    expect(screen.findAll('.more')).toHaveLength(1)
    for (const typed of ['s', 'sl', 'sleeper 7']) await screen.get('input[type=search]').setValue(typed)
    await vi.advanceTimersByTimeAsync(250)
    await flushPromises()
    expect(calls.filter((c) => c.what === `${DOCUMENTS}-found`).map((c) => c.query.get('text'))).toEqual(['sleeper 7'])
    expect(screen.findAll('tbody tr').map((tr) => tr.get('a').text())).toEqual(['Sleeper plan 7'])
    expect(screen.findAll('.more')).toHaveLength(0)
    await screen.get('input[type=search]').setValue('')
    expect(screen.findAll('tbody tr').map((tr) => tr.get('a').text())).toEqual(['Sleeper plan 1'])
  })

  it('asks for numbers nothing has come for, from the first on', async () => {
    const { screen, calls } = await register({ [DOCUMENTS]: { items: [row(1)] } })
    await screen.get('select').setValue('NOT_COME')
    await flushPromises()
    expect(calls.filter((c) => c.what === DOCUMENTS).map((c) => c.query.get('which'))).toEqual(['ALL', 'NOT_COME'])
  })

  it('opens the marked document by the keyboard', async () => {
    const { router } = await register({ [DOCUMENTS]: { items: [row(1), row(2)] } })
    for (const key of ['ArrowDown', 'ArrowDown', 'Enter']) document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
    await flushPromises()
    expect(router.currentRoute.value.path).toBe('/documents/2')
  })

  it('says what becomes a line while there is none, and why it could not ask', async () => {
    const empty = await register({ [DOCUMENTS]: { items: [] } })
    expect(empty.screen.get('.empty').text()).toContain('No document yet.')
    empty.screen.unmount()
    const { screen } = await register({ [DOCUMENTS]: 503 })
    expect(screen.get('[role=alert]').text()).toContain('Refused with 503.')
    expect(screen.findAll('.empty')).toHaveLength(0)
  })
})
