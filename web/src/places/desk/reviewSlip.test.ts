import { afterEach, expect, it, vi } from 'vitest'
import { useSession } from '../../session'
import { playServer, shown } from '../../testing'
import { forgetDecided } from './lastDecided'
import ReviewSlip from './ReviewSlip.vue'

afterEach(() => vi.unstubAllGlobals())

const CLOSING = 'POST /api/reviews/5/closings'
const review = {
  id: 5,
  turn: 1,
  project: 3,
  state: 'OPEN',
  step: { name: 'Check', at: 0, files: 0, undecided: 0, due: '2026-11-30T17:00:00Z' },
  route: { name: 'Drawings', steps: 2, filesGoAlone: false },
  submission: { reference: 'S-0001', author: 'Ida', authorFirm: 'LIN' },
  seats: [],
  may: { from: [], decide: true },
  files: [],
}

/** Closes the step, and the slip is gone from the list before that is answered, as when live news are faster. */
async function closedAndGone(answer: unknown) {
  const calls = playServer({ [CLOSING]: answer })
  const told = { onClosed: vi.fn(), onLost: vi.fn() }
  const { screen, settled } = await shown(ReviewSlip, '/', { review, ...told })
  const close = screen.findAll('button').find((b) => b.text().startsWith('Close the step'))
  const clicked = close?.trigger('click')
  screen.unmount()
  await clicked
  await settled()
  await vi.waitFor(() => expect(calls.map((c) => c.what)).toContain(CLOSING))
  await settled()
  return told
}

it('says that a step is closed though it is gone before the answer', async () => {
  const told = await closedAndGone(undefined)
  expect(told.onClosed).toHaveBeenCalledExactlyOnceWith(5)
  expect(told.onLost).not.toHaveBeenCalled()
})

it('says that somebody was quicker though it is gone before the answer', async () => {
  const told = await closedAndGone(
    new Response(JSON.stringify({ detail: 'It is over.', type: 'urn:pervius:problem:step-is-over' }), { status: 409 }),
  )
  expect(told.onLost).toHaveBeenCalledExactlyOnceWith('It is over.')
  expect(told.onClosed).not.toHaveBeenCalled()
})

const codes = [
  { digit: 1, name: 'accepted', commentRequired: false },
  { digit: 4, name: 'rejected', commentRequired: true },
]
const file = (id: number, decision?: number) => ({
  passage: { id, names: { title: `Weir ${id}` }, cycle: 1 },
  answers: [],
  before: [],
  ...(decision ? { decision } : {}),
})

async function withFiles(...files: object[]) {
  const at = { review: { ...review, files }, keys: true, onClosed: vi.fn(), onLost: vi.fn() }
  const { screen, settled } = await shown(ReviewSlip, '/', at)
  useSession().projects = [{ id: 3, decisionCodes: codes } as never]
  await settled()
  return { screen, settled }
}

it('goes on to the next file after a decision with its comment as after one without', async () => {
  const calls = playServer({ 'PUT /api/reviews/5/decisions': undefined })
  const { screen, settled } = await withFiles(file(11), file(12), file(13))
  const marked = () => screen.findAll('tr.line').findIndex((row) => row.classes('at'))
  const give = (row: number, code: string) =>
    screen
      .findAll('tr.line')
      [row]!.findAll('button')
      .find((b) => b.text() === code)!
      .trigger('click')
  await give(0, '1')
  await settled()
  expect(marked()).toBe(1)
  await give(1, '4')
  await screen.find('textarea').setValue('Show the gate.')
  await screen.find('form').trigger('submit')
  await settled()
  expect(calls.at(-1)?.body).toMatchObject({ passages: [12], code: 4, comment: 'Show the gate.' })
  expect(marked()).toBe(2)
  forgetDecided(5)
  screen.unmount()
})

it('says what the codes mean as long as something is to be decided', async () => {
  playServer({})
  const { screen } = await withFiles(file(11))
  expect(screen.find('footer').text()).toContain('1 accepted, 4 rejected')
  await screen.setProps({ review: { ...review, files: [file(11, 1)] } })
  expect(screen.find('footer').text()).not.toContain('4 rejected')
  screen.unmount()
})

it('knows what had been said of files that were asked for later, so that taking back says it again', async () => {
  const said = { ...file(11, 4), mine: { id: 1, code: 4, comment: 'Show the gate.' } }
  const GIVE = 'PUT /api/reviews/5/decisions'
  const calls = playServer({ [GIVE]: undefined, 'GET /api/reviews/5': { ...review, files: [said] } })
  const props = { review: { ...review, files: undefined }, keys: true, onClosed: vi.fn(), onLost: vi.fn() }
  const { screen, settled } = await shown(ReviewSlip, '/', props)
  useSession().projects = [{ id: 3, decisionCodes: codes } as never]
  await settled()
  await screen
    .findAll('tr.line button')
    .find((b) => b.text() === '1')!
    .trigger('click')
  await settled()
  dispatchEvent(new KeyboardEvent('keydown', { key: 'u' }))
  await vi.waitFor(() => expect(calls.filter((c) => c.what === GIVE).length).toBe(2))
  expect(calls.findLast((c) => c.what === GIVE)?.body).toMatchObject({ passages: [11], code: 4, comment: 'Show the gate.' })
  await settled()
  screen.unmount()
})
