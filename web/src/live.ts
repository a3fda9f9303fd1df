import { onScopeDispose, ref, type Ref } from 'vue'
import { hearsOfChanges, toldOf } from './api/kept'
import { becauseOfChanges, somethingChanges } from './api/together'

/** Something that has changed on the server; the screens ask again for what they show of it. */
export interface Change {
  project: number
  topic: 'FOLDER' | 'PASSAGE' | 'REVIEW' | 'COMMENT' | 'RULES' | 'NUMBERS' | 'PEOPLE' | 'MAIL' | 'TRAY' | 'DEVICE'
  id: number
  /** Where it lies, for what lies in a folder; 0 where that is not said. */
  folder: number
  /** Whether whoever is signed in has to do with it himself, as far as that is known. */
  own: boolean
}

/** `spread`: within how many milliseconds to ask again, so that not all browsers do in one moment. */
type Message = { kind: 'connected' } | { kind: 'missed' } | { kind: 'lost' } | { kind: 'changes'; changes: Change[]; spread: number }

const listeners = new Set<(spread: number, change?: Change) => void>()
const connectedNow = ref(true)
let worker: SharedWorker | undefined

/** Whether changes are being heard of; the screens say so when they are not. */
export const connected: Readonly<Ref<boolean>> = connectedNow

/** Begins to listen, or begins anew for another person. */
export function listen() {
  if (worker) {
    hearsOfChanges(false)
    worker.port.postMessage('again')
    return
  }
  worker = new SharedWorker(new URL('./live.worker.ts', import.meta.url), { type: 'module', name: 'pervius-live' })
  worker.port.onmessage = (event: MessageEvent<Message>) => hear(event.data)
  worker.port.start()
  addEventListener('pagehide', () => worker?.port.postMessage('close'))
}

function hear(message: Message) {
  if (message.kind === 'lost') {
    connectedNow.value = false
    hearsOfChanges(false)
  } else if (message.kind === 'changes') {
    somethingChanges()
    toldOf(new Set(message.changes.map((change) => change.topic)))
    message.changes.forEach((change) => listeners.forEach((listener) => listener(message.spread, change)))
  } else {
    hearsOfChanges(true)
    if (connectedNow.value && message.kind === 'connected') return
    connectedNow.value = true
    somethingChanges()
    listeners.forEach((listener) => listener(0))
  }
}

/**
 * Runs `again` soon after something of the topics has changed, once for many changes together, and after a lost
 * connection is back. What changes while it still waits for its answer is asked for once more after that, never beside it. Ends with the
 * component.
 *
 * @param again what asks again; gives when that has been answered
 * @param concerns whether what is shown has to do with a change; all of the topics where absent
 */
export function whenChanged(
  topics: Change['topic'][],
  again: () => Promise<unknown> | undefined,
  wait = 120,
  concerns: (change: Change) => boolean = () => true,
) {
  let timer: ReturnType<typeof setTimeout> | undefined
  let asking = false
  /** Over how long to spread what has changed while the answer was under way. */
  let once: number | undefined
  let gone = false
  function soon(spread: number) {
    timer ??= setTimeout(() => void ask(), wait + Math.random() * spread)
  }
  async function ask() {
    timer = undefined
    asking = true
    try {
      await becauseOfChanges(again)
    } finally {
      asking = false
      if (once !== undefined && !gone) soon(once)
      once = undefined
    }
  }
  const listener = (spread: number, change?: Change) => {
    if (change && !(topics.includes(change.topic) && concerns(change))) return
    if (asking) once = spread
    else soon(spread)
  }
  listeners.add(listener)
  onScopeDispose(() => {
    gone = true
    listeners.delete(listener)
    clearTimeout(timer)
  })
}
