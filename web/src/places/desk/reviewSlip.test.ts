import { afterEach, expect, it, vi } from 'vitest'
import { playServer, shown } from '../../testing'
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
