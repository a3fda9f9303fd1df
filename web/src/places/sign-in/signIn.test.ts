import { afterEach, describe, expect, it, vi } from 'vitest'
import { playServer, shown } from '../../testing'
import ForgottenPage from './ForgottenPage.vue'
import SignIn from './SignIn.vue'

const ENTRANCE = { demo: false, setUpNeeded: false, signedIn: false, providers: [], mail: true }
const ACTOR = { account: 1, memberships: {} }

afterEach(() => vi.unstubAllGlobals())

describe('the door', () => {
  it('leads to setting up while nobody is there yet, with the code one came with', async () => {
    playServer({ 'GET /api/entrance': { ...ENTRANCE, setUpNeeded: true } })
    const { router, settled } = await shown(SignIn, '/sign-in?code=abc')
    await settled()
    expect(router.currentRoute.value.fullPath).toBe('/set-up?code=abc')
  })

  it('says so when the server cannot be asked, and asks again', async () => {
    const calls = playServer({ 'GET /api/entrance': new TypeError('no network') })
    const { screen, settled } = await shown(SignIn, '/sign-in')
    expect(screen.get('[role=alert]').text()).toContain('The server cannot be reached')
    expect(screen.findAll('form')).toHaveLength(0)
    playServer({ 'GET /api/entrance': ENTRANCE })
    await screen.get('[role=alert] button').trigger('click')
    await settled()
    expect(calls).toHaveLength(1)
    expect(screen.findAll('form')).toHaveLength(1)
  })

  it('says what became of a provider that knows nobody of here', async () => {
    playServer({ 'GET /api/entrance': ENTRANCE })
    const { screen } = await shown(SignIn, '/sign-in?provider=unknown')
    expect(screen.get('.note.bad').text()).toContain('nobody here has an account with that address')
  })

  it('goes on to where one wanted to go, and never out of Pervius', async () => {
    for (const [wanted, to] of [
      ['/passages?which=ALL', '/passages?which=ALL'],
      ['//elsewhere.example/', '/desk'],
      ['https://elsewhere.example/', '/desk'],
    ] as const) {
      playServer({
        'GET /api/entrance': { ...ENTRANCE, demo: true },
        'GET /api/entrance/demo': [{ id: 7, name: 'Priya Venkatarangan', job: 'Designer', firm: 'ALD', toDo: '' }],
        'POST /api/entrance/demo': ACTOR,
        'GET /api/session': { actor: ACTOR, secondStepMissing: false, idleSeconds: 60, end: '2030-01-01T00:00:00Z' },
        'GET /api/projects': [],
      })
      const { screen, router, settled } = await shown(SignIn, `/sign-in?to=${encodeURIComponent(wanted)}`)
      await settled()
      await screen.get('td button').trigger('click')
      await settled()
      await settled()
      expect(router.currentRoute.value.fullPath).toBe(to)
      screen.unmount()
    }
  })
})

describe('a forgotten password', () => {
  it('is asked for once, and the answer is the same whoever it is', async () => {
    const calls = playServer({ 'GET /api/entrance': ENTRANCE, 'POST /api/entrance/passwords': undefined })
    const { screen, settled } = await shown(ForgottenPage)
    await screen.get('input').setValue('nobody@nowhere.example')
    await screen.get('form').trigger('submit')
    await settled()
    expect(calls.at(-1)).toMatchObject({ what: 'POST /api/entrance/passwords', body: { email: 'nobody@nowhere.example' } })
    expect(screen.get('[role=status]').text()).toContain('If there is an account with the address nobody@nowhere.example')
  })

  it('keeps the address when asking is refused, with the reason', async () => {
    playServer({ 'GET /api/entrance': ENTRANCE, 'POST /api/entrance/passwords': 429 })
    const { screen, settled } = await shown(ForgottenPage)
    await screen.get('input').setValue('a@b.example')
    await screen.get('form').trigger('submit')
    await settled()
    expect(screen.get('[role=alert]').text()).toContain('Refused with 429.')
    expect((screen.get('input').element as HTMLInputElement).value).toBe('a@b.example')
  })

  it('says whom to ask where no mail is sent', async () => {
    playServer({ 'GET /api/entrance': { ...ENTRANCE, mail: false } })
    const { screen } = await shown(ForgottenPage)
    expect(screen.text()).toContain('This Pervius sends no mail. Ask its administrator')
    expect(screen.findAll('form')).toHaveLength(0)
  })
})
