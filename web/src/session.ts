import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { used } from './attended'
import { api, data, Problem, type Schemas } from './api/client'
import { forgetKept } from './api/kept'
import { countWorkingDaysBy } from './say'

/** What this browser keeps of what somebody was typing begins so, and goes on with that account. */
const KEPT = ['draft', 'comment', 'sending', 'writing', 'desk/closed']

/** Who is signed in, and the project on the screens. */
export const useSession = defineStore('session', () => {
  const me = ref<Schemas['Actor']>()
  const projects = ref<Schemas['ProjectView'][]>([])
  const entrance = ref<Schemas['Entrance']>({ demo: false, setUpNeeded: false, signedIn: false, providers: [], mail: false })
  const chosen = ref(Number(localStorage.getItem('project') ?? 0))
  /** Whether there are folders the person looks after in the project on the screens. */
  const keeps = ref(false)
  /** When the session ends: so many seconds after its last use, and at a moment in any case. */
  const ends = ref<{ idleSeconds: number; end: string }>()
  /** A second step is asked of this person, who has none yet. */
  const secondStepMissing = ref(false)
  /** The session has ended under a page that still shows what was being done. */
  const over = ref(false)
  let asked = false

  const project = computed(() => projects.value.find((p) => p.id === chosen.value) ?? projects.value[0])
  watch(
    () => project.value?.workingDays,
    (days) => days && countWorkingDaysBy(days),
    { immediate: true },
  )
  const membership = computed(() => (project.value ? me.value?.memberships[String(project.value.id)] : undefined))
  const controls = computed(() => membership.value?.controls ?? false)
  /** Whether the person reviews what others send. */
  const reviews = computed(
    () => controls.value || Boolean(membership.value?.decides && (membership.value.seesAll || membership.value.seesFirms.length)),
  )
  const seesAll = computed(() => controls.value || (membership.value?.seesAll ?? false))

  watch([project, me], async () => {
    keeps.value = false
    if (!project.value || !me.value || controls.value || secondStepMissing.value) return
    const kept = await data(api.GET('/api/projects/{project}/kept-folders', { params: { path: { project: project.value.id } } })).catch(
      () => [],
    )
    keeps.value = kept.length > 0
  })

  /** Whether a person of some project is who is signed in. */
  function isMe(person: number | undefined) {
    return Object.values(me.value?.memberships ?? {}).some((m) => m.person === person)
  }

  /** Finds out who is signed in, once. */
  async function know() {
    if (asked) return
    asked = true
    try {
      entrance.value = await data(api.GET('/api/entrance'))
      if (entrance.value.signedIn) await begin(entrance.value)
    } catch (e) {
      if (!(e instanceof Problem) || e.status !== 401) {
        asked = false
        throw e
      }
    }
  }

  /** Somebody has signed in: asks who, and for what. `known` is what the entrance has said since then. */
  async function begin(known?: Schemas['Entrance']) {
    const now = await data(api.GET('/api/session'))
    used()
    const [door, all] = await Promise.all([
      known ?? data(api.GET('/api/entrance')),
      now.secondStepMissing ? [] : data(api.GET('/api/projects')),
    ])
    asked = true
    entrance.value = door
    secondStepMissing.value = now.secondStepMissing
    ends.value = { idleSeconds: now.idleSeconds, end: now.end }
    projects.value = all
    over.value = false
    me.value = now.actor
  }

  /** The same person has signed in again over a page that stayed: what it shows stays too. */
  async function goOn() {
    const now = await data(api.GET('/api/session'))
    if (now.actor.account !== me.value?.account) {
      location.reload()
      return
    }
    used()
    ends.value = { idleSeconds: now.idleSeconds, end: now.end }
    over.value = false
  }

  /** Asks for the projects again, since what they agree on has changed. */
  async function again() {
    projects.value = await data(api.GET('/api/projects'))
  }

  /** Signs out, here and where one came from; what was being typed is kept for nobody. */
  async function signOut() {
    const account = me.value?.account
    const { next } = await data(api.DELETE('/api/session'))
    Object.keys(localStorage)
      .filter((key) => KEPT.some((kind) => `${key}/`.startsWith(`${kind}/${account}/`)))
      .forEach((key) => localStorage.removeItem(key))
    forgetKept()
    me.value = undefined
    ends.value = undefined
    over.value = false
    projects.value = []
    if (next) location.assign(next)
    return !next
  }

  function choose(id: number) {
    chosen.value = id
    localStorage.setItem('project', String(id))
  }

  return {
    me,
    projects,
    project,
    membership,
    entrance,
    controls,
    seesAll,
    reviews,
    keeps,
    ends,
    secondStepMissing,
    over,
    isMe,
    know,
    begin,
    goOn,
    again,
    signOut,
    choose,
  }
})
