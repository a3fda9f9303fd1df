<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count, exact, moment, since } from '../../say'
import { useSession } from '../../session'
import LateList from './LateList.vue'

/** What a controller looks after beside stops: what is late, what could not be sent, what came in today. */
const emit = defineEmits<{ some: [many: number] }>()
const session = useSession()
const path = computed(() => ({ params: { path: { project: session.project?.id ?? 0 } } }))
const late = useLoaded(() =>
  data(api.GET('/api/projects/{project}/reviews', { params: { ...path.value.params, query: { which: 'LATE' } } })),
)
const unsent = useLoaded(() => data(api.GET('/api/projects/{project}/messages-unsent', path.value)))
const today = useLoaded(() => data(api.GET('/api/projects/{project}/arrived-today', path.value)))
const { busy, problem, act } = useAct(() => void unsent.load())

async function load() {
  await Promise.all([late.load(), unsent.load(), today.load()])
  emit('some', (late.value.value?.items.length ?? 0) + (unsent.value.value?.length ?? 0) + (today.value.value?.length ?? 0))
}
onMounted(load)
whenChanged(['REVIEW', 'PASSAGE', 'MAIL'], () => load(), 500)
const tryAgain = () => act(() => data(api.POST('/api/projects/{project}/messages-unsent/tries', path.value)))
const SHOWN = 10
</script>

<template>
  <Trouble :problem="late.problem.value ?? unsent.problem.value ?? today.problem.value ?? problem" :again="load" />
  <section v-if="late.value.value?.items.length">
    <h1>Late, and with whom</h1>
    <LateList :rows="late.value.value.items" />
    <p v-if="late.value.value.next" class="quiet">
      These are the 100 that are late the longest; <RouterLink to="/reviews?which=LATE">see all</RouterLink>.
    </p>
  </section>
  <section v-if="unsent.value.value?.length">
    <h1>{{ count(unsent.value.value.length, 'message') }} could not be sent yet</h1>
    <div class="narrowly">
      <table class="dense">
        <thead>
          <tr>
            <th>To</th>
            <th>What</th>
            <th>Why not</th>
            <th>Tried</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in unsent.value.value.slice(0, SHOWN)" :key="m.id">
            <td>{{ m.recipient }}</td>
            <td class="clip" :title="m.subject">{{ m.subject }}</td>
            <td class="error clip" :title="m.lastError">{{ m.lastError }}</td>
            <td class="nowrap">
              <template v-if="m.nextAttempt">{{ count(m.attempts, 'time') }}, again {{ moment(m.nextAttempt) }}</template
              ><RouterLink v-else to="/messages?whose=ALL&which=GIVEN_UP">given up</RouterLink>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="row">
      <button class="act" type="button" :disabled="busy" @click="tryAgain">Try all of them now</button>
      <span class="quiet">Each is tried again by itself, for three days; what was given up can be sent by hand.</span>
    </p>
  </section>
  <section v-if="today.value.value?.length">
    <h1>Arrived today</h1>
    <div class="narrowly">
      <table class="dense">
        <thead>
          <tr>
            <th>Submission</th>
            <th>From</th>
            <th>Handed in by</th>
            <th>Purpose</th>
            <th>Into</th>
            <th>Files</th>
            <th>When</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in today.value.value.slice(0, SHOWN)" :key="s.id">
            <td class="mono">
              <RouterLink :to="`/passages?submission=${s.id}`">{{ s.reference }}</RouterLink>
            </td>
            <td>
              {{ s.author }}, <span class="mono">{{ s.authorFirm }}</span>
            </td>
            <td>{{ s.uploader === s.author ? '' : s.uploader }}</td>
            <td class="clip" :title="s.purpose">{{ s.purpose }}</td>
            <td class="clip" :title="s.folderPath">{{ s.folderPath }}</td>
            <td>
              {{ s.files }}<span v-if="s.refused" class="error">, {{ s.refused }} refused</span>
            </td>
            <td class="nowrap" :title="exact(s.openedAt)">{{ s.open ? 'coming in' : since(s.openedAt) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="today.value.value.length > SHOWN" class="quiet">
      and {{ today.value.value.length - SHOWN }} more; <RouterLink to="/passages">see all on the way</RouterLink>.
    </p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}
.clip {
  max-width: 300px;
}
</style>
