import type { Change } from '../live'

/**
 * An answer: with the tag the server gave it, which says whether it would be the same again, or as one that holds until something else is
 * told.
 */
interface Kept {
  tag: string | null
  body: string
  /** By `performance.now`, until when it is given without asking; 0 for not at all. */
  holds: number
}

const MOST = 60
const MOST_CHARACTERS = 4_000_000
/** What nobody tells of: that an absence begins, for one. */
const HOLDS_MS = 60_000

/** What place after place asks for, and what changes it. It is asked for once, and again when that has been told. */
const SHARED: { path: RegExp; changes: Change['topic'][] }[] = [
  { path: /^\/api\/projects\/\d+\/people$/, changes: ['PEOPLE'] },
  { path: /^\/api\/projects\/\d+\/folders$/, changes: ['FOLDER', 'PEOPLE'] },
  { path: /^\/api\/projects\/\d+\/routes$/, changes: ['RULES', 'PEOPLE'] },
  { path: /^\/api\/rule-kinds$/, changes: [] },
]

/** The answers used last, by what was asked; the longest unused first. They are in this page's memory and nowhere else. */
const kept = new Map<string, Kept>()
let characters = 0
/** Whether this page hears of what changes. */
let hears = false
/** How often it was told of something: what was asked before says nothing of the time after. */
let told = 0

/** Asks; a list that has not changed since it was asked last is not sent again, and one that is told of when it changes not even asked. */
export async function askUnlessKept(request: Request, ask: (request: Request) => Promise<Response>): Promise<Response> {
  const before = kept.get(request.url)
  if (before && hears && performance.now() < before.holds) return given(request.url, before, new Headers())
  if (before?.tag) request.headers.set('If-None-Match', before.tag)
  const asked = told
  const answer = await ask(request)
  const holds = hears && asked === told && sharedBy(request.url) ? performance.now() + HOLDS_MS : 0
  if (answer.status === 304 && before) return given(request.url, { ...before, holds }, new Headers(answer.headers))
  const tag = answer.headers.get('ETag')
  drop(request.url)
  if (answer.ok && (tag || holds)) keep(request.url, { tag, body: await answer.clone().text(), holds })
  return answer
}

/** This page hears of changes from now on, or does not any more; what it missed meanwhile is not known. */
export function hearsOfChanges(now: boolean) {
  hears = now
  holdsNoMore(() => true)
}

/** Something has changed somewhere: what shows it is asked for again when it is next wanted. */
export function toldOf(topics: Set<Change['topic']>) {
  holdsNoMore((url) => !!sharedBy(url)?.changes.some((topic) => topics.has(topic)))
}

/** This page changes something itself, be it what it will. */
export function changesItself() {
  holdsNoMore(() => true)
}

/** Nothing is left of what was answered, as when somebody signs out. */
export function forgetKept() {
  told++
  kept.clear()
  characters = 0
}

function sharedBy(url: string) {
  const path = new URL(url).pathname
  return SHARED.find((list) => list.path.test(path))
}

function holdsNoMore(which: (url: string) => boolean) {
  told++
  kept.forEach((answer, url) => {
    if (answer.holds && which(url)) answer.holds = 0
  })
}

function given(url: string, answer: Kept, headers: Headers): Response {
  keep(url, answer)
  headers.set('Content-Type', 'application/json')
  return new Response(answer.body, { status: 200, headers })
}

function keep(url: string, answer: Kept) {
  drop(url)
  kept.set(url, answer)
  characters += answer.body.length
  for (const oldest of kept.keys()) {
    if (kept.size <= MOST && characters <= MOST_CHARACTERS) break
    drop(oldest)
  }
}

function drop(url: string) {
  characters -= kept.get(url)?.body.length ?? 0
  kept.delete(url)
}
