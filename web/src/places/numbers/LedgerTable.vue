<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded, usePaged } from '../../load'
import Num from '../../parts/Num.vue'
import TakeAway from '../../parts/TakeAway.vue'
import Trouble from '../../parts/Trouble.vue'
import { exact, moment } from '../../say'
import { useSession } from '../../session'
import { fate } from './strip'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

const props = defineProps<{ scheme: string }>()
const session = useSession()
const path = computed(() => ({ project: must(session.project).id, scheme: props.scheme }))
const page = usePaged(
  (after) => data(api.GET('/api/projects/{project}/schemes/{scheme}/ledger', { params: { path: path.value, query: { after } } })),
  (answer) => answer,
)
const { rows: lines, hasMore } = page
const journal = useLoaded(() => data(api.GET('/api/projects/{project}/schemes/{scheme}/journal', { params: { path: path.value } })))
const voiding = ref<Schemas['LedgerLine']>()
const reason = ref('')
const which = ref<'ledger' | 'journal'>('ledger')
const { busy, problem, act } = useAct(load)

function load() {
  return Promise.all([page.load(), journal.load()])
}
onMounted(load)
whenChanged(['NUMBERS'], load, 500)

async function voidIt() {
  const done = await act(() =>
    data(
      api.POST('/api/projects/{project}/numbers/voided', {
        params: { path: { project: path.value.project } },
        body: { number: must(voiding.value).number, reason: reason.value },
      }),
    ),
  )
  if (done) {
    voiding.value = undefined
    reason.value = ''
  }
}
</script>

<template>
  <section class="panel">
    <header>
      <div class="row" role="tablist" aria-label="What is shown of the scheme">
        <button class="act bare" role="tab" type="button" :aria-selected="which === 'ledger'" @click="which = 'ledger'">
          <h2>Ledger</h2>
        </button>
        <button class="act bare" role="tab" type="button" :aria-selected="which === 'journal'" @click="which = 'journal'">
          <h2>What people did</h2>
        </button>
      </div>
      <span class="quiet grow">Every number once, for ever; newest first.</span>
      <TakeAway :url="`/api/projects/${path.project}/schemes/${path.scheme}/ledger/table`" what="The ledger" />
    </header>
    <Trouble :problem="page.problem.value ?? journal.problem.value ?? problem" />
    <template v-if="which === 'ledger'">
      <table v-if="lines.length" class="dense">
        <thead>
          <tr>
            <th>Number</th>
            <th>State</th>
            <th>Title</th>
            <th>Firm</th>
            <th>By</th>
            <th>When</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <template v-for="line in lines" :key="line.id">
            <tr>
              <td><Num :number="line.number" /></td>
              <td>
                <span class="fate" :class="line.state.toLowerCase()">{{ fate(line.state) }}</span>
              </td>
              <td class="clip" :title="line.reason || line.title">
                <RouterLink v-if="line.document" class="plain" :to="`/documents/${line.document}`">{{
                  line.title || 'its document'
                }}</RouterLink><template v-else>{{ line.title }}</template> <span v-if="line.reason" class="quiet"> {{ line.reason }}</span>
              </td>
              <td class="mono">{{ line.firm }}</td>
              <td class="clip by" :title="line.by">{{ line.by }}</td>
              <td class="nowrap" :title="exact(line.at)">{{ moment(line.at) }}</td>
              <td>
                <button
                  v-if="line.state !== 'VOIDED'"
                  class="act bare"
                  type="button"
                  :aria-expanded="voiding?.id === line.id"
                  @click="voiding = voiding?.id === line.id ? undefined : line"
                >
                  Void
                </button>
              </td>
            </tr>
            <tr v-if="voiding?.id === line.id">
              <td colspan="7">
                <form v-escape="() => (voiding = undefined)" class="row" @submit.prevent="voidIt">
                  <label class="grow"
                    ><span class="hidden-text">Why</span
                    ><input v-model="reason" class="text" required maxlength="1000" placeholder="Why it is voided" autofocus
                  /></label>
                  <button class="act first" type="submit" :disabled="busy">Void {{ line.number }}</button
                  ><span class="quiet">For ever; refused while something current or on its way has it.</span>
                </form>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
      <p v-else-if="page.first.value" class="empty">
        <strong>No number yet.</strong>The first file a rule numbers by this scheme, or the first number taken, appears here.
      </p>
      <button v-if="hasMore" class="act more" type="button" @click="page.more">Show more</button>
    </template>
    <ol v-else class="events">
      <li v-for="(e, i) in journal.value.value" :key="i">
        <span class="quiet nowrap" :title="exact(e.at)">{{ moment(e.at) }}</span> <strong>{{ e.actor }}</strong> {{ e.account }}
      </li>
      <li v-if="journal.value.value?.length === 0" class="quiet">Nobody has changed anything by hand.</li>
    </ol>
  </section>
</template>

<style scoped>
header button[aria-selected='false'] {
  color: var(--ink-2);
}
header button[aria-selected='true'] {
  border-bottom: 2px solid var(--main);
  border-radius: 0;
}
.fate {
  padding: 0 5px;
  border: 1px solid var(--line-strong);
  border-radius: 2px;
  font-size: 12px;
  white-space: nowrap;
}
.assigned {
  background: var(--main);
  border-color: var(--main);
  color: var(--main-ink);
}
.voided {
  color: var(--stop);
  border-color: var(--stop);
  text-decoration: line-through;
}
.taken {
  border-color: var(--main);
}
.reserved,
.given_back {
  border-style: dashed;
}
.clip {
  max-width: 300px;
}
.by {
  max-width: 170px;
}
.more {
  margin: 8px;
}
.events {
  padding: 8px 10px;
  display: grid;
  gap: 4px;
}
</style>
