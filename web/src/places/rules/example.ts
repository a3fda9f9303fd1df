import { ref, watch, type Ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useLoaded } from '../../load'
import { useSession } from '../../session'
import { must } from '../../parts/must'

export type NamePart = Schemas['NamePart']

/** A part as it stands in a pattern. */
export function written(part: NamePart): string {
  switch (part.as) {
    case 'FIELD':
      return `{${part.key}}`
    case 'DAY':
      return `{${part.key}:${part.forms[0]}}`
    case 'OVER':
      return '{*}'
    default:
      return part.text.replace(/[{}[\]\\]/g, '\\$&')
  }
}

export const patternOf = (parts: NamePart[]) => parts.map(written).join('')

/** What a part is taken for, as one value of a list: "", "*", "field type", "day DD_MM_YYYY". */
export const meaning = (part: NamePart) =>
  part.as === 'FIELD' ? `field ${part.key}` : part.as === 'DAY' ? `day ${part.forms[0]}` : part.as === 'OVER' ? '*' : ''

/** The part taken for something else. */
export function taken(part: NamePart, as: string): NamePart {
  if (as === '') return { ...part, as: 'FIXED', key: '' }
  if (as === '*') return { ...part, as: 'OVER', key: '' }
  if (as.startsWith('day ')) {
    const form = as.slice(4)
    return { ...part, as: 'DAY', key: part.as === 'DAY' ? part.key : 'day', forms: [form, ...part.forms.filter((f) => f !== form)] }
  }
  return { ...part, as: 'FIELD', key: as.slice('field '.length) }
}

/** Something that can be put into a pattern by pointing at it: what it is called, and how it is written. */
export interface Insertable {
  word: string
  text: string
}

/** The parts of a name, and usual shortenings of its date, as they can be put into a path or a name. */
export function insertables(parts: NamePart[]): Insertable[] {
  return parts.flatMap((part) => {
    if (part.as === 'FIELD') return [{ word: part.key, text: `{${part.key}}` }]
    if (part.as !== 'DAY') return []
    const forms = ['YYYY', 'MM', 'MM_YYYY', 'YYYY-MM', must(part.forms[0])]
    return [...new Set(forms)].map((form) => ({ word: `${part.key} ${form}`, text: `{${part.key}:${form}}` }))
  })
}

/** An example name taken apart by the server; what a part is taken for can be said otherwise. */
export function useExample(name: Ref<string>, others: () => string[]) {
  const project = must(useSession().project).id
  const parts = ref<NamePart[]>([])
  const asked = useLoaded(() =>
    data(
      api.POST('/api/projects/{project}/patterns/parts', {
        params: { path: { project } },
        body: { name: name.value.trim(), others: others().slice(0, 50) },
      }),
    ),
  )
  const PAUSE = 200
  let pause: ReturnType<typeof setTimeout> | undefined
  watch(
    name,
    (now) => {
      clearTimeout(pause)
      if (!now.trim()) parts.value = []
      else
        pause = setTimeout(async () => {
          await asked.load()
          parts.value = asked.value.value?.parts ?? []
        }, PAUSE)
    },
    { immediate: true },
  )
  const say = (i: number, as: string) => (parts.value = parts.value.map((p, k) => (k === i ? taken(p, as) : p)))
  return { parts, say, problem: asked.problem }
}
