import { effectScope } from 'vue'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'

/** The worker that hears of changes, as far as a page knows it. */
const port = { postMessage: vi.fn(), start: vi.fn(), onmessage: undefined as ((e: { data: unknown }) => void) | undefined }

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal(
    'SharedWorker',
    class {
      port = port
    },
  )
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
  vi.resetModules()
})

const passage = { project: 1, topic: 'PASSAGE', id: 7, folder: 3, own: false }

it('asks one question at a time, and once more for what has changed meanwhile, also after one that failed', async () => {
  const { listen, whenChanged } = await import('./live')
  listen()
  const changes = () => port.onmessage?.({ data: { kind: 'changes', changes: [passage, passage], spread: 0 } })
  const answers: { answered: () => void; failed: (e: Error) => void }[] = []
  const again = vi.fn(() => new Promise<void>((answered, failed) => answers.push({ answered, failed })).catch(() => undefined))
  const scope = effectScope()
  scope.run(() => whenChanged(['PASSAGE'], again, 100))

  changes()
  await vi.advanceTimersByTimeAsync(100)
  expect(again).toHaveBeenCalledTimes(1)
  changes()
  changes()
  await vi.advanceTimersByTimeAsync(5000)
  expect(again).toHaveBeenCalledTimes(1)
  answers[0]?.answered()
  await vi.advanceTimersByTimeAsync(100)
  expect(again).toHaveBeenCalledTimes(2)
  answers[1]?.failed(new Error('lost'))
  await vi.advanceTimersByTimeAsync(5000)
  expect(again).toHaveBeenCalledTimes(2)
  changes()
  await vi.advanceTimersByTimeAsync(100)
  expect(again).toHaveBeenCalledTimes(3)

  changes()
  scope.stop()
  answers[2]?.answered()
  await vi.advanceTimersByTimeAsync(5000)
  expect(again).toHaveBeenCalledTimes(3)
})

it('asks again for all that is shown after a lost connection, and where it is told that something was missed', async () => {
  const { connected, listen, whenChanged } = await import('./live')
  listen()
  const hear = (data: unknown) => port.onmessage?.({ data })
  const again = vi.fn(() => Promise.resolve())
  const scope = effectScope()
  scope.run(() => whenChanged(['PASSAGE'], again, 100))
  hear({ kind: 'connected' })
  await vi.advanceTimersByTimeAsync(5000)
  expect(again).not.toHaveBeenCalled()
  hear({ kind: 'missed' })
  await vi.advanceTimersByTimeAsync(100)
  expect(again).toHaveBeenCalledTimes(1)
  hear({ kind: 'lost' })
  expect(connected.value).toBe(false)
  hear({ kind: 'connected' })
  await vi.advanceTimersByTimeAsync(100)
  expect(connected.value).toBe(true)
  expect(again).toHaveBeenCalledTimes(2)
  scope.stop()
})

it('has what is shared asked for again once it is told that it has changed', async () => {
  const { listen } = await import('./live')
  const { askUnlessKept } = await import('./api/kept')
  listen()
  const ask = vi.fn(() => Promise.resolve(new Response('[]', { status: 200, headers: { ETag: 'W/"a"' } })))
  const people = () => askUnlessKept(new Request('http://localhost/api/projects/1/people'), ask)
  port.onmessage?.({ data: { kind: 'connected' } })
  await people()
  await people()
  expect(ask).toHaveBeenCalledTimes(1)
  port.onmessage?.({ data: { kind: 'changes', changes: [passage], spread: 0 } })
  await people()
  expect(ask).toHaveBeenCalledTimes(1)
  port.onmessage?.({ data: { kind: 'changes', changes: [{ ...passage, topic: 'PEOPLE' }], spread: 0 } })
  await people()
  expect(ask).toHaveBeenCalledTimes(2)
  listen()
  await people()
  expect(ask).toHaveBeenCalledTimes(3)
})
