/** Of a text that has more bytes only so many are shown, and none is printed. */
export const MOST_TEXT = 4 * 1024 * 1024
