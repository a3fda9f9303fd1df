import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import type { Asked } from './compare.worker'
import { usePages } from './drawing'

/** Pages of one pixel, whose shade is their number. */
vi.mock('./source', async (real) => ({
  ...(await real<typeof import('./source')>()),
  openSource: () =>
    Promise.resolve({
      pages: 3,
      size: () => Promise.resolve({ width: 1, height: 1 }),
      texts: (page: number) => Promise.resolve([{ text: `words${page}`, at: { x: 0, y: 0 } }]),
      draw: (page: number) => Promise.resolve({ data: new Uint8ClampedArray([page, 0, 0, 255]), width: 1, height: 1 }),
      close: () => undefined,
    }),
}))

/** A worker whose answers come when a test says so. */
class Slow {
  static asked: { message: Asked; worker: Slow }[] = []
  onmessage?: (event: { data: unknown }) => void
  onerror?: (event: { message: string }) => void
  ended = false
  postMessage(message: Asked) {
    Slow.asked.push({ message, worker: this })
  }
  terminate() {
    this.ended = true
  }
  /** Answers with as many regions as the page's number. */
  static answer(which: number) {
    const { message, worker } = Slow.asked[which]!
    const regions = Array.from({ length: message.now.data[0]! }, () => ({ x: 0, y: 0, width: 1, height: 1, added: 1, gone: 0 }))
    worker.onmessage?.({ data: { id: message.id, over: message.now, regions, lay: message.lay } })
  }
}

describe('comparing pages', () => {
  let scope: EffectScope
  let pages: ReturnType<typeof usePages>
  const asked = (many: number) => vi.waitFor(() => expect(Slow.asked).toHaveLength(many))

  beforeEach(async () => {
    Slow.asked = []
    vi.stubGlobal('Worker', Slow)
    scope = effectScope()
    pages = scope.run(() => usePages({ url: '/a', mediaType: 'application/pdf' }, { url: '/b', mediaType: 'application/pdf' }))!
    const opened = pages.open()
    await asked(1)
    Slow.answer(0)
    await opened
  })
  afterEach(() => {
    scope.stop()
    vi.unstubAllGlobals()
  })

  it('never shows what differs on another page, in whatever order the answers come', async () => {
    expect(pages.regions.value).toHaveLength(1)
    const second = pages.show(1)
    await asked(2)
    expect(pages.compared.value).toBeUndefined()
    const third = pages.show(2)
    await asked(3)
    Slow.answer(1)
    Slow.answer(2)
    await Promise.all([second, third])
    expect(pages.at.value).toBe(2)
    expect(pages.regions.value).toHaveLength(3)
    expect([...pages.counts.value]).toEqual([
      [0, 1],
      [2, 3],
    ])
  })

  it('which difference is looked at begins anew whenever they are others', async () => {
    pages.here.value = 0
    const nudged = pages.nudge({ dx: 1 })
    await asked(2)
    expect(pages.here.value).toBe(-1)
    Slow.answer(1)
    await nudged
    expect(pages.lay.value).toEqual({ dx: 1, dy: 0, turn: 0, scale: 1 })
  })

  it('a worker that fails is said, and one that is stopped ends', async () => {
    const shown = pages.show(1)
    await asked(2)
    Slow.asked[1]!.worker.onerror?.({ message: 'out of memory' })
    await shown
    expect(pages.trouble.value).toContain('out of memory')
    void pages.show(2)
    await asked(3)
    pages.stop()
    expect(Slow.asked[2]!.worker.ended).toBe(true)
    expect(pages.doing.value).toBeUndefined()
  })
})
