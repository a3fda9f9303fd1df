import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { playServer, shown, type Played } from '../../testing'
import SetUp from './SetUp.vue'

beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }))
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const SETS = [
  {
    key: 'design',
    name: 'Design project',
    about: 'Drawings',
    pattern: '{project}-{discipline}-{counter:4}',
    codes: [{ field: 'discipline', label: 'Discipline', codes: [{ code: 'C', meaning: 'civil' }] }],
    faults: [],
  },
  { key: 'approve', name: 'File and approve', about: 'Plain files', codes: [], faults: [] },
]
const LOOKS = 'POST /api/entrance/starting-sets/looks'
const PLAYED: Played = {
  'GET /api/entrance/starting-sets': SETS,
  [LOOKS]: {
    number: [
      { text: 'TR4-', optional: false },
      { text: 'C', label: 'Discipline', optional: false },
    ],
  },
  'POST /api/entrance/strength': { score: 4, enough: true, says: '' },
}
const begin = async (more: Played) => {
  const calls = playServer({ ...PLAYED, ...more })
  const page = await shown(SetUp, '/set-up?code=c0ffee')
  const rest = async () => {
    await vi.advanceTimersByTimeAsync(250)
    await page.settled()
  }
  await rest()
  return { calls, rest, ...page }
}

describe('the first start', () => {
  it('takes the code from the link and draws the first number as codes and pattern are typed', async () => {
    const { screen, calls, rest } = await begin({})
    expect((screen.get('input.mono').element as HTMLInputElement).value).toBe('c0ffee')
    expect(screen.get('svg').attributes('aria-label')).toContain('C is the Discipline')
    const [, firm, project] = screen.findAll('input.mono')
    await firm?.setValue('TRM')
    await project?.setValue('LINE4')
    await screen.get('[data-test=set-codes-discipline]').setValue('TRK track\nOHL overhead line')
    await rest()
    expect(calls.filter((c) => c.what === LOOKS).at(-1)?.body).toEqual({
      set: {
        key: 'design',
        codes: {
          discipline: [
            { code: 'TRK', meaning: 'track' },
            { code: 'OHL', meaning: 'overhead line' },
          ],
        },
      },
      project: 'LINE4',
      firm: 'TRM',
    })
  })

  it('says what is wrong with a pattern where it stands', async () => {
    const { screen, rest } = await begin({ [LOOKS]: { number: [], fault: 'There is no field “nowhere”.' } })
    await screen.get('[data-test=set-pattern]').setValue('{nowhere}')
    await rest()
    expect(screen.get('.numbers [role=alert]').text()).toBe('There is no field “nowhere”.')
    expect(screen.findAll('svg')).toHaveLength(0)
  })

  it('has no numbers to draw for a set without', async () => {
    const { screen, rest } = await begin({})
    await screen.findAll('input[type=radio]')[1]?.setValue()
    await rest()
    expect(screen.text()).toContain('Nothing gets a number; files keep their names.')
    expect(screen.findAll('[data-test=set-pattern]')).toHaveLength(0)
  })

  it('says what the server refuses and keeps all that was typed', async () => {
    const { screen, calls, settled } = await begin({ 'POST /api/entrance/set-up': 409 })
    await screen.get('input[autocomplete=name]').setValue('Ottilie Grünwald')
    await screen.get('form').trigger('submit')
    await settled()
    expect(calls.find((c) => c.what === 'POST /api/entrance/set-up')?.body).toMatchObject({
      code: 'c0ffee',
      name: 'Ottilie Grünwald',
      set: { key: 'design', codes: {} },
    })
    expect(screen.get('[role=alert]').text()).toContain('Refused with 409.')
    expect((screen.get('input[autocomplete=name]').element as HTMLInputElement).value).toBe('Ottilie Grünwald')
    expect(screen.get('button[type=submit]').attributes('disabled')).toBeUndefined()
  })
})
