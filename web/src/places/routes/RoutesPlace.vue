<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useKeys } from '../../keys'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import DayRuler from '../../parts/DayRuler.vue'
import Trouble from '../../parts/Trouble.vue'
import { moment } from '../../say'
import { useSession } from '../../session'
import RouteEditor from './RouteEditor.vue'
import { keyFor, newRoute, type RouteForm } from './route'
import { must } from '../../parts/must'

const session = useSession()
const project = must(session.project).id
const path = { params: { path: { project } } }
const routes = useLoaded(() => data(api.GET('/api/projects/{project}/routes', path)))
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', path)))
const editing = ref<{ key: string; edition: number; form: RouteForm }>()
const showing = ref<string>()
const editions = useLoaded(() =>
  data(api.GET('/api/projects/{project}/routes/{key}/editions', { params: { path: { project, key: must(showing.value) } } })),
)
const { busy, problem, act } = useAct(() => void routes.load())
const load = () => Promise.all([routes.load(), people.load()])
onMounted(load)
whenChanged(['RULES', 'PEOPLE'], load)
const all = computed(() => routes.value.value ?? [])

function begin(form: RouteForm = newRoute()) {
  editing.value = { key: '', edition: 0, form }
}

const edit = (r: Schemas['RouteView']) => (editing.value = { key: r.key, edition: r.edition, form: r.form })
const copy = (r: Schemas['RouteView']) => begin({ ...(JSON.parse(JSON.stringify(r.form)) as RouteForm), name: `${r.name} copy` })

function show(key: string) {
  showing.value = showing.value === key ? undefined : key
  if (showing.value) void editions.load()
}

const withdraw = (key: string) =>
  act(() => data(api.DELETE('/api/projects/{project}/routes/{key}', { params: { path: { project, key } } })))
if (session.controls) useKeys([{ key: 'n', says: 'New route', does: () => begin() }])
</script>

<template>
  <div class="place">
    <header>
      <h1>Routes</h1>
      <span class="quiet">The steps a review goes through; drawn as if it began now, days nobody works are shaded.</span>
      <button v-if="session.controls" class="act first end" type="button" data-test="new-route" @click="begin()">New route</button>
    </header>
    <Trouble :problem="routes.problem.value ?? people.problem.value ?? problem" :again="routes.load" />
    <p v-if="!routes.value.value && !routes.problem.value" class="quiet" role="status">Asking for the routes …</p>
    <section v-if="editing && !editing.key && people.value.value" class="panel">
      <RouteEditor
        :route-key="
          keyFor(
            editing.form.name || 'route',
            all.map((r) => r.key),
          )
        "
        :edition="0"
        :form="editing.form"
        :people="people.value.value"
        @done="editing = undefined"
        @cancel="editing = undefined"
      />
    </section>
    <section v-for="r in all" :key="r.key" class="panel" :aria-label="`Route ${r.name}`">
      <header>
        <h2>{{ r.name }}</h2>
        <span class="quiet">edition {{ r.edition }}</span> <span v-if="r.form.filesGoAlone" class="quiet">files go alone</span
        ><span v-if="r.form.lead" class="quiet">a lead releases</span
        ><span v-if="r.form.ownFirmDecides" class="quiet">own firm may decide</span>
        <span class="quiet clip">{{ r.rules.length ? `sent on by ${r.rules.join(', ')}` : 'no rule sends on it' }}</span>
        <span class="row end">
          <button class="act bare" type="button" :aria-expanded="showing === r.key" @click="show(r.key)">Editions</button>
          <template v-if="session.controls"
            ><button class="act bare" type="button" @click="copy(r)">Copy</button>
            <button
              class="act bare"
              type="button"
              :disabled="busy || r.rules.length > 0"
              :title="r.rules.length ? 'Rules send on it' : 'Reviews under way finish on it'"
              @click="withdraw(r.key)"
            >
              Withdraw
            </button>
            <button class="act" type="button" :aria-expanded="editing?.key === r.key" :data-test="`edit-${r.key}`" @click="edit(r)">
              Edit
            </button></template
          >
        </span>
      </header>
      <RouteEditor
        v-if="editing?.key === r.key && people.value.value"
        :key="r.edition"
        :route-key="r.key"
        :edition="r.edition"
        :form="editing.form"
        :people="people.value.value"
        @done="editing = undefined"
        @cancel="editing = undefined"
      />
      <div v-else class="body">
        <DayRuler :steps="r.steps" @step="session.controls && edit(r)" />
        <ul v-if="r.remarks.length">
          <li v-for="m in r.remarks" :key="m.sentence" :class="{ error: m.fault }">{{ m.sentence }}</li>
        </ul>
      </div>
      <div v-if="showing === r.key" class="body">
        <Trouble :problem="editions.problem.value" />
        <table v-if="editions.value.value" class="dense">
          <thead>
            <tr>
              <th>Edition</th>
              <th>Put in force</th>
              <th>By</th>
              <th>Steps</th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr v-for="e in editions.value.value" :key="e.edition">
              <td>{{ e.edition }}<span v-if="e.inForce" class="quiet"> in force</span></td>
              <td class="nowrap">{{ moment(e.at) }}</td>
              <td>{{ e.by }}</td>
              <td>{{ e.form.steps.map((s) => `${s.name} (${s.workingDays})`).join(', ') }}</td>
              <td>
                <button
                  v-if="session.controls && !e.inForce"
                  class="act bare"
                  type="button"
                  @click="editing = { key: r.key, edition: r.edition, form: e.form }"
                >
                  Begin with this one
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
    <p v-if="routes.value.value && !all.length && !editing" class="empty">
      <strong>No routes yet.</strong>A route says who reviews and approves what comes, in which order, and in how many days. Rules send
      files on it.
    </p>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  gap: 12px;
  align-content: start;
  max-width: 1400px;
}
.place > header {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.end {
  margin-left: auto;
}
.body {
  padding: 8px 12px;
  display: grid;
  gap: 6px;
}
.body li::before {
  content: '— ';
}
.panel > header {
  align-items: center;
}
</style>
