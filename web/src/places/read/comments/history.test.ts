import { describe, expect, it } from 'vitest'
import { useHistory } from './history'

const step = (says: string, log: string[], went = true) => ({
  says,
  undo: () => Promise.resolve(log.push(`undo ${says}`) > 0 && went),
  redo: () => Promise.resolve(log.push(`redo ${says}`) > 0 && went),
})

describe('what was done', () => {
  it('is undone and done again one after the other', async () => {
    const log: string[] = []
    const history = useHistory()
    history.did(step('one', log))
    history.did(step('two', log))
    await history.undo()
    await history.undo()
    await history.undo()
    await history.redo()
    expect(log).toEqual(['undo two', 'undo one', 'redo one'])
    expect(history.last.value).toBe('one')
    expect(history.next.value).toBe('two')
  })

  it('what is done anew ends what could be done again', async () => {
    const history = useHistory()
    history.did(step('one', []))
    await history.undo()
    history.did(step('two', []))
    expect(history.next.value).toBeUndefined()
  })

  it('what cannot be undone any more does not stand in the way', async () => {
    const log: string[] = []
    const history = useHistory()
    history.did(step('one', log))
    history.did(step('two', log, false))
    await history.undo()
    await history.undo()
    expect(log).toEqual(['undo two', 'undo one'])
    expect(history.next.value).toBe('one')
  })
})
