import { afterEach, describe, expect, it, vi } from 'vitest'
import { playServer, shown } from '../../testing'
import SetUp from './SetUp.vue'

afterEach(() => vi.unstubAllGlobals())

const GOOD = { score: 4, enough: true, says: '' }

describe('the first start', () => {
  it('takes the code from the link and shows the first number as codes are typed', async () => {
    playServer({ 'POST /api/entrance/strength': GOOD })
    const { screen } = await shown(SetUp, '/set-up?code=c0ffee')
    expect((screen.get('input.mono').element as HTMLInputElement).value).toBe('c0ffee')
    expect(screen.text()).toContain('KWR-KWB-C-DR-0001')
    const [, firm, project] = screen.findAll('input.mono')
    await firm?.setValue('TRM')
    await project?.setValue('LINE4')
    expect(screen.text()).toContain('LINE4-TRM-C-DR-0001')
  })

  it('says what the server refuses and keeps all that was typed', async () => {
    const calls = playServer({ 'POST /api/entrance/set-up': 409, 'POST /api/entrance/strength': GOOD })
    const { screen, settled } = await shown(SetUp, '/set-up?code=old')
    await screen.get('input[autocomplete=name]').setValue('Ottilie Grünwald')
    await screen.get('form').trigger('submit')
    await settled()
    expect(calls.find((c) => c.what === 'POST /api/entrance/set-up')?.body).toMatchObject({ code: 'old', name: 'Ottilie Grünwald' })
    expect(screen.get('[role=alert]').text()).toContain('Refused with 409.')
    expect((screen.get('input[autocomplete=name]').element as HTMLInputElement).value).toBe('Ottilie Grünwald')
    expect(screen.get('button[type=submit]').attributes('disabled')).toBeUndefined()
  })
})
