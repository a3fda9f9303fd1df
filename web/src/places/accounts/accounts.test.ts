import { afterEach, describe, expect, it, vi } from 'vitest'
import { playServer, shown, type Played } from '../../testing'
import AccountsSheet from './AccountsSheet.vue'

afterEach(() => vi.unstubAllGlobals())

const line = (id: number, name: string, over = {}, more = {}) => ({
  account: { id, name, email: `${id}@trm.example`, administrator: false, closed: false, hasPassword: true, ...over },
  projects: ['LIN'],
  secondSteps: [],
  sessions: 0,
  ...more,
})
const sheet = async (answers: Played) => {
  const calls = playServer({
    'GET /api/accounts': [
      line(1, 'Ottilie Grünwald', { administrator: true }, { secondSteps: ['PASSKEY', 'CODE'], sessions: 2 }),
      line(2, 'Bruno Achterberg', { closed: true, hasPassword: false }),
      line(3, 'Sanne Verhoeven'),
    ],
    ...answers,
  })
  return { calls, ...(await shown(AccountsSheet)) }
}

describe('accounts', () => {
  it('say how each signs in, and offer what there is to be done for it', async () => {
    const { screen } = await sheet({})
    const [first, closed, plain] = screen.findAll('tbody tr')
    expect(first?.text()).toContain('password, passkey, codes')
    expect(first?.findAll('button').map((b) => b.text())).toEqual([
      'New password',
      'Forget second steps',
      'End sessions',
      'Administrator no more',
      'Close …',
    ])
    expect(closed?.text()).toContain('no password')
    expect(closed?.findAll('button').map((b) => b.text())).toEqual(['Open', 'Make anonymous …'])
    expect(plain?.findAll('button').map((b) => b.text())).toEqual(['New password', 'Make administrator', 'Close …'])
  })

  it('are narrowed by every word', async () => {
    const { screen } = await sheet({})
    await screen.get('input').setValue('lin verh')
    expect(screen.findAll('tbody tr')).toHaveLength(1)
    expect(screen.get('[role=status]').text()).toBe('1 account')
    await screen.get('input').setValue('nobody')
    expect(screen.get('.empty').text()).toContain('No account is called so.')
  })

  it('are closed after it was shown what hangs on the person, and stay as they are where it is refused', async () => {
    const { screen, settled, calls } = await sheet({
      'GET /api/accounts/3/hanging': [{ what: 'Two steps of reviews wait for this person.', place: '/people' }],
      'POST /api/accounts/3/closing': 409,
    })
    await screen.get('[aria-label="Close … Sanne Verhoeven"]').trigger('click')
    await settled()
    const asking = screen.get('[role=alertdialog]')
    expect(asking.text()).toContain('Two steps of reviews wait for this person.')
    await asking.get('button.first').trigger('click')
    await settled()
    expect(screen.get('[role=alert]').text()).toContain('Refused with 409.')
    expect(screen.findAll('[role=alertdialog]')).toHaveLength(1)
    expect(calls.filter((c) => c.what === 'POST /api/accounts/3/closing')).toHaveLength(1)
  })

  it('are made anonymous once they are closed, after it was said what that means; then nothing more is offered', async () => {
    const { screen, settled, calls } = await sheet({
      'POST /api/accounts/2/anonymity': { name: 'Former person 2', entries: 1, sharedNames: ['Bruno Achterberg'] },
    })
    await screen.get('[aria-label="Make anonymous … Bruno Achterberg"]').trigger('click')
    expect(calls.some((c) => c.what.startsWith('POST'))).toBe(false)
    expect(document.activeElement?.getAttribute('aria-label')).toBe('Make Bruno Achterberg anonymous')
    expect(screen.get('[role=alertdialog]').text()).toContain('Bruno Achterberg is forgotten, for good.')
    playServer({
      'GET /api/accounts': [line(2, 'Former person 2', { closed: true, anonymous: true })],
      'POST /api/accounts/2/anonymity': { name: 'Former person 2', entries: 1, sharedNames: ['Bruno Achterberg'] },
    })
    await screen.get('[role=alertdialog] button.first').trigger('click')
    await settled()
    expect(screen.get('.note.good').text()).toContain('is called Former person 2 now; name or address stood in 1 entry.')
    expect(screen.get('.note.good').text()).toContain('Somebody else is called Bruno Achterberg too')
    expect(screen.findAll('tbody tr button')).toHaveLength(0)
  })

  it('a link for a new password is handed over where there is no mail', async () => {
    const { screen, settled } = await sheet({ 'POST /api/accounts/3/password-links': { link: 'http://localhost/new-password/x' } })
    await screen.get('[aria-label="New password for Sanne Verhoeven"]').trigger('click')
    await settled()
    expect(screen.get('.note.good').text()).toContain('Hand this link to Sanne Verhoeven, and to nobody else')
    expect(screen.get('.link').text()).toBe('http://localhost/new-password/x')
  })
})
