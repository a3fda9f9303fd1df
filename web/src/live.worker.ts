/// <reference lib="webworker" />
/** One stream of changes per browser, shared by its tabs. */
const scope = self as unknown as SharedWorkerGlobalScope
const tabs = new Set<MessagePort>()
let source: EventSource | undefined

function tell(message: unknown) {
  tabs.forEach((tab) => tab.postMessage(message))
}

function open() {
  source?.close()
  source = new EventSource('/api/live')
  source.addEventListener('hello', () => tell({ kind: 'connected' }))
  source.addEventListener('missed', () => tell({ kind: 'missed' }))
  source.addEventListener('changes', (event) => tell({ kind: 'changes', ...JSON.parse((event as MessageEvent<string>).data) }))
  source.onerror = () => {
    tell({ kind: 'lost' })
    if (source?.readyState === EventSource.CLOSED) setTimeout(open, 3000)
  }
}

scope.onconnect = (event) => {
  const tab = event.ports[0]
  if (!tab) return
  tabs.add(tab)
  tab.onmessage = (message: MessageEvent<string>) => {
    if (message.data === 'close') tabs.delete(tab)
    if (message.data === 'again') open()
  }
  if (!source) open()
  else if (source.readyState === EventSource.OPEN) tab.postMessage({ kind: 'connected' })
}
