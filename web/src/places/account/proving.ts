import { ref, type Ref } from 'vue'
import { Problem } from '../../api/client'
import { useAct, type Acting } from '../../act'

export interface Proving extends Acting {
  /** Whether the password has to be typed once more, since signing in was long ago. */
  asking: Ref<boolean>
  password: Readonly<Ref<string>>
  type: (password: string) => void
  /** Does something that may ask for the password; what was to be done is done once it is typed. */
  prove: (call: (password: string | undefined) => Promise<unknown>) => Promise<boolean>
  /** The password was typed: does it. */
  go: () => Promise<boolean>
  drop: () => void
}

/** What changes how one gets in is done with the password at hand: it is asked for where the server asks for it. */
export function useProving(): Proving {
  const acting = useAct()
  const asking = ref(false)
  const password = ref('')
  let waiting: ((password: string | undefined) => Promise<unknown>) | undefined

  async function prove(call: (password: string | undefined) => Promise<unknown>) {
    waiting = call
    let again = false
    const done = await acting.act(async () => {
      try {
        await call(password.value || undefined)
      } catch (e) {
        again = e instanceof Problem && e.type === 'password-again'
        throw e
      }
    })
    if (again) {
      asking.value = true
      acting.problem.value = undefined
    } else if (done) {
      drop()
    }
    return done
  }

  function drop() {
    asking.value = false
    password.value = ''
    waiting = undefined
  }

  return {
    ...acting,
    asking,
    password,
    type: (text) => {
      password.value = text
    },
    prove,
    go: () => (waiting ? prove(waiting) : Promise.resolve(false)),
    drop,
  }
}
