<script setup lang="ts">
import { computed, onMounted, reactive, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count, day } from '../../say'
import { useSession } from '../../session'
import { useRoute } from 'vue-router'
import { must } from '../../parts/must'

/** Who is away, who stands in, and moving somebody's open steps to another person for good. */
const props = defineProps<{ people: Schemas['PersonView'][] }>()
const session = useSession()
const project = must(session.project).id
const path = { params: { path: { project } } }
const away = useLoaded(() => data(api.GET('/api/projects/{project}/absences', path)))
const { busy, problem, act } = useAct(() => void away.load())
onMounted(away.load)
whenChanged(['PEOPLE'], away.load)
const today = new Date().toISOString().slice(0, 10)
const form = reactive({ person: must(session.membership).person, deputy: 0, from: today, to: today, note: '' })
const moving = reactive({ from: Number(useRoute().query.from) || 0, to: 0, reason: '' })
const moved = ref<Schemas['MovedSteps']>()
const name = (id: number) => props.people.find((p) => p.id === id)?.name ?? 'somebody'
const mine = computed(() => (session.controls ? props.people : props.people.filter((p) => session.isMe(p.id))))
const now = (a: Schemas['Away']) => a.from <= today && today <= a.to

async function add() {
  if (await act(() => data(api.POST('/api/projects/{project}/absences', { ...path, body: { ...form } }))))
    Object.assign(form, { deputy: 0, note: '' })
}

const remove = (id: number) => act(() => data(api.DELETE('/api/projects/{project}/absences/{id}', { params: { path: { project, id } } })))
const move = () =>
  act(async () => {
    moved.value = await data(api.POST('/api/projects/{project}/moved-steps', { ...path, body: { ...moving } }))
  })
</script>

<template>
  <section class="away">
    <Trouble :problem="away.problem.value ?? problem" />
    <h2>Who is away</h2>
    <table v-if="away.value.value?.length" class="dense stacks">
      <thead>
        <tr>
          <th>Person</th>
          <th>From</th>
          <th>To</th>
          <th>Stands in</th>
          <th>Note</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="a in away.value.value" :key="a.id">
          <td>{{ name(a.person) }}<span v-if="now(a)" class="now">away now</span></td>
          <td data-is="From">{{ day(a.from) }}</td>
          <td data-is="To">{{ day(a.to) }}</td>
          <td data-is="Stands in">{{ name(a.deputy) }}</td>
          <td class="clip" data-is="Note">{{ a.note }}</td>
          <td>
            <button v-if="session.controls || session.isMe(a.person)" class="act bare" type="button" :disabled="busy" @click="remove(a.id)">
              Is here after all
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="away.value.value" class="quiet">
      Nobody is away. Who goes away says here who stands in: that person sees and decides what waits, and it says so everywhere.
    </p>
    <form class="panel row add" @submit.prevent="add">
      <label class="field"
        ><span>Who</span
        ><select v-model.number="form.person" class="text" aria-label="Who is away">
          <option v-for="p in mine" :key="p.id" :value="p.id">{{ p.name }}</option>
        </select></label
      >
      <label class="field"><span>From</span><input v-model="form.from" class="text" type="date" required /></label
      ><label class="field"
        ><span>to, with this day</span><input v-model="form.to" class="text" type="date" required :min="form.from"
      /></label>
      <label class="field"
        ><span>Stands in</span
        ><select v-model.number="form.deputy" class="text" required aria-label="Who stands in">
          <option :value="0" disabled>choose somebody</option>
          <option v-for="p in people.filter((x) => x.id !== form.person)" :key="p.id" :value="p.id">{{ p.name }}, {{ p.firmCode }}</option>
        </select></label
      >
      <label class="field grow"><span>Note</span><input v-model="form.note" class="text" maxlength="400" /></label>
      <button class="act first" type="submit" :disabled="busy || !form.deputy">Away then</button>
    </form>
    <p class="quiet">Nobody stands in on the work of the own firm.</p>
    <template v-if="session.controls">
      <h2>Move somebody’s open steps to another person</h2>
      <form class="panel row add" @submit.prevent="move">
        <label class="field"
          ><span>From</span
          ><select v-model.number="moving.from" class="text" required>
            <option :value="0" disabled>choose somebody</option>
            <option v-for="p in people" :key="p.id" :value="p.id">{{ p.name }}</option>
          </select></label
        >
        <label class="field"
          ><span>to</span
          ><select v-model.number="moving.to" class="text" required>
            <option :value="0" disabled>choose somebody</option>
            <option v-for="p in people.filter((x) => x.id !== moving.from)" :key="p.id" :value="p.id">{{ p.name }}</option>
          </select></label
        >
        <label class="field grow"
          ><span>Why; it is written on every file</span><input v-model="moving.reason" class="text" required maxlength="1000"
        /></label>
        <button class="act first" type="submit" :disabled="busy || !moving.from || !moving.to">Move all of them</button>
      </form>
      <div v-if="moved" class="note" :class="moved.notMoved.length || moved.warnings.length ? '' : 'good'" role="status">
        {{ count(moved.moved, 'step') }} moved.
        <ul v-if="moved.notMoved.length">
          <li v-for="n in moved.notMoved" :key="n.review">
            <span class="mono">{{ n.submissionReference }}</span> was not: {{ n.reason }}
          </li>
        </ul>
        <ul v-if="moved.warnings.length">
          <li v-for="w in moved.warnings" :key="w">{{ w }}</li>
        </ul>
      </div>
    </template>
  </section>
</template>

<style scoped>
.away {
  display: grid;
  gap: 8px;
  align-content: start;
}
.add {
  padding: 10px;
  align-items: end;
  flex-wrap: wrap;
}
.add .grow {
  flex: 1 1 220px;
  min-width: 200px;
}
.now {
  margin-left: 6px;
  border: 1px solid var(--attention);
  color: var(--attention);
  padding: 0 4px;
  font-size: 11px;
}
.clip {
  max-width: 260px;
}
</style>
