import { computed, type Ref } from 'vue'
import { api, data } from '../api/client'
import { useLoaded } from '../load'

/** The most passages that are asked for in one call. */
const AT_ONCE = 200

/** What there is to say of passages because of their PDFs: a title block that says something else, a file that cannot be opened. */
export function useRemarks(
  project: () => number | undefined,
  passages: () => number[],
): { of: (passage: number) => string[]; load: () => Promise<void>; all: Readonly<Ref<Map<number, string[]>>> } {
  const asked = useLoaded(async () => {
    const ids = passages().slice(0, AT_ONCE)
    const of = project()
    return of && ids.length
      ? data(api.GET('/api/projects/{project}/title-blocks', { params: { path: { project: of }, query: { passage: ids } } }))
      : []
  })
  const all = computed(() => new Map((asked.value.value ?? []).map((r) => [r.passage, r.remarks])))
  return { of: (passage) => all.value.get(passage) ?? [], load: asked.load, all }
}
