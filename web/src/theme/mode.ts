import { ref } from 'vue'

export type Mode = 'light' | 'dark'

const stored = localStorage.getItem('theme')
const wanted: Mode =
  stored === 'dark' || stored === 'light' ? stored : matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'

/** Whether the screens are light or dark; kept in this browser. */
export const mode = ref<Mode>(wanted)

export function applyTheme() {
  document.documentElement.dataset.theme = mode.value
}

export function turnTheme() {
  mode.value = mode.value === 'light' ? 'dark' : 'light'
  localStorage.setItem('theme', mode.value)
  applyTheme()
}
