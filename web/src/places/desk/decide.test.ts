import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent } from 'vue'
import { useSession } from '../../session'
import { playServer, shown, type Call } from '../../testing'
import { useDeciding, type Deciding } from './decide'
import { forgetDecided, lastDecided } from './lastDecided'

const GIVE = 'PUT /api/reviews/5/decisions'
const BACK = 'POST /api/reviews/5/decisions/withdrawals'

/** Deciding on a review of which the first decision is answered when `answered` is called. */
async function slow(files: object[] = []) {
  let answered: (answer?: unknown) => void = () => {}
  const answers: Record<string, unknown> = { [GIVE]: new Promise((answer) => (answered = answer)), [BACK]: undefined }
  const calls = playServer(answers)
  let deciding: Deciding | undefined
  const { settled } = await shown(
    defineComponent(() => {
      useSession().projects = [
        {
          id: 3,
          decisionCodes: [
            { digit: 1, name: 'accepted', commentRequired: false },
            { digit: 3, name: 'come again', commentRequired: true },
          ],
        } as never,
      ]
      deciding = useDeciding(
        () => ({ id: 5, turn: 1, project: 3, files }) as never,
        () => undefined,
      )
      return () => undefined
    }),
  )
  return { deciding: deciding as Deciding, calls, answered, settled, answers }
}

const given = (calls: Call[]) => calls.filter((c) => c.what === GIVE).map((c) => (c.body as { passages: number[] }).passages)

afterEach(() => {
  vi.unstubAllGlobals()
  // What was decided last is one for the whole tab, and other tests look at it.
  forgetDecided(5)
})

describe('while a decision is being sent', () => {
  it('the next one waits for its answer, and is not lost', async () => {
    const { deciding, calls, answered, settled } = await slow()
    void deciding.give([11], 1)
    const second = deciding.give([12], 1)
    await settled()
    expect(given(calls)).toEqual([[11]])
    answered()
    await second
    expect(given(calls)).toEqual([[11], [12]])
  })

  it('that it was refused is still said when the next one has gone', async () => {
    const { deciding, calls, answered, settled, answers } = await slow()
    void deciding.give([11], 1)
    const second = deciding.give([12], 1)
    await settled()
    answers[GIVE] = undefined
    answered(409)
    await second
    expect(given(calls)).toEqual([[11], [12]])
    expect(deciding.problem.value?.message).toBe('Refused with 409.')
    await deciding.give([11], 1)
    expect(deciding.problem.value).toBeUndefined()
  })

  it('the same one pressed again is not sent twice', async () => {
    const { deciding, calls, answered } = await slow()
    const first = deciding.give([11], 1)
    await deciding.give([11], 1)
    answered()
    await first
    expect(given(calls)).toEqual([[11]])
  })

  it('taking back what was decided last means that one', async () => {
    const { deciding, calls, answered, settled } = await slow()
    void deciding.give([11], 1)
    const back = deciding.takeBack([])
    await settled()
    expect(calls.map((c) => c.what)).toEqual([GIVE])
    answered()
    await back
    expect(calls.find((c) => c.what === BACK)?.body).toEqual({ turn: 1, passages: [11] })
  })

  it('the comment for another one can be written, and stays', async () => {
    const { deciding, answered } = await slow()
    const first = deciding.give([11], 1)
    await deciding.give([12], 3)
    deciding.comment.value = 'Turn the gauge.'
    answered()
    await first
    expect(deciding.asking.value).toEqual({ code: 3, passages: [12] })
    expect(deciding.comment.value).toBe('Turn the gauge.')
  })

  it('what is taken back leaves what had been said before, with its comment', async () => {
    const { deciding, calls, answered } = await slow([
      { passage: { id: 11 }, mine: { code: 3, comment: 'Turn the gauge.' } },
      { passage: { id: 12 } },
      { passage: { id: 13 }, mine: { code: 3, comment: 'Turn the gauge.' } },
    ])
    const both = deciding.give([11, 12, 13], 1)
    answered()
    await both
    await deciding.takeBack([])
    expect(calls.slice(1).map((c) => [c.what, c.body])).toEqual([
      [BACK, { turn: 1, passages: [12] }],
      [GIVE, { turn: 1, passages: [11, 13], code: 3, comment: 'Turn the gauge.', overrule: false }],
    ])
    expect(lastDecided.value).toBeUndefined()
  })
})
