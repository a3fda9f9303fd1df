import { describe, expect, it, vi } from 'vitest'
import { useAct } from './act'
import { Problem } from './api/client'

describe('something a person does', () => {
  it('is over when it is done and the screen shows it', async () => {
    const after = vi.fn()
    const { busy, problem, act } = useAct(after)
    expect(await act(() => Promise.resolve())).toBe(true)
    expect(after).toHaveBeenCalledOnce()
    expect([busy.value, problem.value]).toEqual([false, undefined])
  })

  it('is over and says so even where the screen cannot be brought up to date', async () => {
    const gone = new Problem(0, 'no-answer', 'The server does not answer.')
    const { busy, problem, act } = useAct(() => Promise.reject(gone))
    expect(await act(() => Promise.resolve())).toBe(true)
    expect(busy.value).toBe(false)
    expect(problem.value).toBe(gone)
  })

  it('keeps the reason it was refused for before that of the screen', async () => {
    const refused = new Problem(409, 'changed', 'Somebody else was first.')
    const { busy, problem, act } = useAct(() => Promise.reject(new Problem(0, 'no-answer', 'The server does not answer.')))
    expect(await act(() => Promise.reject(refused))).toBe(false)
    expect([busy.value, problem.value]).toEqual([false, refused])
  })
})
