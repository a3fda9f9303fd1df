import { afterEach, describe, expect, it, vi } from 'vitest'
import { playServer, shown } from '../../testing'
import InvitationPage from './InvitationPage.vue'

afterEach(() => vi.unstubAllGlobals())

const SECRET = '/api/entrance/invitations/s3cret'
const INVITED = { name: 'Bruno Achterberg', email: 'bruno@trm.example', firm: 'Tramways', project: 'Line 4' }
const ENTRANCE = { demo: false, setUpNeeded: false, signedIn: false, providers: [], mail: true }
const ACTOR = { account: 4, name: 'Bruno B.', memberships: {} }
const SESSION = { actor: ACTOR, secondStepMissing: false, idleSeconds: 600, end: '2030-01-01T00:00:00Z' }
const page = () => shown(InvitationPage, '/invitation/s3cret', {}, '/invitation/:secret')

describe('an invitation', () => {
  it('says who is invited to what, and lets somebody new in with a password', async () => {
    const calls = playServer({
      [`GET ${SECRET}`]: INVITED,
      'GET /api/entrance': ENTRANCE,
      'POST /api/entrance/strength': { score: 4, enough: true, says: '' },
      [`POST ${SECRET}`]: { actor: ACTOR, ways: [] },
      'GET /api/session': SESSION,
      'GET /api/projects': [],
    })
    const { screen, router, settled } = await page()
    expect(screen.get('section').text().replace(/\s+/g, ' ')).toContain(
      'You are invited to Line 4 as Bruno Achterberg of Tramways, bruno@trm.example.',
    )
    await screen.get('input[type=password]').setValue('a long enough sentence')
    await screen.get('form').trigger('submit')
    await settled()
    await settled()
    expect(calls.find((c) => c.what === `POST ${SECRET}`)?.body).toEqual({ password: 'a long enough sentence' })
    expect(router.currentRoute.value.path).toBe('/desk')
  })

  it('goes on with the second step where the account asks for one', async () => {
    playServer({
      [`GET ${SECRET}`]: INVITED,
      'GET /api/entrance': ENTRANCE,
      'POST /api/entrance/strength': { score: 4, enough: true, says: '' },
      [`POST ${SECRET}`]: { ways: ['CODE'] },
    })
    const { screen, router, settled } = await page()
    await screen.get('input[type=password]').setValue('a long enough sentence')
    await screen.get('form').trigger('submit')
    await settled()
    expect(router.currentRoute.value.fullPath).toBe('/sign-in?provider=second-step')
  })

  it('is accepted with one click by who is signed in', async () => {
    const calls = playServer({
      [`GET ${SECRET}`]: INVITED,
      'GET /api/entrance': { ...ENTRANCE, signedIn: true },
      'GET /api/session': SESSION,
      'GET /api/projects': [],
      'POST /api/invitations/s3cret/acceptance': undefined,
    })
    const { screen, router, settled } = await page()
    await settled()
    expect(screen.findAll('form')).toHaveLength(0)
    await screen.get('button.first').trigger('click')
    await settled()
    await settled()
    expect(calls.map((c) => c.what)).toContain('POST /api/invitations/s3cret/acceptance')
    expect(router.currentRoute.value.path).toBe('/desk')
  })

  it('that leads nowhere any more says where to go', async () => {
    playServer({ [`GET ${SECRET}`]: 404, 'GET /api/entrance': ENTRANCE })
    const { screen } = await page()
    expect(screen.get('[role=alert]').text()).toContain('Refused with 404.')
    expect(screen.text()).toContain('ask your document controller for another invitation')
    expect(screen.get('a').attributes('href')).toBe('/sign-in')
  })
})
