/** The columns of the sheet that a cursor goes over: where and which left of the double line, the stations right of it. */
export type Column = 'where' | 'which' | 'identify' | 'number' | 'prepare' | 'review' | 'issue' | 'tell'
export const COLUMNS: { key: Column; word: string }[] = [
  { key: 'where', word: 'Where' },
  { key: 'which', word: 'Which' },
  { key: 'identify', word: 'Identify' },
  { key: 'number', word: 'Number' },
  { key: 'prepare', word: 'Prepare' },
  { key: 'review', word: 'Review' },
  { key: 'issue', word: 'Issue' },
  { key: 'tell', word: 'Tell' },
]
