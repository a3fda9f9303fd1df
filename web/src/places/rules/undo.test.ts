import { describe, expect, it } from 'vitest'
import { useUndo } from './undo'

describe('taking back', () => {
  it('takes back the newest first, and keeps what was refused', async () => {
    const log: string[] = []
    let refuse = false
    const { last, remember, undo } = useUndo(async (call) => {
      if (refuse) return false
      await call()
      return true
    })
    remember('one', async () => log.push('one'))
    remember('two', async () => log.push('two'))
    refuse = true
    await undo()
    expect(last.value).toBe('two')
    refuse = false
    await undo()
    await undo()
    await undo()
    expect(log).toEqual(['two', 'one'])
    expect(last.value).toBeUndefined()
  })
})
