import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import type { Component } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import { vi } from 'vitest'

/**
 * What a server that is only played answers to a call, such as `GET /api/entrance`; a number is a refusal with that status, a promise is
 * what comes later.
 */
export type Played = Record<string, unknown>

export interface Call {
  what: string
  query: URLSearchParams
  body?: unknown
}

/** Plays the server: gives the calls that were made, in order. What nobody has foreseen is answered as not there. */
export function playServer(answers: Played): Call[] {
  const calls: Call[] = []
  vi.stubGlobal('fetch', async (asked: Request | string, init?: RequestInit) => {
    const request = typeof asked === 'string' ? new Request(new URL(asked, location.origin), init) : asked
    const url = new URL(request.url)
    const what = `${request.method} ${url.pathname}`
    const text = request.method === 'GET' ? '' : await request.text()
    calls.push({
      what,
      query: url.searchParams,
      body: request.headers.get('Content-Type')?.includes('json') ? JSON.parse(text) : text || undefined,
    })
    const answer = await (what in answers ? answers[what] : 404)
    if (answer instanceof Error) throw answer
    if (answer instanceof Response) return answer.clone()
    if (typeof answer === 'number') {
      return new Response(JSON.stringify({ detail: `Refused with ${answer}.`, type: 'urn:pervius:problem:test' }), { status: answer })
    }
    return answer === undefined ? new Response(null, { status: 204 }) : new Response(JSON.stringify(answer))
  })
  return calls
}

/** A part or a place as it stands on a screen, at an address whose parts `path` names; gives where it leads as well. */
export async function shown(part: Component, at = '/', props: Record<string, unknown> = {}, path = '/:all(.*)*') {
  // What only a browser that draws can do.
  Element.prototype.scrollIntoView = () => undefined
  const nowhere = { template: '<p />' }
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [path, '/:all(.*)*'].map((each) => ({ path: each, component: nowhere })),
  })
  await router.push(at)
  const pinia = createPinia()
  setActivePinia(pinia)
  const screen = mount(part, { props, global: { plugins: [router, pinia], directives: {} }, attachTo: document.body })
  await flushPromises()
  return { screen, router, settled: flushPromises }
}
