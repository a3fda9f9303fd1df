import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { Problem } from './api/client'
import { lostWay, noteLostWays } from './lostWay'
import LostWay from './parts/LostWay.vue'
import { onDemand } from './parts/onDemand'

const here = { template: '<p />' }
let place = () => Promise.resolve(here)
let guard = () => Promise.resolve()

function way() {
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: here },
      { path: '/register', component: () => place(), meta: { title: 'Register' } },
    ],
  })
  router.beforeEach(() => guard())
  noteLostWays(router)
  return router
}

beforeEach(() => {
  lostWay.value = undefined
  place = () => Promise.resolve(here)
  guard = () => Promise.resolve()
})

it('is said of a place that cannot be loaded, until one opens', async () => {
  const router = way()
  const screen = mount(LostWay)
  await router.push('/')
  place = () => Promise.reject(new TypeError('Failed to fetch dynamically imported module'))
  await router.push('/register?text=weir').catch(() => undefined)
  await flushPromises()
  expect(screen.get('[role=alert]').text()).toContain('“Register” could not be opened.')
  expect(screen.get('[role=alert]').text()).toContain('Pervius has been updated')
  expect(lostWay.value?.path).toBe('/register?text=weir')
  expect(router.currentRoute.value.path).toBe('/')
  place = () => Promise.resolve(here)
  await router.push('/register')
  await flushPromises()
  expect(screen.find('[role=alert]').exists()).toBe(false)
})

it('has the sentence of what was refused, and goes away when one stays', async () => {
  const router = way()
  const screen = mount(LostWay)
  await router.push('/')
  guard = () => Promise.reject(new Problem(0, 'no-answer', 'The server does not answer.'))
  await router.push('/register').catch(() => undefined)
  await flushPromises()
  expect(screen.get('[role=alert]').text()).toContain('The server does not answer.')
  await screen.findAll('button')[1]?.trigger('click')
  expect(screen.find('[role=alert]').exists()).toBe(false)
})

it('leaves nobody on an empty page', async () => {
  const router = way()
  const screen = mount(LostWay)
  guard = () => Promise.reject(new Problem(0, 'no-answer', 'The server does not answer.'))
  await router.push('/register').catch(() => undefined)
  await flushPromises()
  expect(screen.findAll('button').map((b) => b.text())).toEqual(['Load it anew'])
})

it('is said in the stead of a part that cannot be loaded, and tried again when it is wanted again', async () => {
  const load = vi.fn<() => Promise<{ default: typeof here }>>()
  load.mockRejectedValueOnce(new TypeError('Failed to fetch dynamically imported module'))
  load.mockResolvedValueOnce({ default: { template: '<b>there</b>' } })
  const place = { components: { OnDemand: onDemand(load) }, template: '<main><OnDemand /></main>' }
  vi.spyOn(console, 'error').mockImplementation(() => undefined)
  vi.spyOn(console, 'warn').mockImplementation(() => undefined)
  const first = mount(place)
  await flushPromises()
  expect(first.get('[role=alert]').text()).toContain('could not be loaded')
  const second = mount(place)
  await flushPromises()
  expect(second.text()).toBe('there')
})
