import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { playServer, shown, type Played } from '../testing'
import { type Entry } from './startingSet'
import StartingSetChoice from './StartingSetChoice.vue'

afterEach(() => vi.unstubAllGlobals())

const SHIPPED = { key: 'design', name: 'Design project', about: '', pattern: '{project}', codes: [], faults: [] }
const OWN = { key: '', name: 'Tram Line 4', about: '', pattern: '{project}-{counter:3}', codes: [], faults: [] }
const entry = ref<Entry>({ codes: {} })
const Form = defineComponent(
  () => () =>
    h(StartingSetChoice, {
      modelValue: entry.value,
      'onUpdate:modelValue': (now: Entry) => (entry.value = now),
      project: 'TR4',
      firm: 'LIN',
      files: true,
    }),
)
const begin = async (answers: Played) => {
  entry.value = { codes: {} }
  playServer({ 'GET /api/entrance/starting-sets': [SHIPPED], ...answers })
  const page = await shown(Form)
  const choose = async (text: string) => {
    const field = page.screen.get('[data-test=set-file]')
    Object.defineProperty(field.element, 'files', { value: [{ name: 'set.yaml', text: () => Promise.resolve(text) }], configurable: true })
    Object.defineProperty(field.element, 'value', { value: '', writable: true, configurable: true })
    await field.trigger('change')
    await vi.waitFor(() => expect(page.screen.findAll('input[type=radio], [role=alert]').length).toBeGreaterThan(1))
    await page.settled()
  }
  return { choose, ...page }
}

describe('a set out of a file', () => {
  it('stands beside those that are shipped, chosen, and is sent as the file', async () => {
    const { screen, choose } = await begin({ 'POST /api/starting-sets/files': OWN })
    expect(entry.value).toEqual({ key: 'design', codes: {} })
    await choose('starting-set: 1')
    expect(screen.findAll('.set strong').map((s) => s.text())).toEqual(['Design project', 'Tram Line 4'])
    expect(entry.value).toEqual({ file: 'starting-set: 1', codes: {} })
    await screen.findAll('input[type=radio]')[0]?.setValue()
    expect(entry.value).toEqual({ key: 'design', codes: {} })
  })

  it('says with its lines what is wrong, and leaves what was chosen', async () => {
    const { screen, choose } = await begin({
      'POST /api/starting-sets/files': { ...OWN, name: '', faults: [{ line: 14, reason: '“colour” is not known here.' }] },
    })
    await choose('colour: red')
    expect(screen.get('[role=alert]').text()).toBe('Line 14: “colour” is not known here.')
    expect(screen.findAll('.set')).toHaveLength(1)
    expect(entry.value).toEqual({ key: 'design', codes: {} })
  })
})

describe('how names of files are read', () => {
  const LOOKED = { number: [], names: '{discipline}-{type}[_{title}]', example: 'TRK-SL_Title' }
  it('follows the numbers until somebody says otherwise, and again where that is taken out', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    const answers: Played = {
      'GET /api/entrance/starting-sets': [{ ...SHIPPED, names: '{type}[_{title}]' }],
      'POST /api/entrance/starting-sets/looks': LOOKED,
    }
    const { screen, settled } = await begin(answers)
    const shownNames = () => (screen.get('[data-test=set-names]').element as HTMLInputElement).value
    const rest = async () => {
      await vi.advanceTimersByTimeAsync(300)
      await settled()
    }
    expect(shownNames()).toBe('{type}[_{title}]')
    await screen.get('[data-test=set-pattern]').setValue('{project}-{discipline}-{type}')
    await rest()
    expect(shownNames()).toBe(LOOKED.names)
    expect(screen.text()).toContain('such as TRK-SL_Title.pdf')
    expect(entry.value).toEqual({ key: 'design', codes: {}, pattern: '{project}-{discipline}-{type}' })
    await screen.get('[data-test=set-names]').setValue('{title}')
    await rest()
    expect(shownNames()).toBe('{title}')
    expect(entry.value.names).toBe('{title}')
    await screen.get('[data-test=set-names]').setValue('')
    await rest()
    expect(shownNames()).toBe(LOOKED.names)
    expect(entry.value.names).toBeUndefined()
    playServer({ ...answers, 'POST /api/entrance/starting-sets/looks': 400 })
    await screen.get('[data-test=set-names]').setValue('{nowhere}')
    await rest()
    expect(screen.get('[role=alert]').text()).toBe('Refused with 400.')
    expect(screen.text(), 'no example of what is refused').not.toContain('Title.pdf')
    vi.useRealTimers()
  })

  it('is not asked of a set that reads none', async () => {
    const { screen } = await begin({})
    expect(screen.find('[data-test=set-names]').exists()).toBe(false)
  })
})
