/** A question that is under way, how many have asked it, and how many of them still want to know. */
interface Asked {
  answer: Promise<Response>
  by: number
  wanting: number
  giveUp: () => void
}

/** Questions that are under way, by what is asked; several panels that ask the same at the same time get one answer. */
const underWay = new Map<string, Asked>()
/** Counts what this page changes: a question after a change never takes the answer to one before it. */
let changes = 0

/** Something is being changed, or has been, here or elsewhere. */
export function somethingChanges() {
  changes++
}

/**
 * Asks, unless just that is being asked already; each caller has the answer to itself. Who aborts wants it no more; after the last one
 * it is given up.
 */
export async function together(request: Request, ask: (request: Request) => Promise<Response>): Promise<Response> {
  // Who asks himself does not wait with what screens ask by themselves.
  const what = `${changes} ${request.headers.get('Pervius-Unattended') ?? ''} ${request.headers.get(BY_ITSELF) ?? ''} ${request.url}`
  const asked = underWay.get(what) ?? begun(what, request, ask)
  asked.by++
  asked.wanting++
  const noMore = () => {
    if (--asked.wanting > 0) return
    if (underWay.get(what) === asked) underWay.delete(what)
    asked.giveUp()
  }
  request.signal.addEventListener('abort', noMore, { once: true })
  try {
    const answer = await Promise.race([asked.answer, aborted(request.signal)])
    return asked.by > 1 ? answer.clone() : answer
  } finally {
    request.signal.removeEventListener('abort', noMore)
  }
}

function begun(what: string, request: Request, ask: (request: Request) => Promise<Response>): Asked {
  const all = new AbortController()
  const asked: Asked = {
    answer: ask(new Request(request, { signal: all.signal })).finally(() => {
      if (underWay.get(what) === asked) underWay.delete(what)
    }),
    by: 0,
    wanting: 0,
    giveUp: () => all.abort(),
  }
  // Who has gone away hears of no failure.
  asked.answer.catch(() => undefined)
  underWay.set(what, asked)
  return asked
}

function aborted(signal: AbortSignal): Promise<never> {
  return new Promise((_, reject) => {
    const leave = () => reject(new DOMException('nobody wants to know any more', 'AbortError'))
    if (signal.aborted) leave()
    signal.addEventListener('abort', leave, { once: true })
  })
}

/** Until when what is asked now is wanted; only while a question is being put. */
let wantedUntil: AbortSignal | undefined

/** Puts a question that is given up when `signal` says so: all calls that `ask` makes before it first waits. */
export function asking<T>(signal: AbortSignal, ask: () => T): T {
  wantedUntil = signal
  try {
    return ask()
  } finally {
    wantedUntil = undefined
  }
}

/** What is asked now is asked by itself, because something has changed; only while that is being put. */
let byItself = false

/** Does what asks again because something has changed: the calls it makes before it first waits say so, and wait for what people do. */
export function becauseOfChanges<T>(again: () => T): T {
  byItself = true
  try {
    return again()
  } finally {
    byItself = false
  }
}

/** The header of calls that are made by themselves. */
export const BY_ITSELF = 'Pervius-By-Itself'

/** A call that knows until when its answer is wanted. */
export class Wanted extends Request {
  constructor(url: RequestInfo | URL, init?: RequestInit) {
    super(url, wantedUntil ? { ...init, signal: wantedUntil } : init)
    if (byItself) this.headers.set(BY_ITSELF, 'yes')
  }
}

/** Asks; what the server puts off because too many screens ask at once (503, Retry-After) is asked again when it says so. */
export async function putOff(request: Request, ask: (request: Request) => Promise<Response> = fetch): Promise<Response> {
  for (;;) {
    const answer = await ask(request.clone())
    const seconds = Number(answer.headers.get('Retry-After'))
    if (answer.status !== 503 || !seconds || !request.headers.has(BY_ITSELF)) return answer
    // Not all of them at the same moment again.
    await Promise.race([new Promise((go) => setTimeout(go, seconds * 1000 * (1 + Math.random()))), aborted(request.signal)])
  }
}
