import type { Drop, Sending } from './upload'

/** How far a drop is, over all of its files. */
export interface Progress {
  received: number
  files: number
  /** From 0 to 1, by bytes. */
  share: number
  /** How long the rest takes at the pace so far, in seconds; absent before there is a pace. */
  left?: number
}

/** @param since when sending began, in milliseconds; `now` likewise */
export function progress(drop: Drop, since: number, now: number): Progress {
  const whole = drop.files.reduce((n, f) => n + f.size, 0)
  const sent = drop.files.reduce((n, f) => n + (f.state === 'refused' ? f.size : f.sent), 0)
  const seconds = (now - since) / 1000
  return {
    received: drop.files.filter((f) => f.state === 'received').length,
    files: drop.files.length,
    share: whole ? sent / whole : 1,
    left: sent > 0 && seconds > 1 && sent < whole ? ((whole - sent) / sent) * seconds : undefined,
  }
}

/** "about 2 min left". */
export function inWords(left: number): string {
  return left < 60 ? `about ${Math.max(1, Math.round(left))} s left` : `about ${Math.round(left / 60)} min left`
}

/**
 * The files of a large drop that somebody should see: those being sent, and those with which something is wrong; all of a small one.
 *
 * @param stopped whether what came of a file is stopped
 */
export function worthShowing(files: Sending[], most: number, stopped: (file: Sending) => boolean): Sending[] {
  return files.length <= most
    ? files
    : files.filter((f) => f.state === 'sending' || f.state === 'refused' || f.state === 'failed' || stopped(f)).slice(0, most)
}
