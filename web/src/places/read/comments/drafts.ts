import type { Place } from './place'

/** A comment that is being written; kept in this browser until it is sent. */
export interface Draft {
  /** The author's own name for it: what is sent twice is there once. */
  key: string
  place?: Place
  text: string
  asked?: number
  due?: string
  /** The worst decision code that is not given while it is open. */
  before?: number
  /** Ids of pictures that go with it; they are kept by the server until then. */
  pictures?: number[]
  /** The comment it changes, and how often that had been changed when it was begun; absent for a new one. */
  changes?: { comment: number; version: number }
}

const name = (account: number, passage: number) => `comment/${account}/${passage}`

export function keepDraft(account: number, passage: number, draft: Draft | undefined) {
  if (draft && (draft.text.trim() || draft.place || draft.pictures?.length))
    localStorage.setItem(name(account, passage), JSON.stringify(draft))
  else localStorage.removeItem(name(account, passage))
}

export function keptDraft(account: number, passage: number): Draft | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(name(account, passage)) ?? 'null') as Draft | null
    return kept && typeof kept.key === 'string' && typeof kept.text === 'string' ? kept : undefined
  } catch {
    return undefined
  }
}

const answer = (account: number, comment: number) => `comment/${account}/answer/${comment}`

/** What somebody is answering to a comment. */
export function keepAnswer(account: number, comment: number, text: string) {
  if (text.trim()) localStorage.setItem(answer(account, comment), text)
  else localStorage.removeItem(answer(account, comment))
}

export const keptAnswer = (account: number, comment: number) => localStorage.getItem(answer(account, comment)) ?? ''

/** How many metres a point is on a page, once somebody has said how long a line there is. */
const scale = (file: string, page: number) => `scale/${file}/${page}`

export const keepScale = (file: string, page: number, perPoint: number) => localStorage.setItem(scale(file, page), String(perPoint))

export function keptScale(file: string, page: number): number | undefined {
  const kept = Number(localStorage.getItem(scale(file, page)))
  return kept > 0 ? kept : undefined
}
