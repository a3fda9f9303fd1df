import type { ObjectDirective } from 'vue'

/** `v-asks`: something that asks before it is done. It comes into view and the keys go on from it, with none of its answers chosen. */
export const vAsks: ObjectDirective<HTMLElement> = {
  mounted(asking) {
    asking.tabIndex = -1
    asking.focus()
  },
}
