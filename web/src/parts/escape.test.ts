import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
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

describe('what a button opens', () => {
  async function opened(inside: string) {
    const screen = mount(
      {
        directives: { escape: vEscape },
        setup: () => ({ open: ref(false) }),
        template: `<button :aria-expanded="open" @click="open = !open">Open</button>
          <form v-if="open" v-escape="() => (open = false)">${inside}</form>`,
      },
      { attachTo: document.body },
    )
    const button = screen.get('button').element
    button.focus()
    await screen.get('button').trigger('click')
    return { screen, button }
  }

  it('has the focus in its first field, so that Escape closes it, and gives it back', async () => {
    const { screen, button } = await opened('<button type="button">all</button><input id="first" /><input />')
    expect(document.activeElement).toBe(screen.get('#first').element)
    await screen.get('#first').trigger('keydown', { key: 'Escape' })
    expect(screen.find('form').exists()).toBe(false)
    expect(document.activeElement).toBe(button)
  })

  it('has it itself where no field is there yet', async () => {
    const { screen, button } = await opened('<p>asking …</p>')
    expect(document.activeElement).toBe(screen.get('form').element)
    await screen.get('form').trigger('keydown', { key: 'Escape' })
    expect(document.activeElement).toBe(button)
  })

  it('takes it from nobody who is elsewhere by then, and leaves a field that asks for it alone', async () => {
    const { screen, button } = await opened('<input /><input id="wanted" autofocus />')
    expect(document.activeElement).toBe(button)
    screen.unmount()
    const field = document.body.appendChild(document.createElement('input'))
    field.focus()
    const other = await opened('<input />')
    field.focus()
    await other.screen.get('button').trigger('click')
    expect(other.screen.find('form').exists()).toBe(false)
    expect(document.activeElement).toBe(field)
  })
})
