/** Whether the whole of an element is on the screen and nothing lies over its edges: only then may a key act on it. */
export function wholeInView(element: HTMLElement): boolean {
  const box = element.getBoundingClientRect()
  if (box.height === 0) return false
  const x = box.left + Math.min(box.width / 2, 60)
  return [box.top + 2, (box.top + box.bottom) / 2, box.bottom - 2].every((y) => {
    const there = y >= 0 && y <= innerHeight ? document.elementFromPoint(x, y) : null
    return !!there && element.contains(there)
  })
}

/** Scrolls as little as it takes to show the whole of an element, or its beginning where it is higher than the window. */
export function bringIntoView(element: HTMLElement | null | undefined) {
  element?.scrollIntoView({ block: element.offsetHeight > innerHeight * 0.7 ? 'start' : 'nearest' })
}
