<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data } from '../../api/client'
import { useLoaded, usePaged } from '../../load'
import TakeAway from '../../parts/TakeAway.vue'
import Trouble from '../../parts/Trouble.vue'
import { exact, moment } from '../../say'
import { useSession } from '../../session'
import KeepingForm from './KeepingForm.vue'
import SealLine from './SealLine.vue'
import { KINDS, type Kind, midnight } from './kinds'

/** Who did what beside the way of files: of a project, or of the installation. */
const session = useSession()
const route = useRoute()
const router = useRouter()
/** How long after the last letter is looked for. */
const PAUSE = 250
const projects = useLoaded(() => data(api.GET('/api/journal/projects')))
/** Whose it is: an administrator chooses, all others see that of the project on the screens. Empty for the installation. */
const chooses = computed(() => session.me?.administrator ?? false)
const of = computed(() =>
  String((chooses.value ? route.query.of : undefined) ?? (session.controls || !chooses.value ? session.project?.id : '') ?? ''),
)
const project = computed(() => (of.value ? Number(of.value) : undefined))
const kind = ref<Kind | ''>('')
const account = ref<number | ''>('')
const text = ref('')
const from = ref('')
const until = ref('')
const keeping = ref(false)
const query = computed(() => ({
  project: project.value,
  kind: kind.value || undefined,
  account: account.value || undefined,
  text: text.value.trim() || undefined,
  from: from.value ? midnight(from.value, 0) : undefined,
  until: until.value ? midnight(until.value, 1) : undefined,
}))
const list = usePaged(
  (after) => data(api.GET('/api/journal', { params: { query: { ...query.value, after } } })),
  (page) => page,
)
const people = useLoaded(() => data(api.GET('/api/journal/people', { params: { query: { project: project.value } } })))
const narrowed = computed(() => Boolean(kind.value || account.value || text.value.trim() || from.value || until.value))

onMounted(() => void Promise.all([list.load(), people.load()]))
watch(chooses, (its) => its && void projects.load(), { immediate: true })
watch([of], () => {
  account.value = ''
  keeping.value = false
  void people.load()
})
watch([of, kind, account, from, until], list.begin)
let pause: ReturnType<typeof setTimeout> | undefined
watch(text, () => {
  clearTimeout(pause)
  pause = setTimeout(() => void list.begin(), PAUSE)
})
function all() {
  kind.value = account.value = text.value = from.value = until.value = ''
}
</script>

<template>
  <div class="place">
    <header>
      <h1>Journal</h1>
      <label v-if="chooses"
        ><span class="hidden-text">Journal of</span
        ><select class="text" :value="of" @change="router.replace({ query: { of: ($event.target as HTMLSelectElement).value } })">
          <option value="">the installation</option>
          <option v-for="p in projects.value.value ?? []" :key="p.id" :value="String(p.id)">{{ p.name }}</option>
        </select></label
      >
      <select v-model="kind" class="text" aria-label="What kind of acts">
        <option value="">everything</option>
        <option v-for="(word, key) in KINDS" :key="key" :value="key">{{ word }}</option>
      </select>
      <select v-model="account" class="text" aria-label="Done by">
        <option value="">by anybody</option>
        <option v-for="p in people.value.value ?? []" :key="p.account" :value="p.account">{{ p.name }}</option>
      </select>
      <label class="row">from <input v-model="from" class="text" type="date" :max="until || undefined" /></label>
      <label class="row">to <input v-model="until" class="text" type="date" :min="from || undefined" /></label>
      <input v-model="text" class="text find" type="search" placeholder="Words in it" aria-label="Words in the journal" />
      <span class="end row"
        ><TakeAway url="/api/journal/table" :query="query" what="The journal" /><button
          class="act"
          type="button"
          :aria-expanded="keeping"
          @click="keeping = !keeping"
        >
          How it is kept …
        </button></span
      >
    </header>
    <KeepingForm v-if="keeping" :key="of" :project="project" @done="((keeping = false), list.begin())" @cancel="keeping = false" />
    <SealLine v-if="chooses && !of" />
    <Trouble :problem="list.problem.value ?? projects.problem.value ?? people.problem.value" :again="list.load" />
    <div v-if="list.rows.value.length" class="narrowly">
      <table class="dense">
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>What</th>
            <th>Kind</th>
            <th>From</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="a in list.rows.value" :key="a.seq">
            <td class="nowrap" :title="exact(a.at)">{{ moment(a.at) }}</td>
            <td class="nowrap">{{ a.who }}</td>
            <td class="what">{{ a.what }}</td>
            <td class="nowrap quiet">{{ KINDS[a.kind] }}</td>
            <td class="mono quiet">{{ a.address }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else-if="list.first.value && narrowed" class="empty">
      <strong>Nothing like that.</strong>Nobody did this in that time.
      <button class="act" type="button" @click="all">Show everything</button>
    </p>
    <p v-else-if="list.first.value" class="empty">
      <strong>Nothing yet.</strong>Who signs in, gives somebody a role, sets something up, opens a file or takes a list away is told here.
      What becomes of files stands with their passages.
    </p>
    <p v-else-if="!list.problem.value" class="quiet" role="status">Asking for the journal …</p>
    <button v-if="list.hasMore.value" class="act more" type="button" @click="list.more">Show older ones</button>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  align-content: start;
}
header {
  display: flex;
  gap: 8px;
  align-items: center;
  flex-wrap: wrap;
}
.end {
  margin-left: auto;
}
header select {
  width: auto;
  max-width: 230px;
}
.find {
  width: 160px;
}
label.row {
  gap: 4px;
}
.what {
  overflow-wrap: anywhere;
  min-width: 300px;
}
td {
  vertical-align: top;
}
.more {
  justify-self: start;
}
</style>
