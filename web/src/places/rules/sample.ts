import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useLoaded } from '../../load'
import { coming } from '../../parts/trying'
import { useSession } from '../../session'
import { day } from '../../say'
import type { Column } from './columns'
import type { Choices, Rule } from './choices'
import { must } from '../../parts/must'

export type Sample = Schemas['Sample']
export interface Cell {
  text: string
  bad?: boolean
}

const PAUSE = 300
const OCCASION: Record<string, string> = {
  ARRIVED: 'on arrival',
  RETURNED: 'on return',
  ISSUED: 'on issue',
  STOPPED: 'when stopped',
  LEFT: 'when left',
}

/** An arrival that runs along while a rule is written: a name typed, one that lies in its folder, or a file that is not kept. */
export function useSample(form: Ref<Rule>, written: () => Schemas['RuleWritten'], choices: () => Choices) {
  const session = useSession()
  const project = must(session.project).id
  const name = ref('')
  const file = shallowRef<File>()
  const folder = computed(() => form.value.places[0]?.folder)
  /** What lies there, the newest first; with the passage it is on, if it is on one. */
  const there = useLoaded(async () => {
    if (folder.value === undefined) return []
    const page = await data(api.GET('/api/folders/{id}', { params: { path: { id: folder.value } } }))
    const lying = page.files.items.map((row) => ({ name: row.file.name, passage: row.passage?.id })).reverse()
    return [...lying, ...(await took())]
  })
  /** What the rule has taken, the newest first. */
  async function took() {
    const id = written().id
    if (id === undefined || !session.controls || form.value.kind === 'WATCHING') return []
    const query = { which: 'ALL' as const, rule: id }
    const page = await data(api.GET('/api/projects/{project}/passages', { params: { path: { project }, query } }))
    return page.items.map(({ passage: p }) => ({ name: p.names.originalName, passage: p.id }))
  }
  const author = computed(() => {
    const firm = choices().folders.find((f) => f.id === folder.value)?.firm
    return firm === undefined || !session.controls ? undefined : choices().people.people.find((p) => p.firmId === firm)?.id
  })
  const answer = useLoaded(async () => {
    const passage = session.controls && !file.value ? there.value.value?.find((f) => f.name === name.value)?.passage : undefined
    const asked = file.value ? await coming(file.value) : { name: name.value.trim(), size: 1 }
    return data(
      api.POST('/api/projects/{project}/rules/samples', {
        params: { path: { project } },
        body: { written: written(), passage, folder: folder.value, file: asked, author: author.value },
      }),
    )
  })
  /** Whether what is shown is of what was there before. */
  const stale = ref(false)
  async function again() {
    if (!ready.value) return
    await answer.load()
    if (!answer.loading.value) stale.value = false
  }
  const ready = computed(() => folder.value !== undefined && name.value.trim() !== '')
  let pause: ReturnType<typeof setTimeout> | undefined
  watch(
    folder,
    async () => {
      await there.load()
      if (!name.value) name.value = there.value.value?.[0]?.name ?? ''
    },
    { immediate: true },
  )
  watch(
    [form, name, file, folder],
    () => {
      clearTimeout(pause)
      stale.value = true
      pause = setTimeout(() => void again(), PAUSE)
    },
    { deep: true },
  )
  watch(name, (now) => {
    if (file.value && file.value.name !== now) file.value = undefined
  })
  onScopeDispose(() => clearTimeout(pause))
  function take(dropped: File) {
    file.value = dropped
    name.value = dropped.name
  }
  return { name, there, answer, ready, stale, again, take }
}

/** What comes of a sample, column by column; where it goes no further, the reason, and nothing behind it. */
export function cells(sample: Sample, rule: Pick<Rule, 'kind' | 'name'>): Partial<Record<Column, Cell>> {
  if (sample.unmet) return { which: { text: `does not fit: ${sample.unmet}`, bad: true } }
  const tried = sample.tried?.tried
  if (!tried) return { which: { text: 'cannot be tried', bad: true } }
  const told = (those: typeof tried.told) => [...new Set(those.map((t) => `${t.who} ${OCCASION[t.occasion] ?? ''}`.trim()))].join(', ')
  if (rule.kind === 'WATCHING') {
    const copies = tried.copies.filter((c) => c.rule === rule.name)
    return {
      which: { text: 'fits' },
      issue: { text: copies.map((c) => c.account).join(' ') || 'no copy', bad: copies.some((c) => !c.fine) },
      tell: { text: told(tried.told.filter((t) => t.rules?.includes(rule.name))) || 'nobody' },
    }
  }
  if (sample.taken) return { which: { text: `“${sample.taken}” above takes it first`, bad: true } }
  const halt = (station: string) => tried.halts.find((h) => h.station === station)
  const stops = (station: string): Cell | undefined => {
    const its = halt(station)
    return its && (its.kind === 'STOPPED' || its.kind === 'RETURNED') ? { text: its.account, bad: true } : undefined
  }
  const found: Partial<Record<Column, Cell>> = { which: { text: 'fits' } }
  const identify = stops('IDENTIFY')
  found.identify = identify ?? {
    text: tried.identity.fields.map((f) => `${f.label} ${f.value}`).join(', ') || (halt('IDENTIFY')?.account ?? ''),
  }
  if (identify) return { ...found, tell: { text: told(tried.told) } }
  const number = stops('NUMBER')
  found.number = number ?? {
    text: tried.identity.number ? `${tried.identity.number} ${tried.identity.revision ?? ''}`.trim() : 'no number',
  }
  if (number) return { ...found, tell: { text: told(tried.told) } }
  const prepare = stops('PREPARE')
  found.prepare = prepare ?? { text: halt('PREPARE')?.account ?? '' }
  if (prepare) return { ...found, tell: { text: told(tried.told) } }
  const review = stops('REVIEW')
  found.review = review ?? {
    text: tried.steps.map((s) => `${s.name}: ${s.people.join(', ') || 'nobody'}, due ${day(s.due)}`).join('; ') || 'nobody: at once',
  }
  if (!review)
    found.issue = {
      text: tried.ends.map((e) => (e.digit ? `${e.digit}: ${e.account}` : e.account)).join(' '),
      bad: tried.ends.some((e) => !e.fine),
    }
  found.tell = { text: told(tried.told) || 'nobody' }
  return found
}
