/** Whether somebody sits here: a session ends when nobody has used it for long, whatever screens ask by themselves meanwhile. */
const QUIET = 60_000
const KEY = 'last-use'
let lastTouch = Date.now()

for (const event of ['pointerdown', 'keydown', 'wheel', 'touchstart']) {
  globalThis.addEventListener?.(
    event,
    () => {
      lastTouch = Date.now()
    },
    { capture: true, passive: true },
  )
}

export function attended(now = Date.now()): boolean {
  return now - lastTouch < QUIET
}

/** The server has counted a use; all tabs know of it. */
export function used(now = Date.now()) {
  localStorage.setItem(KEY, String(now))
}

/** When the server last counted a use, in milliseconds since 1970. */
export function lastUse(): number {
  return Number(localStorage.getItem(KEY) ?? 0)
}
