import { onScopeDispose, ref, watch } from 'vue'
import { api, data } from '../../../api/client'
import { must } from '../../../parts/must'
import { asRead, type Readable } from '../../../parts/readable'
import { unlike } from '../../compare/pages'
import type { Box, Found } from '../../compare/register'
import { isDrawn, openSource, type Source, type Text, wordsOn } from '../../compare/source'
import type { Comment } from './comments'
import type { Located } from './locate.worker'
import { type Place, type Point, shifted } from './place'

/** Where a comment on an earlier revision is on this one. */
export interface Again {
  place: Place
  /** Whether it was found by what is around it; else it is shown where it was. */
  sure: boolean
}

/** How far from a place words still say where it is, in points. */
const AROUND = 90
/** Words that stand as near to each other as before are the same ones; in points. */
const NEAR = 2
/** How much of what stood around must be there again, by its letters; and so many letters at least. */
const ENOUGH = 0.5
/** What stands on a page more often, as noughts in a table, says nothing of a place; and of what stands around, so much is enough. */
const MOST_ALIKE = 20
const MOST_AROUND = 100
const FEWEST = 6
/** A page is drawn no larger to look for a place on it, and the part that is looked for neither; in pixels. */
const LONGEST = 2000
const LARGEST_PART = 360
const MARGIN = 28
/** What is as like is there, even where it would be further along a line, too. */
const ALIKE = 0.06
/** How many pages before and after the same number are looked at. */
const PAGES_AROUND = 5
/** Pages with less in common are others. */
const SAME_PAGE = 0.6

const middleOf = ({ points }: Place): Point => {
  const [first, last] = [must(points[0]), must(points.at(-1))]
  return { x: (first.x + last.x) / 2, y: (first.y + last.y) / 2 }
}
const apart = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y)

/** How far what stood around a place has moved, by the words that are there again; absent where too few are, or at several places alike. */
export function movedBy(before: Text[], now: Text[], around: Point): Point | undefined {
  const alike = new Map<string, Text[]>()
  for (const text of now) {
    const others = alike.get(text.text)
    if (others) others.push(text)
    else alike.set(text.text, [text])
  }
  const anchors = before
    .filter((t) => t.text.length > 1 && apart(t.at, around) < AROUND && (alike.get(t.text)?.length ?? 0) <= MOST_ALIKE)
    .sort((a, b) => apart(a.at, around) - apart(b.at, around))
    .slice(0, MOST_AROUND)
  const all = anchors.reduce((n, t) => n + t.text.length, 0)
  const there = (by: Point) =>
    anchors.reduce((n, { text, at }) => {
      const to = { x: at.x + by.x, y: at.y + by.y }
      return n + (alike.get(text)?.some((t) => apart(t.at, to) < NEAR) ? text.length : 0)
    }, 0)
  const moves = anchors.flatMap(({ text, at }) => (alike.get(text) ?? []).map((t) => ({ x: t.at.x - at.x, y: t.at.y - at.y })))
  const found = moves.map((by) => ({ by, letters: there(by) }))
  const best = found.reduce<(typeof found)[number] | undefined>(
    (most, f) => (!most || f.letters > most.letters || (f.letters === most.letters && far(f.by) < far(most.by)) ? f : most),
    undefined,
  )
  if (!best || best.letters < Math.max(FEWEST, all * ENOUGH)) return undefined
  const elsewhere = found.some((f) => apart(f.by, best.by) > 2 * NEAR && f.letters >= best.letters)
  return elsewhere && far(best.by) > NEAR ? undefined : best.by
}
const far = ({ x, y }: Point) => Math.hypot(x, y)

/** The page that is what an earlier one was, by its words; the same number where there are none. */
async function pageAgain(before: Source, now: Source, page: number): Promise<number | undefined> {
  const words = await wordsOn(before, page)
  if (!words.size) return page <= now.pages ? page : undefined
  let best: { page: number; off: number } | undefined
  for (let away = 0; away <= PAGES_AROUND; away++) {
    for (const other of away ? [page - away, page + away] : [page]) {
      if (other < 1 || other > now.pages) continue
      const off = unlike(words, await wordsOn(now, other))
      if (!best || off < best.off) best = { page: other, off }
    }
    if (best && best.off < 0.2) break
  }
  return best && best.off < SAME_PAGE ? best.page : undefined
}

/** Asks where parts of one page are on another, away from the page. */
export type Locate = (question: {
  before: Source
  now: Source
  from: number
  to: number
  boxes: Box[]
  times: number
}) => Promise<Located[]>

/** The part of a drawing around a place, not larger than is looked for. */
function partAround(at: readonly (readonly [number, number])[]): Box {
  const [xs, ys] = [at.map(([x]) => x), at.map(([, y]) => y)]
  const span = (of: number[]) => {
    const [least, most] = [Math.min(...of), Math.max(...of)]
    const size = Math.min(LARGEST_PART, most - least + 2 * MARGIN)
    return { from: Math.round((least + most - size) / 2), size: Math.round(size) }
  }
  const [across, down] = [span(xs), span(ys)]
  return { x: across.from, y: down.from, width: across.size, height: down.size }
}
const isThere = ({ found, asItWas }: Located) => (found.clear && found.off < 0.4) || asItWas < ALIKE
const moved = ({ found, asItWas }: Located): Pick<Found, 'dx' | 'dy'> => (asItWas < ALIKE ? { dx: 0, dy: 0 } : found)

/** Finds the places of one earlier page again: by the words around them, and where those do not say by how it looks there. */
export async function findAgain(before: Source, now: Source, places: Place[], locate: Locate): Promise<Again[]> {
  const page = must(places[0]).page
  const to = page <= before.pages ? await pageAgain(before, now, page) : undefined
  if (to === undefined) return places.map((place) => ({ place, sure: false }))
  const [was, is] = [await before.texts(page), await now.texts(to)]
  const words = places.map((place) => movedBy(was, is, middleOf(place)))
  const open = places.flatMap((place, i) => (words[i] ? [] : [{ place, i }]))
  const looked = new Map<number, Again>()
  if (open.length) {
    const { width, height } = await before.size(page)
    const times = Math.min(LONGEST / Math.max(width, height), 2)
    const lies = await before.lies(page, times)
    const lands = await now.lies(to, times)
    const boxes = open.map(({ place }) => partAround(place.points.map(lies.toPixels)))
    const found = await locate({ before, now, from: page, to, boxes, times })
    open.forEach(({ place, i }, n) => {
      const located = found[n]
      const { dx, dy } = located ? moved(located) : { dx: 0, dy: 0 }
      const points = place.points.map((p) => {
        const [x, y] = lies.toPixels(p)
        return lands.toPoint([x + dx, y + dy])
      })
      const sure = !!located && isThere(located)
      looked.set(i, { place: sure ? { ...place, page: to, points } : { ...place, page: to }, sure })
    })
  }
  return places.map((place, i) => {
    const by = words[i]
    return by ? { place: { ...shifted(place, by.x, by.y), page: to }, sure: true } : must(looked.get(i))
  })
}

/** Has parts of a page looked for in a worker. */
function locating() {
  let worker: Worker | undefined
  let fail: (() => void) | undefined
  const locate: Locate = async ({ before, now, from, to, boxes, times }) => {
    const [a, b] = [await before.draw(from, times), await now.draw(to, times)]
    worker ??= new Worker(new URL('./locate.worker.ts', import.meta.url), { type: 'module' })
    const asked = worker
    return new Promise((resolve, reject) => {
      fail = () => reject(new Error('left'))
      asked.onmessage = ({ data: found }: MessageEvent<Located[]>) => resolve(found)
      asked.onerror = (e) => reject(new Error(e.message))
      asked.postMessage({ before: a, now: b, boxes }, [a.data.buffer, b.data.buffer])
    })
  }
  return {
    locate,
    /** Who still waits for an answer is told that none comes. */
    end: () => {
      worker?.terminate()
      fail?.()
    },
  }
}

/**
 * Where comments that were carried over are on the file that is read; one after the other, page by page.
 *
 * @returns by comment; one that is not there yet is being looked for
 */
export function useCarried(comments: () => Comment[], file: () => Readable) {
  /** Each with the place it was found from: one that was moved since is looked for anew. */
  const found = ref(new Map<number, Again & { of: string }>())
  const of = (c: Comment) => JSON.stringify(c.on.place)
  const { locate, end } = locating()
  let over = false
  let running = false
  onScopeDispose(() => {
    over = true
    end()
  })

  const unsure = (all: Comment[]) => all.forEach((c) => found.value.set(c.id, { place: must(c.on.place), sure: false, of: of(c) }))
  async function ofRevision(passage: number, all: Comment[], now: Source) {
    const { row } = await data(api.GET('/api/passages/{id}', { params: { path: { id: passage } } }))
    const earlier = asRead(row.passage)
    if (!earlier || !isDrawn(earlier.mediaType)) return unsure(all)
    const before = await openSource(earlier.url, earlier.mediaType)
    try {
      for (const page of new Set(all.map((c) => must(c.on.place).page))) {
        const here = all.filter((c) => c.on.place?.page === page)
        const places = await findAgain(
          before,
          now,
          here.map((c) => must(c.on.place)),
          locate,
        )
        if (over) return
        here.forEach((c, i) => found.value.set(c.id, { ...must(places[i]), of: of(c) }))
      }
    } finally {
      before.close()
    }
  }
  async function look() {
    const open = comments().filter((c) => c.on.carried && c.on.place && found.value.get(c.id)?.of !== of(c))
    if (running || over || !open.length) return
    running = true
    try {
      if (!isDrawn(file().mediaType)) unsure(open)
      else {
        const now = await openSource(file().url, file().mediaType)
        try {
          for (const passage of new Set(open.map((c) => c.on.passage))) {
            const its = open.filter((c) => c.on.passage === passage)
            // A file that cannot be read has its comments shown where they were.
            await ofRevision(passage, its, now).catch(() => unsure(its))
            if (over) return
          }
        } finally {
          now.close()
        }
      }
    } catch {
      unsure(open)
    } finally {
      running = false
    }
    await look()
  }
  watch(comments, () => void look(), { immediate: true })
  return found
}
