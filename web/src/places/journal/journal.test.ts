import { afterEach, describe, expect, it, vi } from 'vitest'
import { playServer, shown, type Played } from '../../testing'
import { useSession } from '../../session'
import JournalPlace from './JournalPlace.vue'
import { midnight } from './kinds'

afterEach(() => vi.unstubAllGlobals())

const act = (seq: number, what: string) => ({
  seq,
  at: '2026-11-27T09:00:00Z',
  kind: 'ROLES',
  account: 7,
  who: 'Ottilie Grünwald',
  what,
  address: '127.0.0.1',
})
async function place(answers: Played, administrator = true) {
  const calls = playServer({
    'GET /api/journal': { items: [act(2, 'added a role: “Inspector”'), act(1, 'set who holds a role')] },
    'GET /api/journal/people': [{ account: 7, name: 'Ottilie Grünwald' }],
    'GET /api/journal/projects': [{ id: 4, name: 'LIN Lindwerder' }],
    'GET /api/journal/keeping': { files: true, months: 0, version: 3 },
    'GET /api/journal/older': { acts: 12 },
    'PUT /api/journal/keeping': undefined,
    'GET /api/seals': { number: 3, at: '2026-11-27T09:00:00Z', file: '/srv/seals.log', key: 'MCow', changed: [] },
    ...answers,
  })
  const its = await shown(JournalPlace)
  useSession().me = { account: 7, name: 'Ottilie Grünwald', administrator, memberships: {} }
  await its.settled()
  return { calls, ...its }
}
const last = (calls: { what: string; query: URLSearchParams }[], what: string) => calls.filter((c) => c.what === what).at(-1)?.query

describe('the journal', () => {
  it('is narrowed down by kind, person, time and words, and taken away so', async () => {
    const { screen, settled, calls } = await place({})
    expect(screen.findAll('tbody tr').map((r) => r.get('.what').text())).toEqual(['added a role: “Inspector”', 'set who holds a role'])
    await screen.get('[aria-label="What kind of acts"]').setValue('ROLES')
    await screen.get('[aria-label="Done by"]').setValue('7')
    await screen.findAll('input[type=date]')[1]?.setValue('2026-11-27')
    await settled()
    const asked = last(calls, 'GET /api/journal')
    expect(asked?.get('kind')).toBe('ROLES')
    expect(asked?.get('account')).toBe('7')
    expect(asked?.get('until')).toBe(midnight('2026-11-28', 0))
    expect(screen.get('[aria-label="The journal as CSV"]').attributes('href')).toContain('kind=ROLES&account=7')
  })

  it('is that of the installation or of a project, as an administrator chooses', async () => {
    const { screen, settled, calls, router } = await place({})
    expect(last(calls, 'GET /api/journal')?.has('project')).toBe(false)
    await router.push({ query: { of: '4' } })
    await settled()
    expect(last(calls, 'GET /api/journal')?.get('project')).toBe('4')
    expect(screen.get('header select').text()).toContain('LIN Lindwerder')
  })

  it('says so where nothing is found, and shows everything again', async () => {
    const { screen, settled } = await place({ 'GET /api/journal': { items: [] } })
    expect(screen.get('.empty').text()).toContain('Nothing yet.')
    await screen.get('[aria-label="What kind of acts"]').setValue('FILES')
    await settled()
    expect(screen.get('.empty').text()).toContain('Nothing like that.')
    await screen.get('.empty button').trigger('click')
    await settled()
    expect(screen.get('.empty').text()).toContain('Nothing yet.')
  })

  it('is kept as is wished', async () => {
    const { screen, settled, calls } = await place({})
    await screen.get('[aria-expanded=false]').trigger('click')
    await settled()
    await screen.get('input[type=checkbox]').setValue(false)
    await screen.get('input[type=number]').setValue(24)
    await settled()
    expect(screen.get('form').text()).toContain('taken out for good')
    expect(screen.get('form [role=status]').text()).toBe('12 acts would be taken out now.')
    await screen.get('form').trigger('submit')
    await settled()
    expect(calls.find((c) => c.what === 'PUT /api/journal/keeping')?.body).toEqual({ files: false, months: 24, version: 3 })
    expect(screen.find('form').exists()).toBe(false)
  })

  it('says what was changed behind its back, and why a seal is missing outside', async () => {
    const { screen } = await place({
      'GET /api/seals': {
        number: 4,
        at: '2026-11-27T09:00:00Z',
        file: '/srv/seals.log',
        key: 'MCow',
        failure: 'Seal 4 could not be written.',
        changed: [{ at: '2026-11-26T09:00:00Z', what: 'role_holder has 21 rows and had 20' }],
      },
    })
    const alerts = screen.findAll('[role=alert]').map((a) => a.text())
    expect(alerts[0]).toContain('role_holder has 21 rows and had 20')
    expect(alerts[1]).toBe('Seal 4 could not be written.')
    expect(screen.get('.seal').text()).toContain('number 4, also in /srv/seals.log.')
  })

  it('says why it cannot be read', async () => {
    const { screen } = await place({ 'GET /api/journal': 403 })
    expect(screen.text()).toContain('Refused with 403.')
  })
})
