import { onScopeDispose, reactive } from 'vue'

/** A key of the screen: what it is called in the list of keys, and what it does. */
export interface Key {
  key: string
  says: string
  does: (event: KeyboardEvent) => void
}

const active = reactive<Key[]>([])

/** The keys that work on this screen now, for the list shown by `?`. */
export function activeKeys(): readonly Key[] {
  return active
}

function typing(target: EventTarget | null): boolean {
  return (
    target instanceof Element &&
    !!target.closest('input:not([type=checkbox]):not([type=radio]), textarea, select, [contenteditable], [role=combobox], [role=listbox]')
  )
}

function heard(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
  const pressed = active.findLast((k) => k.key === event.key)
  if (!pressed) return
  const onControl = (event.key === 'Enter' || event.key === ' ') && (event.target as HTMLElement).closest('button, a, input, summary')
  if (onControl) return
  event.preventDefault()
  pressed.does(event)
}

addEventListener('keydown', heard)

/** Puts keys in force while the component is on the screen. Not while somebody types in a field. */
export function useKeys(keys: Key[]) {
  active.push(...keys)
  onScopeDispose(() =>
    keys.forEach((k) =>
      active.splice(
        active.findIndex((a) => a.key === k.key && a.does === k.does),
        1,
      ),
    ),
  )
}
