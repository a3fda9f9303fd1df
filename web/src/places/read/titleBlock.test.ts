import { afterEach, expect, it, vi } from 'vitest'
import { playServer, shown } from '../../testing'
import TitleBlock from './TitleBlock.vue'

afterEach(() => vi.unstubAllGlobals())

const CLOSING = 'POST /api/reviews/5/closings'

function block(undecided: number, filesGoAlone: boolean) {
  const calls = playServer({ [CLOSING]: undefined, 'GET /api/projects/3/title-blocks': [] })
  const review = {
    id: 5,
    turn: 1,
    project: 3,
    state: 'OPEN',
    step: { name: 'Check', at: 0, files: 3, undecided, due: '2026-11-30T17:00:00Z' },
    route: { name: 'Drawings', steps: 2, filesGoAlone },
    may: { from: [], decide: true },
    files: [],
  }
  const row = { author: 'Ida', authorFirm: 'LIN', passage: { id: 11, project: 3, cycle: 1, names: {}, at: {}, remarks: 0 } }
  return { calls, props: { row, review, answers: [] } }
}

/** Presses the key that closes a step; gives what stands there then, and whether it was closed. */
async function closedByKey(undecided: number, filesGoAlone: boolean) {
  const { calls, props } = block(undecided, filesGoAlone)
  const { screen, settled } = await shown(TitleBlock, '/', props)
  window.dispatchEvent(new KeyboardEvent('keydown', { key: 'c', bubbles: true }))
  await settled()
  const said = screen.find('[role=alert]')
  const stands = said.exists() ? said.text() : ''
  return { screen, settled, props, stands, closed: calls.some((c) => c.what === CLOSING) }
}

it('says why the key does not close a step, until that is no longer so', async () => {
  const { screen, settled, props, stands, closed } = await closedByKey(2, false)
  expect(stands).toBe('2 files without a decision, so the step was not closed.')
  expect(closed).toBe(false)
  await screen.setProps({ review: { ...props.review, step: { ...props.review.step, undecided: 1 } } })
  await settled()
  expect(screen.find('[role=alert]').exists()).toBe(false)
  screen.unmount()
})

it('closes by the key what may be closed, with some files undecided where files go alone', async () => {
  for (const [undecided, filesGoAlone] of [
    [0, false],
    [2, true],
  ] as const) {
    const { screen, stands, closed } = await closedByKey(undecided, filesGoAlone)
    expect(stands).toBe('')
    expect(closed).toBe(true)
    screen.unmount()
  }
})
