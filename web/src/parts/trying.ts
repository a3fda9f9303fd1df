import { ref, shallowRef } from 'vue'
import type { Problem, Schemas } from '../api/client'
import { readLines } from '../api/lines'
import { asProblem } from '../load'

type Line = Schemas['TrialLine']
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
    try {
      await readLines<Line>(url, body, (line) => {
        if (mine !== abort) return
        done.value = line.done
        of.value = line.of
        if (line.faulty) faulty.value = line.faulty
        if (line.arrival) {
          found.push(line.arrival)
          if (found.length < 50 || found.length % 200 === 0) arrivals.value = [...found]
        }
      }, mine.signal)
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
  return { arrivals, done, of, running, stopped, faulty, problem, run, stop }
}

const HEAD = 512

/** A file as a trial is told of it: its name, its size and its first bytes, so that its format is told by what is in it. */
export async function coming(file: File): Promise<Schemas['ComingFile']> {
  const bytes = new Uint8Array(await file.slice(0, HEAD).arrayBuffer())
  return { name: file.name, size: file.size, head: btoa(String.fromCharCode(...bytes)) }
}

/** Names typed or pasted, one a line, without doubles. */
export function names(text: string): Schemas['ComingFile'][] {
  return [...new Set(text.split(/\r?\n/).map((n) => n.trim()).filter(Boolean))].map((name) => ({ name, size: 1 }))
}

/** Where a tried arrival ends up, in a few words. */
export function outcome(t: Tried): string {
  if (t.refusal) return 'refused'
  const last = t.tried?.halts.at(-1)
  if (!t.tried?.intake) return 'only kept'
  if (!last) return 'only kept'
  if (last.kind === 'STOPPED') return `stopped at ${last.station.charAt(0)}${last.station.slice(1).toLowerCase()}`
  if (last.kind === 'RETURNED') return 'goes back to its author'
  return last.station === 'ISSUE' ? 'filed at once' : t.tried.route ? `review on ${t.tried.route}` : 'waits'
}

export const bad = (t: Tried) => !!t.refusal || t.tried?.halts.at(-1)?.kind === 'STOPPED' || t.tried?.halts.at(-1)?.kind === 'RETURNED'
