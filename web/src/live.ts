import { onScopeDispose, ref, type Ref } from 'vue'
import { somethingChanges } from './api/together'

/** Something that has changed on the server; the screens ask again for what they show of it. */
export interface Change {
  project: number
  topic: 'FOLDER' | 'PASSAGE' | 'REVIEW' | 'RULES' | 'NUMBERS' | 'PEOPLE' | 'MAIL' | 'TRAY'
  id: number
}

type Message = { kind: 'connected' } | { kind: 'lost' } | { kind: 'change'; change: Change }

const listeners = new Set<(change?: Change) => void>()
const connectedNow = ref(true)
let worker: SharedWorker | undefined

/** Whether changes are being heard of; the screens say so when they are not. */
export const connected: Readonly<Ref<boolean>> = connectedNow

/** Begins to listen, or begins anew for another person. */
export function listen() {
  if (worker) {
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
  } else if (message.kind === 'change') {
    somethingChanges()
    listeners.forEach((listener) => listener(message.change))
  } else if (!connectedNow.value) {
    connectedNow.value = true
    somethingChanges()
    listeners.forEach((listener) => listener())
  }
}

/**
 * Runs `again` soon after something of the topics has changed, once for many changes together, and after a lost
 * connection is back. Ends with the component.
 */
export function whenChanged(topics: Change['topic'][], again: () => void, wait = 120) {
  let timer: ReturnType<typeof setTimeout> | undefined
  const listener = (change?: Change) => {
    if (change && !topics.includes(change.topic)) return
    timer ??= setTimeout(() => {
      timer = undefined
      again()
    }, wait)
  }
  listeners.add(listener)
  onScopeDispose(() => {
    listeners.delete(listener)
    clearTimeout(timer)
  })
}
