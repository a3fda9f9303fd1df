/** What somebody was typing, kept in this browser until it is sent: a lost connection, an expired session or a closed tab loses nothing. */
export interface Draft {
  code: number
  passages: number[]
  comment: string
}

const key = (person: number, review: number) => `draft/${person}/${review}`

export function keepDraft(person: number, review: number, draft: Draft) {
  localStorage.setItem(key(person, review), JSON.stringify(draft))
}

export function draftOf(person: number, review: number): Draft | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(key(person, review)) ?? 'null') as Draft | null
    return kept && Array.isArray(kept.passages) && typeof kept.comment === 'string' ? kept : undefined
  } catch {
    return undefined
  }
}

export function dropDraft(person: number, review: number) {
  localStorage.removeItem(key(person, review))
}

/** Everything a person has been typing, by review. */
export function draftsOf(person: number): { review: number; draft: Draft }[] {
  const mine = `draft/${person}/`
  return Object.keys(localStorage)
    .filter((k) => k.startsWith(mine))
    .flatMap((k) => {
      const review = Number(k.slice(mine.length))
      const draft = draftOf(person, review)
      return draft?.comment.trim() ? [{ review, draft }] : []
    })
}
