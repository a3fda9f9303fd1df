import { nextTick, watch, type Ref } from 'vue'

/** Scrolls the row that keys have marked into view whenever the mark moves. */
export function showMarked(at: Ref<number>, row = 'tr.at') {
  watch(at, async () => {
    await nextTick()
    document.querySelector(row)?.scrollIntoView({ block: 'nearest' })
  })
}
