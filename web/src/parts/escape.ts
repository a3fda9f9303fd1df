import type { ObjectDirective } from 'vue'

type Closing = HTMLElement & { onEscape?: (event: KeyboardEvent) => void; openedBy?: HTMLElement; hasFocus?: boolean }

/** Escape in a list that is folded out folds that in, and nothing else. */
const closes = (event: KeyboardEvent) =>
  event.key === 'Escape' && !(event.target as HTMLElement | null)?.closest?.('[role=combobox][aria-expanded=true]')

const FIELD = 'input:not([type=hidden], [type=file], :disabled), select:not(:disabled), textarea:not(:disabled)'

/** Whoever opened it by a button that says what is open goes on in it: in its first field, or where it begins if it has none yet. */
function enter(element: Closing) {
  const at = document.activeElement
  if (!(at instanceof HTMLElement) || at.getAttribute('aria-expanded') !== 'true' || element.contains(at)) return
  element.openedBy = at
  if (element.matches('[autofocus]') || element.querySelector('[autofocus]')) return
  const first = element.querySelector<HTMLElement>(FIELD)
  if (!first) element.tabIndex = -1
  ;(first ?? element).focus()
}

/**
 * `v-escape="close"`: Escape, wherever the focus is within the element, does what is said. Who opened the element by a button has the focus
 * in it, and back on that button when it goes.
 */
export const vEscape: ObjectDirective<Closing, () => unknown> = {
  mounted(element, { value }) {
    element.onEscape = (event) => closes(event) && value()
    element.addEventListener('keydown', element.onEscape)
    enter(element)
  },
  updated(element, { value }) {
    if (element.onEscape) element.removeEventListener('keydown', element.onEscape)
    element.onEscape = (event) => closes(event) && value()
    element.addEventListener('keydown', element.onEscape)
  },
  beforeUnmount(element) {
    element.hasFocus = element.contains(document.activeElement)
  },
  unmounted(element) {
    if (element.hasFocus && element.openedBy?.isConnected) element.openedBy.focus()
  },
}
