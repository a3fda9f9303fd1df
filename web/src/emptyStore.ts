import { vi } from 'vitest'

/** For tests: a browser store of its own, empty. */
export function emptyStore() {
  const kept = new Map<string, string>()
  vi.stubGlobal(
    'localStorage',
    new Proxy(
      {
        getItem: (k: string) => kept.get(k) ?? null,
        setItem: (k: string, v: string) => void kept.set(k, v),
        removeItem: (k: string) => void kept.delete(k),
      },
      { ownKeys: () => [...kept.keys()], getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }) },
    ),
  )
}
