import { disableAutoUnmount, enableAutoUnmount } from '@vue/test-utils'
import { afterAll, vi } from 'vitest'
import { hearsOfChanges } from './api/kept'

/** What a test leaves of a page that the next one uses, too: nothing. */
disableAutoUnmount()
enableAutoUnmount(afterAll)
afterAll(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
  document.body.replaceChildren()
  localStorage.clear()
  sessionStorage.clear()
  hearsOfChanges(false)
})
