import type { Review } from '../../api/client'
import { count } from '../../say'

/** Whether a step may be closed: with every file decided, or with some of them where files go alone. */
export const mayClose = (review: Review, undecided: number) =>
  undecided === 0 || (review.route.filesGoAlone && undecided < review.step.files)

/**
 * Why a key does not close the step; undefined where it does.
 *
 * @param busy a decision is being sent
 */
export function notClosed(review: Review, undecided: number, busy: boolean): string | undefined {
  if (busy) return 'What you decided was still being sent, so the key did nothing. Press it again.'
  if (!mayClose(review, undecided)) return `${count(undecided, 'file')} without a decision, so the step was not closed.`
  return undefined
}
