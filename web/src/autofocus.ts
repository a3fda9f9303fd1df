/**
 * Focuses a field that says `autofocus` when it comes into the page: a browser does that by itself for the first one only, and here
 * forms open one after the other in one document. Gives what ends it.
 */
export function focusWhatComes(root: Node): () => void {
  const watch = new MutationObserver((changes) => {
    for (const node of changes.flatMap((change) => [...change.addedNodes])) {
      if (!(node instanceof HTMLElement)) continue
      const field = node.matches('[autofocus]') ? node : node.querySelector<HTMLElement>('[autofocus]')
      if (field?.isConnected) return field.focus()
    }
  })
  watch.observe(root, { childList: true, subtree: true })
  return () => watch.disconnect()
}
