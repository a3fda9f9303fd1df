import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { useSession } from '../../session'
import { playServer, shown, type Played } from '../../testing'
import StillMissing from './StillMissing.vue'

afterEach(() => vi.unstubAllGlobals())

const some = vi.fn()
const InProject = defineComponent(() => {
  useSession().projects = [{ id: 3, code: 'LIN', name: 'Line 4', workingDays: { daysOff: [], holidays: [] } } as never]
  return () => h(StillMissing, { onSome: some })
})
const LACKING = 'GET /api/projects/3/lacking'
const desk = async (answers: Played) => {
  playServer(answers)
  return shown(InProject)
}

describe('what a project lacks', () => {
  it('stands in the order it came, each with where it is mended', async () => {
    const { screen } = await desk({
      [LACKING]: [
        { what: 'MAIL', sentence: 'There is no mail server.', place: '/mail-room' },
        { what: 'ROUTE', sentence: 'Nobody holds “Reviewer”.', place: '/routes?route=documents' },
      ],
    })
    expect(screen.get('h1').text()).toBe('2 things still missing')
    expect(screen.findAll('li').map((li) => li.get('span').text())).toEqual(['There is no mail server.', 'Nobody holds “Reviewer”.'])
    expect(screen.findAll('a').map((a) => a.attributes('href'))).toEqual(['/mail-room', '/routes?route=documents'])
    expect(some).toHaveBeenLastCalledWith(2)
  })

  it('takes no room once nothing is missing', async () => {
    const { screen } = await desk({ [LACKING]: [] })
    expect(screen.text()).toBe('')
    expect(some).toHaveBeenLastCalledWith(0)
  })

  it('says why it could not be asked, and asks again', async () => {
    const { screen, settled } = await desk({ [LACKING]: 503 })
    expect(screen.get('[role=alert]').text()).toContain('Refused with 503.')
    playServer({ [LACKING]: [{ what: 'RULE', sentence: 'No folder has a rule.', place: '/rules' }] })
    await screen.get('[role=alert] button').trigger('click')
    await settled()
    expect(screen.get('h1').text()).toBe('1 thing still missing')
    expect(screen.findAll('[role=alert]')).toHaveLength(0)
  })
})
