import { computed } from 'vue'
import { api, data, type Schemas } from '../api/client'
import { useLoaded } from '../load'

/** The most passages that are asked for in one call. */
const AT_ONCE = 200

type Said = Schemas['TitleBlockRemark'][]

/** What is asked for at the same moment by lists beside each other is one question, by project. */
const gathering = new Map<number, { passages: Set<number>; answer: Promise<Said> }>()

function gathered(project: number, passages: number[]): Promise<Said> {
  const there = gathering.get(project)
  if (there && there.passages.size + passages.length <= AT_ONCE) {
    passages.forEach((p) => there.passages.add(p))
    return there.answer
  }
  const all = new Set(passages)
  const answer = Promise.resolve().then(() => {
    if (gathering.get(project)?.passages === all) gathering.delete(project)
    const query = { passage: [...all] }
    return data(api.GET('/api/projects/{project}/title-blocks', { params: { path: { project }, query } }))
  })
  gathering.set(project, { passages: all, answer })
  return answer
}

/** What there is to say of passages because of their PDFs: a title block that says something else, a file that cannot be opened. */
export function useRemarks(
  project: () => number | undefined,
  passages: () => number[],
): { of: (passage: number) => string[]; load: () => Promise<void> } {
  const asked = useLoaded(async () => {
    const ids = passages()
    const of = project()
    const parts = []
    for (let i = 0; of && i < ids.length; i += AT_ONCE) parts.push(gathered(of, ids.slice(i, i + AT_ONCE)))
    return (await Promise.all(parts)).flat()
  })
  const all = computed(() => new Map((asked.value.value ?? []).map((r) => [r.passage, r.remarks])))
  return { of: (passage) => all.value.get(passage) ?? [], load: asked.load }
}
