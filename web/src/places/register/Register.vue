<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, data, type Schemas } from '../../api/client'
import { useKeys } from '../../keys'
import { showMarked } from '../../parts/mark'
import { whenChanged } from '../../live'
import { useLoaded, usePaged } from '../../load'
import Num from '../../parts/Num.vue'
import TakeAway from '../../parts/TakeAway.vue'
import Trouble from '../../parts/Trouble.vue'
import { exact, moment } from '../../say'
import { useSession } from '../../session'
import { must } from '../../parts/must'

/** So many are answered to a search. */
const MOST_FOUND = 50
const session = useSession()
const router = useRouter()
const path = { project: must(session.project).id }
const which = ref<'ALL' | 'NOT_COME'>('ALL')
const text = ref('')
const at = ref(0)
showMarked(at)
const page = usePaged(
  (after) => data(api.GET('/api/projects/{project}/documents', { params: { path, query: { which: which.value, after } } })),
  (answer) => answer,
)
const found = useLoaded(() => data(api.GET('/api/projects/{project}/documents-found', { params: { path, query: { text: text.value } } })))

onMounted(page.load)
whenChanged(['NUMBERS', 'PASSAGE'], page.load, 1000)
watch(which, page.begin)
let pause: ReturnType<typeof setTimeout> | undefined
watch(text, () => {
  clearTimeout(pause)
  at.value = 0
  if (text.value.trim()) pause = setTimeout(() => void found.load(), 200)
})

const rows = computed(() => (text.value.trim() ? (found.value.value ?? []) : page.rows.value))
const hasMore = computed(() => !text.value.trim() && page.hasMore.value)
const type = (row: Schemas['DocumentRow']) => row.values.type ?? ''

useKeys([
  { key: 'ArrowDown', says: 'Next document', does: () => (at.value = Math.min(rows.value.length - 1, at.value + 1)) },
  { key: 'ArrowUp', says: 'Document before', does: () => (at.value = Math.max(0, at.value - 1)) },
  {
    key: 'Enter',
    says: 'Open the document',
    does: () => rows.value[at.value] && void router.push(`/documents/${must(rows.value[at.value]).id}`),
  },
])
</script>

<template>
  <div class="place">
    <header>
      <h1>Register</h1>
      <label
        ><span class="hidden-text">Which documents</span
        ><select v-model="which" class="text">
          <option value="ALL">all documents</option>
          <option value="NOT_COME">nothing has come yet</option>
        </select></label
      >
      <TakeAway :url="`/api/projects/${path.project}/documents/table`" :query="{ which, text: text.trim() }" what="The register" />
      <input
        v-model="text"
        class="text find"
        type="search"
        placeholder="Number, title, own reference, a former file name"
        aria-label="Find a document that was taken, taken over or numbered later"
      />
    </header>
    <Trouble :problem="page.problem.value ?? found.problem.value" :again="page.load" />
    <div v-if="rows.length" class="narrowly">
      <table class="dense">
        <thead>
          <tr>
            <th>Number</th>
            <th>Title</th>
            <th>Own reference</th>
            <th>Firm</th>
            <th>Type</th>
            <th>Newest</th>
            <th>Current</th>
            <th>Since</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in rows" :key="row.id" :class="{ at: i === at }" @click="at = i">
            <td><Num :number="row.number" /></td>
            <td class="clip">
              <RouterLink class="plain" :to="`/documents/${row.id}`">{{ row.title }}</RouterLink>
            </td>
            <td class="clip short">{{ row.ownReference }}</td>
            <td class="mono">{{ row.originator }}</td>
            <td class="mono">{{ type(row) }}</td>
            <td class="mono">
              {{ row.latest ?? '' }}<span v-if="row.voided" class="error" :title="row.voided">voided</span
              ><span v-else-if="row.lies" class="quiet">numbered where it lies</span
              ><span v-else-if="!row.latest" class="quiet">not come</span><span v-if="row.onItsWay" class="quiet"> on its way</span>
            </td>
            <td>
              <span v-for="c in row.current" :key="c.state" class="current" :title="`current in ${c.where}`"
                ><span class="mono">{{ c.revision }} {{ c.status }}</span> <span class="quiet">{{ c.where }}</span></span
              >
            </td>
            <td class="nowrap" :title="exact(row.since)">{{ moment(row.since) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else-if="page.first.value && !text.trim()" class="empty">
      <strong>No document yet.</strong>What is numbered on arrival, and every number that is taken, becomes a line here.
    </p>
    <p v-else-if="text.trim() && found.value.value" class="empty">
      <strong>Nothing found here.</strong>Documents that have come are also found with <span class="key">/</span>, by every name they ever
      had.
    </p>
    <p v-else-if="!page.problem.value" class="quiet" role="status">Asking for the documents …</p>
    <p v-if="text.trim() && rows.length >= MOST_FOUND" class="quiet">
      These are the newest {{ MOST_FOUND }}; more words find the others, and taken away the list is whole.
    </p>
    <button v-if="hasMore" class="act more" type="button" @click="page.more">Show more</button>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  align-content: start;
}
@media (max-width: 1100px) {
  td.clip {
    max-width: 230px;
  }
  td.short {
    max-width: 90px;
  }
}
header {
  display: flex;
  gap: 12px;
  align-items: center;
}
.find {
  max-width: 380px;
  margin-left: auto;
}
.clip {
  max-width: 330px;
}
.short {
  max-width: 120px;
}
.current {
  margin-right: 10px;
  white-space: nowrap;
}
.more {
  justify-self: start;
}
</style>
