/** The controls that a word of help can be asked for. */
export const FIELDS = 'input:not([type=hidden]):not([type=file]), select, textarea'

const words = (text: string | null | undefined) => (text ?? '').replace(/\s+/g, ' ').trim()

/** What stands in a label beside the control itself and what is only a mark. */
function labelText(label: Element): string {
  const copy = label.cloneNode(true) as Element
  copy.querySelectorAll('input, select, textarea, button, small, .help-mark').forEach((e) => e.remove())
  return words(copy.textContent)
}

/**
 * What a field is called on its screen, with whatever is different from one to the next left out: numbers become `#`, what stands in
 * quotes `“…”`.
 */
export function nameOf(field: Element): string {
  const said = field.closest('[data-help]')?.getAttribute('data-help')
  if (said) return said
  const by = field.getAttribute('aria-labelledby') ?? field.closest('[aria-labelledby]')?.getAttribute('aria-labelledby')
  const label = field.closest('label')
  const name =
    words(field.getAttribute('aria-label')) ||
    (label && labelText(label)) ||
    words(by && document.getElementById(by.split(' ')[0] ?? '')?.textContent) ||
    words(field.getAttribute('placeholder'))
  return name.replace(/“[^”]*”/g, '“…”').replace(/\d+/g, '#')
}
