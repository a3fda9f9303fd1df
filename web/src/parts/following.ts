import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import { api, data, type Schemas } from '../api/client'
import { useSession } from '../session'

export type Followed = Schemas['Followed']

/** What whoever is signed in follows in the project on the screens: asked once, and kept as it is changed here. */
export const useFollowing = defineStore('following', () => {
  const session = useSession()
  const all = ref<Followed[]>([])
  const at = () => ({ project: session.project?.id ?? 0 })

  async function load() {
    if (!session.project || !session.membership) return
    all.value = await data(api.GET('/api/projects/{project}/following', { params: { path: at() } }))
  }
  watch(
    () => [session.project?.id, session.me?.account],
    () => void load().catch(() => (all.value = [])),
    { immediate: true },
  )

  const follows = (kind: Followed['kind'], thing: number) => all.value.some((f) => f.kind === kind && f.thing === thing)

  /** Follows it from now on, or leaves off. */
  async function set(kind: Followed['kind'], thing: number, on: boolean) {
    const params = { params: { path: { ...at(), kind, thing } } }
    if (on) await data(api.PUT('/api/projects/{project}/following/{kind}/{thing}', params))
    else await data(api.DELETE('/api/projects/{project}/following/{kind}/{thing}', params))
    await load()
  }

  return { all, load, follows, set }
})
