import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { vEscape } from './escape'

function shown() {
  const close = vi.fn()
  const form = mount(
    {
      directives: { escape: vEscape },
      setup: () => ({ close }),
      template: `<form v-escape="close"><input id="plain" /><input id="list" role="combobox" aria-expanded="true" /></form>`,
    },
    { attachTo: document.body },
  )
  return { close, form }
}

describe('Escape', () => {
  it('closes what the focus is in', async () => {
    const { close, form } = shown()
    await form.get('#plain').trigger('keydown', { key: 'a' })
    expect(close).not.toHaveBeenCalled()
    await form.get('#plain').trigger('keydown', { key: 'Escape' })
    expect(close).toHaveBeenCalledTimes(1)
  })

  it('in a list that is folded out leaves the form open', async () => {
    const { close, form } = shown()
    await form.get('#list').trigger('keydown', { key: 'Escape' })
    expect(close).not.toHaveBeenCalled()
  })
})
