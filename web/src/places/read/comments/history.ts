import { computed, shallowRef } from 'vue'

/** Something that was done with comments, and how it is undone and done again; each says whether it went. */
export interface Step {
  says: string
  undo: () => Promise<boolean>
  redo: () => Promise<boolean>
}

/** What was done in this sitting, to be undone one after the other and done again. */
export function useHistory() {
  const done = shallowRef<readonly Step[]>([])
  const undone = shallowRef<readonly Step[]>([])
  let busy = false

  async function go(from: typeof done, to: typeof done, what: 'undo' | 'redo') {
    const step = from.value.at(-1)
    if (!step || busy) return
    busy = true
    try {
      // What cannot be undone any more is said by whoever refused it, and does not stand in the way of what was before.
      const went = await step[what]()
      from.value = from.value.slice(0, -1)
      if (went) to.value = [...to.value, step]
    } finally {
      busy = false
    }
  }
  return {
    did: (step: Step) => {
      done.value = [...done.value, step]
      undone.value = []
    },
    undo: () => go(done, undone, 'undo'),
    redo: () => go(undone, done, 'redo'),
    /** What would be undone, or done again; absent where there is nothing. */
    last: computed(() => done.value.at(-1)?.says),
    next: computed(() => undone.value.at(-1)?.says),
  }
}
