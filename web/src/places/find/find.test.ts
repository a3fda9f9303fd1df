import { afterEach, describe, expect, it, vi } from 'vitest'
import { flushPromises } from '@vue/test-utils'
import { playServer, shown } from '../../testing'
import { useSession } from '../../session'
import FindPlace from './FindPlace.vue'
import { defineComponent, h, ref } from 'vue'

afterEach(() => vi.unstubAllGlobals())

/** The place as somebody sees it who is in a project. */
const InProject = defineComponent(() => {
  const session = useSession()
  session.projects = [{ id: 3, code: 'LIN', name: 'Line 4', workingDays: { daysOff: [], holidays: [] } } as never]
  const ready = ref(true)
  return () => (ready.value ? h(FindPlace) : undefined)
})
const document = (n: number) => ({
  number: `LIN-TRM-C-DR-000${n}`,
  revision: 'P01',
  what: `Sleeper plan ${n}`,
  more: 'Register',
  place: `/documents/${n}`,
})

describe('what words find', () => {
  it('stands by kind, says how many there are, and leads there', async () => {
    const calls = playServer({
      'GET /api/projects/3/finds': [
        { kind: 'DOCUMENT', count: 412, uncounted: false, hits: [document(1), document(2)] },
        { kind: 'PERSON', count: 1, uncounted: false, hits: [{ what: 'Ottilie Grünwald', more: 'TRM' }] },
      ],
    })
    const { screen } = await shown(InProject, '/find?text=sleeper')
    expect(calls.at(-1)?.query.get('text')).toBe('sleeper')
    expect(screen.findAll('h2').map((h2) => h2.text())).toEqual(['412 documents, the first 2; more words find fewer', '1 person'])
    expect(screen.get('a').attributes('href')).toBe('/documents/1')
    expect(screen.findAll('section')[1]?.findAll('a')).toHaveLength(0)
  })

  it('asks anew as the words change, and says what helps where nothing is called so', async () => {
    const calls = playServer({ 'GET /api/projects/3/finds': [] })
    const { screen, router } = await shown(InProject, '/find?text=one')
    expect(screen.get('.empty').text()).toContain('Nothing is called so.')
    await router.push('/find?text=two')
    await flushPromises()
    expect(calls.filter((c) => c.what.endsWith('/finds')).map((c) => c.query.get('text'))).toEqual(['one', 'two'])
    expect(screen.get('h1').text()).toBe('Found with “two”')
  })

  it('shows why it could not look', async () => {
    playServer({ 'GET /api/projects/3/finds': 503 })
    const { screen } = await shown(InProject, '/find?text=one')
    expect(screen.get('[role=alert]').text()).toContain('Refused with 503.')
    expect(screen.findAll('.empty')).toHaveLength(0)
  })
})
