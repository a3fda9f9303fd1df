import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { must } from '../../parts/must'
import type { Asked } from './compare.worker'
import type { Difference, Pixels, Region } from './differences'
import { AS_IT_IS, type Lay } from './register'
import { type Pair, paired } from './pages'
import { openSource, type Source, wordsOn } from './source'

/** The longest side of a page that is compared, in pixels: an A0 sheet at reading resolution. */
const LONGEST = 2600
/** Of longer files the pages are taken in their order. */
const MOST_MATCHED = 400

export interface Side {
  url: string
  mediaType: string
}

/** Where pages that were compared differ. */
export interface Compared extends Difference {
  before: Pixels
  now: Pixels
  lay: Lay
  /** How long it took, and drawing both pages alone, in milliseconds. */
  took: number
  drew: number
}

type Found = Difference & { lay: Lay }

/** Two files with pages: which belong together, and what differs on the pair that is looked at. */
export function usePages(before: Side, now: Side) {
  const pairs = shallowRef<Pair[]>([])
  const at = ref(0)
  /** Which difference of the page is looked at; -1 for none. */
  const here = ref(-1)
  const compared = shallowRef<Compared>()
  /** What it is doing; absent when nothing. */
  const doing = ref<string>()
  const trouble = ref('')
  /** How many differences each pair has, as far as that is known. */
  const counts = ref(new Map<number, number>())
  /** How the earlier page is laid over the later one. */
  const lay = ref(AS_IT_IS)
  let sources: [Source, Source] | undefined
  let worker: Worker | undefined
  let stopped = false
  let turn = 0

  function stop() {
    turn++
    worker?.terminate()
    worker = undefined
    waiting.clear()
    doing.value = undefined
  }
  onScopeDispose(() => {
    stopped = true
    stop()
    sources?.forEach((s) => s.close())
  })

  async function open() {
    doing.value = 'Opening both'
    try {
      sources = await Promise.all([openSource(before.url, before.mediaType), openSource(now.url, now.mediaType)])
      if (stopped) sources.forEach((s) => s.close())
      else {
        pairs.value = await matched(sources)
        await show(0)
      }
    } catch (e) {
      trouble.value = `These files cannot be compared: ${e instanceof Error ? e.message : String(e)}.`
    } finally {
      doing.value = undefined
    }
  }

  /** Which pages belong together; as they come where looking for it takes too long, or is stopped. */
  async function matched([a, b]: [Source, Source]): Promise<Pair[]> {
    const most = Math.max(a.pages, b.pages)
    const asTheyCome = Array.from({ length: most }, (_, i) => ({
      before: i < a.pages ? i + 1 : undefined,
      now: i < b.pages ? i + 1 : undefined,
    }))
    if (most === 1 || most > MOST_MATCHED) return asTheyCome
    const mine = ++turn
    const words: [Set<string>[], Set<string>[]] = [[], []]
    for (const [source, all] of [
      [a, words[0]],
      [b, words[1]],
    ] as const) {
      for (let page = 1; page <= source.pages; page++) {
        if (mine !== turn) return asTheyCome
        doing.value = `Looking which pages belong together, ${page} of ${source.pages}`
        all.push(await wordsOn(source, page))
      }
    }
    return paired(...words)
  }

  const waiting = new Map<number, { resolve: (found: Found) => void; reject: (why: Error) => void }>()
  let questions = 0
  function begun() {
    const made = new Worker(new URL('./compare.worker.ts', import.meta.url), { type: 'module' })
    made.onmessage = ({ data }: MessageEvent<Found & { id: number }>) => {
      waiting.get(data.id)?.resolve(data)
      waiting.delete(data.id)
    }
    made.onerror = (e) => {
      waiting.forEach(({ reject }) => reject(new Error(e.message)))
      waiting.clear()
    }
    return made
  }
  const ask = (a: Pixels, b: Pixels, find: boolean, as = lay.value) =>
    new Promise<Found>((resolve, reject) => {
      worker ??= begun()
      const id = ++questions
      waiting.set(id, { resolve, reject })
      worker.postMessage({ id, before: a, now: b, lay: { ...as }, find } satisfies Asked)
    })

  /** Both pages of a pair as they are drawn; a page that stands alone is compared with an empty one. */
  async function drawn({ before: a, now: b }: Pair): Promise<[Pixels, Pixels]> {
    const [left, right] = must(sources)
    const { width, height } = b ? await right.size(b) : await left.size(must(a))
    const times = Math.min(LONGEST / Math.max(width, height), 4)
    const empty = (of: Pixels): Pixels => ({ ...of, data: new Uint8ClampedArray(of.data.length).fill(255) })
    const first = a ? await left.draw(a, times) : undefined
    const second = b ? await right.draw(b, times) : undefined
    return [first ?? empty(must(second)), second ?? empty(must(first))]
  }

  /** Shows a pair and what differs on it; one asked for before it is done is left. */
  async function show(which: number, find = false) {
    const pair = pairs.value[which]
    if (!pair) return
    const mine = ++turn
    if (which !== at.value) {
      // What is shown is never that of another page.
      lay.value = AS_IT_IS
      compared.value = undefined
    }
    here.value = -1
    at.value = which
    doing.value = 'Drawing both pages'
    trouble.value = ''
    const begun = performance.now()
    try {
      const [a, b] = find && compared.value ? [compared.value.before, compared.value.now] : await drawn(pair)
      if (mine !== turn) return
      const drew = performance.now() - begun
      doing.value = find ? 'Putting them into register' : 'Comparing'
      const found = await ask(a, b, find)
      if (mine !== turn) return
      lay.value = found.lay
      compared.value = { ...found, before: a, now: b, took: performance.now() - begun, drew }
      counts.value = new Map(counts.value).set(which, found.regions.length)
    } catch (e) {
      if (mine === turn) trouble.value = `This page cannot be compared: ${e instanceof Error ? e.message : String(e)}.`
    } finally {
      if (mine === turn) doing.value = undefined
    }
  }

  /** Moves the earlier page by so many pixels, turns it further, or makes it so much larger. */
  async function nudge({ dx = 0, dy = 0, turn: further = 0, scale = 0 }: Partial<Lay>) {
    const now = compared.value
    if (!now) return
    const mine = ++turn
    here.value = -1
    const was = lay.value
    lay.value = { dx: was.dx + dx, dy: was.dy + dy, turn: was.turn + further, scale: was.scale + scale }
    doing.value = 'Comparing'
    try {
      const found = await ask(now.before, now.now, false)
      if (mine !== turn) return
      compared.value = { ...now, ...found }
      counts.value = new Map(counts.value).set(at.value, found.regions.length)
    } catch (e) {
      if (mine === turn) trouble.value = `This page cannot be compared: ${e instanceof Error ? e.message : String(e)}.`
    } finally {
      if (mine === turn) doing.value = undefined
    }
  }

  /** Counts what differs on all pairs, one after the other, until it is stopped or something else is asked for. */
  async function countAll() {
    const mine = ++turn
    try {
      for (const [which, pair] of pairs.value.entries()) {
        if (counts.value.has(which)) continue
        doing.value = `Comparing page ${which + 1} of ${pairs.value.length}`
        const [a, b] = await drawn(pair)
        if (mine !== turn) return
        const found = await ask(a, b, false, AS_IT_IS)
        if (mine !== turn) return
        counts.value = new Map(counts.value).set(which, found.regions.length)
      }
    } catch (e) {
      if (mine === turn) trouble.value = `Not all pages can be compared: ${e instanceof Error ? e.message : String(e)}.`
    } finally {
      if (mine === turn) doing.value = undefined
    }
  }

  return {
    pairs,
    at,
    here,
    compared,
    regions: computed<Region[]>(() => compared.value?.regions ?? []),
    doing,
    trouble,
    counts,
    lay,
    open,
    show,
    register: () => show(at.value, true),
    nudge,
    countAll,
    stop,
  }
}
