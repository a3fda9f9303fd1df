import { proof, Problem, problemOf } from './client'
import { must } from '../parts/must'

/** Reads an answer that comes line by line (JSON Lines) as it comes; ends early, without an error, when `signal` is aborted. */
export async function readLines<T>(url: string, body: unknown, each: (line: T) => void, signal: AbortSignal): Promise<void> {
  let response
  try {
    response = await fetch(url, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...proof() },
      body: JSON.stringify(body),
      signal,
    })
  } catch (e) {
    if (signal.aborted) return
    throw new Problem(
      0,
      'no-connection',
      `The server cannot be reached (${e instanceof Error ? e.message : 'no reason given'}). Try again in a moment.`,
    )
  }
  if (!response.ok) throw problemOf(response.status, await response.json().catch(() => undefined))
  const reader = must(response.body).pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  try {
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      const lines = (rest + part.value).split('\n')
      rest = lines.pop() ?? ''
      lines.filter(Boolean).forEach((line) => each(JSON.parse(line) as T))
    }
  } catch (e) {
    if (signal.aborted) return
    throw new Problem(
      0,
      'no-connection',
      `The connection broke before all had been tried (${e instanceof Error ? e.message : 'no reason given'}).`,
    )
  }
}
