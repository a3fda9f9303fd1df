import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { api, data, Problem, type Schemas } from './api/client'
import { countWorkingDaysBy } from './say'

/** Who is signed in, and the project on the screens. */
export const useSession = defineStore('session', () => {
  const me = ref<Schemas['Actor']>()
  const projects = ref<Schemas['ProjectView'][]>([])
  const entrance = ref<Schemas['Entrance']>({ demo: false, setUpNeeded: false })
  const chosen = ref(Number(localStorage.getItem('project') ?? 0))
  /** Whether there are folders the person looks after in the project on the screens. */
  const keeps = ref(false)
  let asked = false

  const project = computed(() => projects.value.find((p) => p.id === chosen.value) ?? projects.value[0])
  watch(() => project.value?.workingDays, (days) => days && countWorkingDaysBy(days), { immediate: true })
  const membership = computed(() => (project.value ? me.value?.memberships[String(project.value.id)] : undefined))
  const controls = computed(() => membership.value?.controls ?? false)
  const seesAll = computed(() => controls.value || (membership.value?.seesAll ?? false))

  watch([project, me], async () => {
    keeps.value = false
    if (!project.value || !me.value || controls.value) return
    const kept = await data(api.GET('/api/projects/{project}/kept-folders', { params: { path: { project: project.value.id } } })).catch(() => [])
    keeps.value = kept.length > 0
  })

  /** Finds out who is signed in, once. */
  async function know() {
    if (asked) return
    asked = true
    entrance.value = await data(api.GET('/api/entrance'))
    try {
      await begin(await data(api.GET('/api/session')))
    } catch (e) {
      if (!(e instanceof Problem) || e.status !== 401) {
        asked = false
        throw e
      }
    }
  }

  async function begin(actor: Schemas['Actor']) {
    const [door, all] = await Promise.all([data(api.GET('/api/entrance')), data(api.GET('/api/projects'))])
    asked = true
    entrance.value = door
    projects.value = all
    me.value = actor
  }

  /** Asks for the projects again, since what they agree on has changed. */
  async function again() {
    projects.value = await data(api.GET('/api/projects'))
  }

  async function signOut() {
    await data(api.DELETE('/api/session'))
    me.value = undefined
    projects.value = []
  }

  function choose(id: number) {
    chosen.value = id
    localStorage.setItem('project', String(id))
  }

  return { me, projects, project, entrance, controls, seesAll, keeps, know, begin, again, signOut, choose }
})
