import type { ObjectDirective } from 'vue'

type Closing = HTMLElement & { onEscape?: (event: KeyboardEvent) => void }

/** Escape in a list that is folded out folds that in, and nothing else. */
const closes = (event: KeyboardEvent) =>
  event.key === 'Escape' && !(event.target as HTMLElement | null)?.closest?.('[role=combobox][aria-expanded=true]')

/** `v-escape="close"`: Escape, wherever the focus is within the element, does what is said. */
export const vEscape: ObjectDirective<Closing, () => unknown> = {
  mounted(element, { value }) {
    element.onEscape = (event) => closes(event) && value()
    element.addEventListener('keydown', element.onEscape)
  },
  updated(element, { value }) {
    if (element.onEscape) element.removeEventListener('keydown', element.onEscape)
    element.onEscape = (event) => closes(event) && value()
    element.addEventListener('keydown', element.onEscape)
  },
}
