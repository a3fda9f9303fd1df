import { afterEach, describe, expect, it, vi } from 'vitest'
import { sendFiles } from './upload'

/** A stand-in for the browser's request object: answers each PUT with the next of the given statuses; 0 is a broken connection. */
function answering(statuses: number[]) {
  return class {
    upload: { onprogress?: (event: { loaded: number }) => void } = {}
    onload = () => undefined
    onerror = () => undefined
    status = 0
    responseText = ''
    open() {}
    setRequestHeader() {}
    send() {
      this.status = statuses.shift() ?? 204
      queueMicrotask(() => (this.status === 0 ? this.onerror() : this.onload()))
    }
  }
}

function server(refusals: (string | undefined)[]) {
  const files = refusals.map((refusal, position) => ({
    position,
    name: `f${position}`,
    size: 1,
    state: refusal ? 'REFUSED' : 'EXPECTED',
    refusal,
  }))
  const calls: string[] = []
  vi.stubGlobal('fetch', async (request: Request) => {
    calls.push(new URL(request.url).pathname)
    return new Response(JSON.stringify({ id: 9, reference: 'S-0001', files }), {
      status: 200,
      headers: { 'Content-Type': 'application/json' },
    })
  })
  return calls
}

const file = (name: string) => new File(['x'], name)
afterEach(() => vi.unstubAllGlobals())

describe('sending files', () => {
  it('closes the submission once every file is received', async () => {
    const calls = server([undefined, undefined])
    vi.stubGlobal('XMLHttpRequest', answering([204, 204]))
    const { drop, done } = sendFiles([file('a.pdf'), file('b.pdf')], { folder: 3, purpose: '' })
    await done
    expect(drop.state).toBe('closed')
    expect(calls).toEqual(['/api/folders/3/submissions', '/api/submissions/9/closing'])
  })
  it('lets one refused file hold up no other', async () => {
    server(['The file is empty.', undefined])
    vi.stubGlobal('XMLHttpRequest', answering([204]))
    const { drop, done } = sendFiles([file('empty.pdf'), file('b.pdf')], { folder: 3, purpose: '' })
    await done
    expect(drop.files.map((f) => f.state)).toEqual(['refused', 'received'])
    expect(drop.files[0]!.reason).toBe('The file is empty.')
    expect(drop.state).toBe('closed')
  })
  it('tries again what the server had no room for at the moment', async () => {
    vi.useFakeTimers()
    server([undefined])
    vi.stubGlobal('XMLHttpRequest', answering([503, 503, 204]))
    const { drop, done } = sendFiles([file('a.pdf')], { folder: 3, purpose: '' })
    await vi.runAllTimersAsync()
    await done
    vi.useRealTimers()
    expect(drop.files[0]!.state).toBe('received')
    expect(drop.state).toBe('closed')
  })
  it('tries a broken connection again by itself, then keeps the drop so that the rest can be sent', async () => {
    server([undefined])
    vi.stubGlobal('XMLHttpRequest', answering([0, 0, 0, 204]))
    const { drop, done, again } = sendFiles([file('a.pdf')], { folder: 3, purpose: '' })
    await done
    expect(drop.state).toBe('unfinished')
    await again()
    expect(drop.files[0]!.state).toBe('received')
    expect(drop.state).toBe('closed')
  })
})
