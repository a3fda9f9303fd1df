<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, reactive, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import { whenChanged } from '../../live'
import DayRuler from '../../parts/DayRuler.vue'
import FieldInputs from '../../parts/FieldInputs.vue'
import PeopleAndAddresses from '../../parts/PeopleAndAddresses.vue'
import Trouble from '../../parts/Trouble.vue'
import { useTrying } from '../../parts/trying'
import { count } from '../../say'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/** Files of this folder sent on a route by hand: its steps, people and dates, what follows, and the files, before anything is sent. */
const props = defineProps<{ folder: number; files: Schemas['FileRow'][] }>()
const emit = defineEmits<{ sent: []; cancel: [] }>()
const session = useSession()
const router = useRouter()
const project = must(session.project)
const KEPT = `sending/${session.me?.account}/${props.folder}`
const form = reactive({
  route: '',
  purpose: 'for review',
  answerDue: '',
  message: '',
  author: 0,
  persons: [] as number[],
  addresses: [] as string[],
  files: [] as number[],
  given: {} as Record<string, string>,
})
Object.assign(form, JSON.parse(localStorage.getItem(KEPT) ?? '{}'))
form.files = form.files.filter((id) => props.files.some((f) => f.file.id === id))
watch(form, () => localStorage.setItem(KEPT, JSON.stringify(form)), { deep: true })
const routes = useLoaded(() => data(api.GET('/api/projects/{project}/routes', { params: { path: { project: project.id } } })))
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', { params: { path: { project: project.id } } })))
const look = useLoaded(() =>
  data(
    api.POST('/api/folders/{folder}/sendings/looks', {
      params: { path: { folder: props.folder } },
      body: { files: props.files.map((f) => f.file.id).slice(0, 1000) },
    }),
  ),
)
const { busy, problem, act } = useAct(() => void look.load())
onMounted(async () => {
  await Promise.all([routes.load(), people.load(), look.load()])
  if (!able.value.some((r) => r.key === form.route)) form.route = able.value[0]?.key ?? ''
  else tryIt()
})
const able = computed(() => (routes.value.value ?? []).filter((r) => r.maySend))
const route = computed(() => able.value.find((r) => r.key === form.route))
const seen = computed(() => new Map((look.value.value ?? []).map((f) => [f.file, f])))
/** What would come of the files on the chosen route: asked anew when route, author, fields, rules, routes or people change. */
const preview = useTrying()
let pause: ReturnType<typeof setTimeout> | undefined
function tryIt() {
  clearTimeout(pause)
  const files = props.files.map((f) => f.file.id).slice(0, 1000)
  if (form.route && files.length)
    pause = setTimeout(
      () =>
        void preview.run(`/api/folders/${props.folder}/sendings/previews`, {
          files,
          route: form.route,
          author: form.author || undefined,
          given: form.given,
        }),
      200,
    )
}
watch(() => [form.route, form.author, JSON.stringify(form.given)], tryIt)
whenChanged(
  ['RULES', 'PEOPLE', 'PASSAGE', 'FOLDER'],
  () => {
    tryIt()
    return look.load()
  },
  400,
)
onBeforeUnmount(() => {
  clearTimeout(pause)
  preview.stop()
})
const base = (name: string) => name.replace(/\.[^.]*$/, '').toLowerCase()
const tried = computed(() => new Map(preview.arrivals.value.map((t) => [base(t.name), t])))
const halt = (f: Schemas['FileRow']) => {
  const last = tried.value.get(base(f.file.name))?.tried?.halts.at(-1)
  return last && (last.kind === 'STOPPED' || last.kind === 'RETURNED') ? last : undefined
}
/** Why a file cannot be sent; it can be only once everything it needs is known to be there. */
const hindrance = (f: Schemas['FileRow']) => seen.value.get(f.file.id)?.hindrance ?? halt(f)?.account
const known = (f: Schemas['FileRow']) =>
  seen.value.has(f.file.id) && (!!must(seen.value.get(f.file.id)).hindrance || tried.value.has(base(f.file.name)))
const lacking = computed(() => [
  ...new Set([...preview.arrivals.value.flatMap((t) => t.tried?.halts.at(-1)?.fields ?? []), ...Object.keys(form.given)]),
])
const firm = computed(
  () =>
    people.value.value?.people.find(
      (p) => p.id === (form.author || props.files.find((f) => f.file.id === (chosen.value[0] ?? props.files[0]?.file.id))?.file.addedBy),
    )?.firmCode,
)
/** What follows from each code, where it is the same for all files; else that of the first one picked. */
const follows = computed(() => {
  const first = props.files.find((f) => f.file.id === chosen.value[0]) ?? sendable.value[0]
  return (first && tried.value.get(base(first.file.name))?.tried?.ends) ?? []
})
const sendable = computed(() => props.files.filter((f) => known(f) && !hindrance(f)))
const chosen = computed(() => form.files.filter((id) => sendable.value.some((f) => f.file.id === id)))
/** A role of the route that nobody holds can be filled here by a controller. */
const empty = computed(() =>
  session.controls
    ? (people.value.value?.roles ?? []).filter(
        (r) => r.holders.length === 0 && route.value?.form.steps.some((s) => s.who.some((w) => w.kind === 'ROLE' && w.id === r.id)),
      )
    : [],
)

function turn(id: number) {
  form.files = form.files.includes(id) ? form.files.filter((x) => x !== id) : [...form.files, id]
}

const fill = (role: Schemas['RoleView'], person: number) =>
  act(async () => {
    await data(
      api.PUT('/api/projects/{project}/roles/{role}/holders', {
        params: { path: { project: project.id, role: role.id } },
        body: { holders: [person], version: role.version },
      }),
    )
    await Promise.all([routes.load(), people.load()])
    tryIt()
  })

const send = () =>
  act(async () => {
    const body = {
      files: chosen.value,
      route: form.route,
      purpose: form.purpose,
      answerDue: form.answerDue || undefined,
      author: form.author || undefined,
      message: form.message,
      persons: form.persons,
      addresses: form.addresses,
      given: Object.fromEntries(Object.entries(form.given).filter(([, v]) => v)),
    }
    const answer = await data(api.POST('/api/folders/{folder}/sendings', { params: { path: { folder: props.folder } }, body }))
    localStorage.removeItem(KEPT)
    emit('sent')
    await router.push(`/passages?submission=${answer.submission}`)
  })
</script>

<template>
  <form v-escape="() => emit('cancel')" class="panel sending" aria-label="Send files on a route" @submit.prevent="send">
    <p v-if="routes.value.value && !able.length" class="note">
      No route lets you send by hand. A document controller can name your role on a route, under Routes.
    </p>
    <template v-else>
      <div class="row wrap">
        <label class="field"
          ><span>On route</span
          ><select v-model="form.route" class="text" required data-test="send-route">
            <option v-for="r in able" :key="r.key" :value="r.key">{{ r.name }}</option>
          </select></label
        >
        <label class="field"><span>Purpose</span><input v-model="form.purpose" class="text" maxlength="400" /></label>
        <label class="field"><span>Answer asked for by</span><input v-model="form.answerDue" class="text" type="date" /></label>
        <label v-if="session.controls" class="field"
          ><span>Author</span
          ><select v-model.number="form.author" class="text">
            <option :value="0">who put the first file here</option>
            <option v-for="p in people.value.value?.people" :key="p.id" :value="p.id">{{ p.name }}, {{ p.firmCode }}</option>
          </select></label
        >
        <PeopleAndAddresses v-model:persons="form.persons" v-model:addresses="form.addresses" :project="project.id" :firm="firm" />
        <FieldInputs v-model="form.given" :keys="lacking" optional />
      </div>
      <DayRuler v-if="route" :steps="route.steps" :answer-due="form.answerDue || undefined" />
      <ul v-if="follows.length" class="follows quiet" aria-label="What follows from each decision">
        <li v-for="e in follows" :key="e.digit">
          <span class="key">{{ e.digit }}</span> {{ e.name }}: <span :class="{ error: !e.fine }">{{ e.account }}</span>
        </li>
      </ul>
      <div v-for="r in route?.remarks ?? []" :key="r.sentence" class="note">{{ r.sentence }}</div>
      <div v-for="role in empty" :key="role.id" class="row">
        <span>Nobody holds “{{ role.name }}”. Put somebody in:</span>
        <select
          class="text few"
          :aria-label="`Who holds ${role.name}`"
          :disabled="busy"
          @change="fill(role, Number(($event.target as HTMLSelectElement).value))"
        >
          <option value="">choose somebody</option>
          <option v-for="p in people.value.value?.people" :key="p.id" :value="p.id">{{ p.name }}, {{ p.firmCode }}</option>
        </select>
      </div>
      <div class="scroll">
        <table class="dense">
          <thead>
            <tr>
              <th>
                <input
                  type="checkbox"
                  :checked="chosen.length > 0 && chosen.length === sendable.length"
                  aria-label="Pick all files"
                  @change="form.files = chosen.length === sendable.length ? [] : sendable.map((f) => f.file.id)"
                />
              </th>
              <th>File</th>
              <th>Is</th>
              <th>Can it be sent</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="f in files" :key="f.file.id">
              <td>
                <input
                  v-if="known(f) && !hindrance(f)"
                  type="checkbox"
                  :checked="form.files.includes(f.file.id)"
                  :aria-label="`Send ${f.file.name}`"
                  @change="turn(f.file.id)"
                />
              </td>
              <td class="clip" :title="f.file.name">{{ f.file.name }}</td>
              <td class="mono">
                {{ seen.get(f.file.id)?.document ?? tried.get(base(f.file.name))?.tried?.identity.number ?? 'a new document' }}
              </td>
              <td class="can">
                <span v-if="hindrance(f)" class="error">{{ hindrance(f) }}</span><span v-else-if="known(f)" class="quiet">yes</span
                ><span v-else-if="preview.running.value || look.loading.value" class="quiet">being looked at …</span>
                <span v-for="m in tried.get(base(f.file.name))?.remarks ?? []" :key="m" class="remark">{{ m }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <label class="field"
        ><span>What you say with it, to those who decide and those who are told</span
        ><textarea v-model="form.message" class="text" maxlength="4000" />
      </label>
      <Trouble :problem="problem ?? routes.problem.value ?? people.problem.value ?? look.problem.value ?? preview.problem.value" />
      <div class="row">
        <button class="act first" type="submit" :disabled="busy || !chosen.length || !route" data-test="send-files">
          {{ chosen.length ? `Send ${count(chosen.length, 'file')}` : 'Pick files to send' }}
        </button>
        <button class="act" type="button" @click="emit('cancel')">Not now</button
        ><span class="quiet">What you have filled in is kept here until it is sent. It can be taken back until somebody has decided.</span>
      </div>
    </template>
  </form>
</template>

<style scoped>
.sending {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.wrap {
  flex-wrap: wrap;
  align-items: end;
}
.scroll {
  max-height: 260px;
  overflow: auto;
}
.clip {
  max-width: 360px;
}
.few {
  width: auto;
}
.can {
  overflow-wrap: anywhere;
}
.remark {
  display: block;
  color: var(--attention);
}
.follows {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
}
.wrap > :deep(.field) {
  min-width: 150px;
}
.wrap > :deep(.grow) {
  min-width: 260px;
}
</style>
