/** Moves what scrolls by dragging it; text is marked instead. */
export class Panning {
  private frame?: HTMLElement
  private last?: { x: number; y: number }

  begin(event: PointerEvent, frame: HTMLElement | null) {
    const onText = (event.target as HTMLElement).closest('.textLayer span, a, button, input')
    if (!frame || event.pointerType !== 'mouse' || (event.button !== 1 && (event.button !== 0 || onText))) return
    // The bars at its edges are dragged themselves.
    if (event.offsetX > frame.clientWidth && event.target === frame) return
    event.preventDefault()
    frame.focus({ preventScroll: true })
    this.frame = frame
    this.last = { x: event.clientX, y: event.clientY }
    frame.setPointerCapture(event.pointerId)
  }

  move(event: PointerEvent) {
    if (!this.frame || !this.last) return
    this.frame.scrollBy(this.last.x - event.clientX, this.last.y - event.clientY)
    this.last = { x: event.clientX, y: event.clientY }
  }

  end(event: PointerEvent) {
    if (this.frame?.hasPointerCapture(event.pointerId)) this.frame.releasePointerCapture(event.pointerId)
    this.frame = undefined
  }
}
