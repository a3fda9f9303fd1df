import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { playServer, shown, type Played } from '../testing'
import ListUpload from './ListUpload.vue'

beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }))
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const FAULT = { row: 4, column: 'E-mail', sentence: '“kees” is not an e-mail address.' }
const begin = async (answers: Played, more = {}) => {
  const calls = playServer(answers)
  const page = await shown(ListUpload, '/', {
    path: '/api/lists?',
    columns: 'Name, E-mail',
    what: 'People',
    summary: (answer: { people: number }, done: boolean) => `${done ? 'Added: ' : ''}${answer.people} people.`,
    pasted: true,
    ...more,
  })
  const rest = async () => {
    await vi.advanceTimersByTimeAsync(400)
    await page.settled()
  }
  return { calls, rest, ...page }
}
const SENT = 'POST /api/lists'

describe('a list that is taken', () => {
  it('is looked at once one pauses pasting, and nothing is offered while anything is wrong', async () => {
    const { screen, calls, rest } = await begin({ [SENT]: { faults: [FAULT], people: 3 } })
    const field = screen.get('[data-test=pasted]')
    await field.setValue('Name')
    await field.setValue('Name\tE-mail\nKees\tkees')
    await rest()
    expect(calls.map((c) => c.query.get('look'))).toEqual(['true'])
    expect(screen.get('[role=alert]').text()).toContain('Nothing was taken: one thing is wrong with it. Put it right in the text.')
    expect(screen.findAll('tbody td').map((td) => td.text())).toEqual(['4', 'E-mail', FAULT.sentence])
    expect(screen.findAll('[data-test=take-list]')).toHaveLength(0)
  })

  it('is taken when it is sound, said so, and emptied so that it is not taken twice', async () => {
    const { screen, calls, rest, settled } = await begin({ [SENT]: { faults: [], people: 3 } }, { take: 'Add them' })
    await screen.get('[data-test=pasted]').setValue('Name\tE-mail\nKees\tkees@trm.example')
    await rest()
    expect(screen.text()).toContain('3 people. Nothing is wrong with it.')
    const button = screen.get('[data-test=take-list]')
    expect(button.text()).toBe('Add them')
    await button.trigger('click')
    await settled()
    expect(calls.map((c) => c.query.get('look'))).toEqual(['true', 'false'])
    expect(screen.get('.note.good').text()).toBe('Added: 3 people.')
    expect((screen.get('[data-test=pasted]').element as HTMLTextAreaElement).value).toBe('')
    expect(screen.emitted('taken')).toEqual([[{ faults: [], people: 3 }]])
    await rest()
    expect(calls).toHaveLength(2)
  })

  it('is looked at again when it is to be taken another way', async () => {
    const { screen, calls, rest, settled } = await begin({ [SENT]: { faults: [], people: 1 } })
    await screen.get('[data-test=pasted]').setValue('Name\nKees')
    await rest()
    await screen.setProps({ path: '/api/lists?role=7&' })
    await settled()
    expect(calls.map((c) => c.query.toString())).toEqual(['look=true', 'role=7&look=true'])
  })

  it('of which something came to be wrong meanwhile is not taken, and says what', async () => {
    const answers: Played = { [SENT]: { faults: [], people: 1 } }
    const { screen, rest, settled } = await begin(answers)
    await screen.get('[data-test=pasted]').setValue('Name\nKees')
    await rest()
    answers[SENT] = { faults: [FAULT], people: 1 }
    await screen.get('[data-test=take-list]').trigger('click')
    await settled()
    expect(screen.get('[role=alert]').text()).toContain('Nothing was taken')
    expect(screen.emitted('taken')).toBeUndefined()
    expect((screen.get('[data-test=pasted]').element as HTMLTextAreaElement).value).toBe('Name\nKees')
  })

  it('keeps what was pasted when the server cannot be reached', async () => {
    const { screen, rest } = await begin({ [SENT]: new TypeError('no network') })
    await screen.get('[data-test=pasted]').setValue('Name\nKees')
    await rest()
    expect(screen.get('[role=alert]').text()).toContain('The server cannot be reached. Nothing was taken')
    expect((screen.get('[data-test=pasted]').element as HTMLTextAreaElement).value).toBe('Name\nKees')
  })

  it('is not offered any more once its text is changed or taken out, before that has been looked at', async () => {
    const { screen, calls, rest, settled } = await begin({ [SENT]: { faults: [], people: 1 } })
    const field = screen.get('[data-test=pasted]')
    await field.setValue('Name\nKees')
    await rest()
    expect(screen.findAll('[data-test=take-list]')).toHaveLength(1)
    await field.setValue('Name\nKees\nMara')
    expect(screen.findAll('[data-test=take-list]')).toHaveLength(0)
    await rest()
    expect(screen.findAll('[data-test=take-list]')).toHaveLength(1)
    await field.setValue('')
    await rest()
    expect(screen.findAll('[data-test=take-list]')).toHaveLength(0)
    await screen.setProps({ path: '/api/lists?role=7&' })
    await settled()
    expect(calls).toHaveLength(2)
  })
})
