import { shallowRef } from 'vue'
import type { Router } from 'vue-router'
import { Problem } from './api/client'

/** A place somebody wanted to go to and did not get to. */
export interface LostWay {
  title: string
  path: string
  why: string
  /** Whether there is a place to stay at; not where the first one of a page could not be opened. */
  from: boolean
}

/** Where somebody did not get to last, until the next place opens. */
export const lostWay = shallowRef<LostWay>()

/** Why something that belongs to the page cannot be loaded. */
export const NOT_LOADED = 'Either the server does not answer, or Pervius has been updated since this page was loaded.'

/** Notes which places cannot be opened, since a link that does nothing says nothing: no connection, or the page is an older one. */
export function noteLostWays(router: Router) {
  router.onError((error, to, from) => {
    lostWay.value = {
      title: to.meta.title ?? 'This place',
      path: to.fullPath,
      why: error instanceof Problem ? error.message : NOT_LOADED,
      from: from.matched.length > 0,
    }
  })
  router.afterEach((_to, _from, failure) => {
    if (!failure) lostWay.value = undefined
  })
}
