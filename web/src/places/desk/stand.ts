import { useSessionStorage } from '@vueuse/core'

/**
 * Where somebody stands on the Desk: the review the keys are for, and the file in it; 0 for none. Kept while the browser's tab is
 * open, so that whoever comes back from reading a file stands where the file is.
 */
export const stand = useSessionStorage('desk/stand', { review: 0, passage: 0 })
