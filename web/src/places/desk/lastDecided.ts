import { computed, shallowRef } from 'vue'

/** A decision somebody gave here, with what it went to in words. */
export interface Decided {
  review: number
  turn: number
  passages: number[]
  code: number
  name: string
  what: string
  /** What had been said of them before in this step, and was said otherwise with it. */
  former: { passage: number; code: number; comment: string }[]
}

const given = shallowRef<Decided[]>([])

/** The last decision that was given in this tab and can still be taken back, on the Desk and in the Reading room alike. */
export const lastDecided = computed(() => given.value.at(-1))

export function noteDecided(decided: Decided) {
  given.value = [...given.value, decided]
}

/** Decisions on these files of a review are taken back; without files, none of the review can be any more. */
export function forgetDecided(review: number, passages?: number[]) {
  given.value = given.value.flatMap((d) => {
    if (d.review !== review) return [d]
    const left = passages ? d.passages.filter((p) => !passages.includes(p)) : []
    return left.length ? [{ ...d, passages: left }] : []
  })
}
