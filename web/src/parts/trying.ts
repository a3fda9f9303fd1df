import { ref, shallowRef } from 'vue'
import type { Problem, Schemas } from '../api/client'
import { readLines } from '../api/lines'
import { asProblem } from '../load'

type Line = Schemas['TrialLine']
export type Letter = Schemas['ForetoldLetter']
export type Tried = Schemas['TriedArrival']

/** A trial under way: what has been tried so far, how far it is, and stopping it. */
export function useTrying() {
  const arrivals = shallowRef<Tried[]>([])
  const done = ref(0)
  const of = ref(0)
  const running = ref(false)
  const stopped = ref(false)
  /** Names of rules whose drafts have errors and were not tried. */
  const faulty = ref<string[]>([])
  /** The messages that all of it together would make; known at the end. */
  const letters = shallowRef<Letter[]>([])
  /** The edition of the rule sheet that was asked; absent until all is answered. */
  const sheet = ref<number>()
  const problem = shallowRef<Problem>()
  let abort: AbortController | undefined

  async function run(url: string, body: unknown) {
    abort?.abort()
    const mine = (abort = new AbortController())
    const found: Tried[] = []
    arrivals.value = []
    done.value = of.value = 0
    running.value = true
    stopped.value = false
    problem.value = undefined
    faulty.value = []
    letters.value = []
    sheet.value = undefined
    try {
      await readLines<Line>(
        url,
        body,
        (line) => {
          if (mine !== abort) return
          done.value = line.done
          of.value = line.of
          if (line.faulty) faulty.value = line.faulty
          if (line.letters) letters.value = line.letters
          sheet.value = line.sheet ?? sheet.value
          if (line.arrival) {
            found.push(line.arrival)
            if (found.length < 50 || found.length % 200 === 0) arrivals.value = [...found]
          }
        },
        mine.signal,
      )
    } catch (e) {
      if (mine === abort) problem.value = asProblem(e)
    }
    if (mine !== abort) return
    arrivals.value = [...found]
    running.value = false
  }

  function stop() {
    stopped.value = running.value
    abort?.abort()
  }
  return { arrivals, done, of, running, stopped, faulty, letters, sheet, problem, run, stop }
}

const HEAD = 512

/** Larger files are not read through before they are sent. */
const LARGEST_HASHED = 20_000_000
const known = new WeakMap<File, Promise<Schemas['ComingFile']>>()

/**
 * A file as a trial is told of it: its name, its size, its first bytes, so that its format is told by what is in it, and what all of its
 * bytes come to, so that it is said if they came before. Read once for each file.
 */
export function coming(file: File): Promise<Schemas['ComingFile']> {
  const now = known.get(file) ?? read(file)
  known.set(file, now)
  return now
}

async function read(file: File): Promise<Schemas['ComingFile']> {
  // Without a secure connection a browser has no digests; then it is not said beforehand.
  const whole = file.size <= LARGEST_HASHED && globalThis.crypto?.subtle ? await file.arrayBuffer() : undefined
  const bytes = new Uint8Array(whole ? whole.slice(0, HEAD) : await file.slice(0, HEAD).arrayBuffer())
  const hash =
    whole && [...new Uint8Array(await crypto.subtle.digest('SHA-256', whole))].map((b) => b.toString(16).padStart(2, '0')).join('')
  return { name: file.name, size: file.size, head: btoa(String.fromCharCode(...bytes)), hash }
}

/** Names typed or pasted, one a line, without doubles. */
export function names(text: string): Schemas['ComingFile'][] {
  return [
    ...new Set(
      text
        .split(/\r?\n/)
        .map((n) => n.trim())
        .filter(Boolean),
    ),
  ].map((name) => ({ name, size: 1 }))
}

/** Where a tried arrival ends up, in a few words. */
export function outcome(t: Tried): string {
  if (t.refusal) return 'refused'
  if (t.joins) return t.joins
  const last = t.tried?.halts.at(-1)
  if (!t.tried?.intake) return 'only kept'
  if (!last) return 'only kept'
  if (last.kind === 'STOPPED') return `stopped at ${last.station.charAt(0)}${last.station.slice(1).toLowerCase()}`
  if (last.kind === 'RETURNED') return 'goes back to its author'
  if (last.kind === 'LEFT') return 'left where it lies'
  return last.station === 'ISSUE' ? 'filed at once' : t.tried.route ? `review on ${t.tried.route}` : 'waits'
}

export const bad = (t: Tried) => !!t.refusal || t.tried?.halts.at(-1)?.kind === 'STOPPED' || t.tried?.halts.at(-1)?.kind === 'RETURNED'
