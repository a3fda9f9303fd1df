import { computed, onScopeDispose, reactive, ref, watch, type Ref } from 'vue'

/** What somebody was writing and has not saved: kept in this browser until it is saved or dropped, whatever closes the editor. */
interface Kept<T> {
  form: T
  /** What was there when the writing began, as text. */
  base: string
}

const texts = reactive(new Map<string, string>())
const copy = <T>(form: T) => JSON.parse(JSON.stringify(form)) as T

/** Where the writing of a person in a project is kept, by what is written. */
export const writingKey = (person: number, project: number, what: string) => `writing/${person}/${project}/${what}`

/** What was written before targets were of one kind each: flags beside a place become a target, all else stays. */
export function broughtOver(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(broughtOver).filter((one) => one !== undefined)
  if (value === null || typeof value !== 'object') return value
  if ('asProject' in value && 'code' in value) {
    const old = value as { code: number; asProject: boolean; back?: boolean; place?: unknown }
    const target = old.asProject
      ? { kind: 'PROJECT' }
      : old.back
        ? { kind: 'BACK' }
        : old.place
          ? { kind: 'PLACE', place: old.place }
          : undefined
    return target && { code: old.code, target }
  }
  // Rules put no copies before.
  if ('conditions' in value && 'places' in value && !('copies' in value)) return broughtOver({ ...value, copies: [] })
  return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, broughtOver(one)]))
}

function read<T>(key: string): Kept<T> | undefined {
  try {
    const kept = JSON.parse(texts.get(key) ?? localStorage.getItem(key) ?? 'null') as Kept<T> | null
    if (!kept || typeof kept.base !== 'string' || !kept.form) return undefined
    return { form: broughtOver(kept.form) as T, base: JSON.stringify(broughtOver(JSON.parse(kept.base))) }
  } catch {
    return undefined
  }
}

function keep<T>(key: string, kept: Kept<T>) {
  texts.set(key, JSON.stringify(kept))
  localStorage.setItem(key, JSON.stringify(kept))
}

/** Forgets what was being written, once it is saved or dropped. */
export function forgetWriting(key: string) {
  texts.delete(key)
  localStorage.removeItem(key)
}

/** Keeps something as if it had just been written over what is there now: to go on with it. */
export function keepWriting<T>(key: string, form: T, there: T) {
  keep(key, { form, base: JSON.stringify(there) })
}

/** Everything a person was writing in a project, by what it is. */
export function writings<T>(person: number, project: number): { what: string; form: T }[] {
  const mine = writingKey(person, project, '')
  return [...new Set([...texts.keys(), ...Object.keys(localStorage)])]
    .filter((key) => key.startsWith(mine))
    .flatMap((key) => {
      const kept = read<T>(key)
      return kept ? [{ what: key.slice(mine.length), form: kept.form }] : []
    })
}

/**
 * Writing over something that others may change at the same time.
 *
 * @param there what is there now; it is never overwritten unseen
 */
export function useWriting<T>(key: string, there: () => T) {
  const kept = read<T>(key)
  const form = ref(copy(kept?.form ?? there())) as Ref<T>
  const base = ref(kept?.base ?? JSON.stringify(there()))
  /** Whether what is there is not what the writing began with. */
  const changedMeanwhile = computed(() => JSON.stringify(there()) !== base.value && JSON.stringify(there()) !== JSON.stringify(form.value))

  const end = watch(
    form,
    (now) => {
      if (JSON.stringify(now) === base.value) forgetWriting(key)
      else keep(key, { form: now, base: base.value })
    },
    { deep: true, flush: 'sync' },
  )
  onScopeDispose(end)

  function takeTheirs() {
    base.value = JSON.stringify(there())
    form.value = copy(there())
  }
  function keepMine() {
    base.value = JSON.stringify(there())
    keep(key, { form: form.value, base: base.value })
  }
  return { form, restored: kept !== undefined, changedMeanwhile, takeTheirs, keepMine }
}
