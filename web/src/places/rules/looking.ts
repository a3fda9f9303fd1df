import { onScopeDispose, watch, type Ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useLoaded } from '../../load'

/** The check runs while the rule is written, this many milliseconds after the last key. */
const PAUSE = 300

/**
 * What the check finds in a rule while it is written, against the sheet as it is drafted, and how it reads.
 *
 * @param form the rule; looked at again whenever it changes
 * @param project the project's id
 * @param written what is asked about
 */
export function useLooking(form: Ref<unknown>, project: () => number, written: () => Schemas['RuleWritten']) {
  const look = useLoaded(() =>
    data(api.POST('/api/projects/{project}/rules/looks', { params: { path: { project: project() } }, body: written() })),
  )
  let pause: ReturnType<typeof setTimeout> | undefined
  watch(
    form,
    () => {
      clearTimeout(pause)
      pause = setTimeout(() => void look.load(), PAUSE)
    },
    { deep: true, immediate: true },
  )
  onScopeDispose(() => clearTimeout(pause))

  /** Looks at it as it is by now, without the pause; what was found before may be of what it said before. */
  async function now() {
    clearTimeout(pause)
    await look.load()
  }

  return { answer: look.value, again: look.load, now }
}
