import type { ObjectDirective } from 'vue'

type Closing = HTMLElement & { onEscape?: (event: KeyboardEvent) => void }

/** `v-escape="close"`: Escape, wherever the focus is within the element, does what is said. */
export const vEscape: ObjectDirective<Closing, () => unknown> = {
  mounted(element, { value }) {
    element.onEscape = (event) => event.key === 'Escape' && value()
    element.addEventListener('keydown', element.onEscape)
  },
  updated(element, { value }) {
    if (element.onEscape) element.removeEventListener('keydown', element.onEscape)
    element.onEscape = (event) => event.key === 'Escape' && value()
    element.addEventListener('keydown', element.onEscape)
  },
}
