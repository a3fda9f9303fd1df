/** What must be there; where it is not, something is wrong with the code, and going on would only hide it. */
export function must<T>(value: T | null | undefined): T {
  if (value === null || value === undefined) throw new Error('something that must be there is missing')
  return value
}
