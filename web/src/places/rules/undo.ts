import { computed, ref } from 'vue'

/** Something that was done, and how it is taken back. */
interface Done {
  what: string
  back: () => Promise<unknown>
}

const MOST = 50

/** What was done on this screen, newest last, and taking the newest back. */
export function useUndo(carryOut: (call: () => Promise<unknown>) => Promise<boolean>) {
  const done = ref<Done[]>([])
  const last = computed(() => done.value.at(-1)?.what)

  function remember(what: string, back: () => Promise<unknown>) {
    done.value = [...done.value.slice(-MOST + 1), { what, back }]
  }

  /** Takes back what was done last; it stays to be taken back if that is refused. */
  async function undo() {
    const newest = done.value.at(-1)
    if (newest && (await carryOut(newest.back))) done.value = done.value.filter((d) => d !== newest)
  }
  return { last, remember, undo }
}
