import { describe, expect, it } from 'vitest'
import { focusWhatComes } from './autofocus'

const coming = () => new Promise((done) => setTimeout(done))

describe('a field that says autofocus', () => {
  it('has the focus whenever it comes, not only the first time', async () => {
    const end = focusWhatComes(document.body)
    for (const name of ['first', 'second']) {
      document.body.innerHTML = `<button>open</button>`
      document.querySelector('button')?.focus()
      document.body.insertAdjacentHTML('beforeend', `<form><label>Name<input name="${name}" autofocus></label></form>`)
      await coming()
      expect((document.activeElement as HTMLInputElement).name).toBe(name)
    }
    end()
  })

  it('leaves the focus where nothing asks for it', async () => {
    const end = focusWhatComes(document.body)
    document.body.innerHTML = `<button>open</button>`
    document.querySelector('button')?.focus()
    document.body.insertAdjacentHTML('beforeend', `<form><input></form>`)
    await coming()
    expect(document.activeElement?.tagName).toBe('BUTTON')
    end()
  })
})
