<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed, onMounted, ref, watch } from 'vue'
import { api, data, type Folder, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/** To whom a folder is opened beside those whose own it is, and whether everybody else is kept out. */
const props = defineProps<{ folder: Folder }>()
const emit = defineEmits<{ changed: []; cancel: [] }>()
const session = useSession()
const at = { params: { path: { id: props.folder.id } } }
const access = useLoaded(() => data(api.GET('/api/folders/{id}/access', at)))
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', { params: { path: { project: must(session.project).id } } })))
const grants = ref<Schemas['GrantForm'][]>([])
const restricted = ref(false)
const keepers = ref<number[]>([])
const adding = ref('')
const { busy, problem, act } = useAct()
onMounted(() => {
  void access.load()
  void people.load()
})
watch(access.value, (v) => {
  grants.value = JSON.parse(JSON.stringify(v?.grants ?? [])) as Schemas['GrantForm'][]
  restricted.value = v?.restricted ?? false
  keepers.value = [...(v?.keepers ?? [])]
})
const name = (g: Schemas['GrantForm']) =>
  (g.role ? people.value.value?.roles.find((r) => r.id === g.role)?.name : people.value.value?.firms.find((f) => f.id === g.firm)?.name) ??
  '…'
const own = computed(() => people.value.value?.firms.find((f) => f.id === access.value.value?.firm)?.name)
const changed = computed(
  () =>
    restricted.value !== access.value.value?.restricted ||
    JSON.stringify(grants.value) !== JSON.stringify(access.value.value?.grants) ||
    [...keepers.value].sort().join() !== [...(access.value.value?.keepers ?? [])].sort().join(),
)

function add() {
  const [kind, id] = adding.value.split(' ')
  const grant = kind === 'role' ? { role: Number(id), mayDrop: false } : { firm: Number(id), mayDrop: false }
  if (!grants.value.some((g) => g.role === grant.role && g.firm === grant.firm)) grants.value.push(grant)
  adding.value = ''
}

async function save() {
  if (
    await act(() =>
      data(
        api.PUT('/api/folders/{id}/access', {
          ...at,
          body: { version: must(access.value.value).version, restricted: restricted.value, grants: grants.value, keepers: keepers.value },
        }),
      ),
    )
  )
    emit('changed')
}
</script>

<template>
  <form v-escape="() => emit('cancel')" class="panel access" :aria-label="`Who may see ${folder.name}`" @submit.prevent="save">
    <Trouble :problem="access.problem.value ?? people.problem.value ?? problem" />
    <template v-if="access.value.value">
      <p>
        {{
          own
            ? `It is ${own}’s own: its people, controllers and roles that see everything see it.`
            : restricted
              ? 'Controllers, roles that see everything and those named here see it.'
              : 'Everybody in the project sees it.'
        }}
        <template v-for="a in access.value.value.above" :key="a.folder">
          From {{ a.folder }}: {{ a.grants.map(name).join(', ') || 'nobody more' }}{{ a.restricted ? ', and nobody else' : '' }}.</template
        >
      </p>
      <label v-if="!own" class="row"
        ><input v-model="restricted" type="checkbox" /> only those named here, not everybody in the project</label
      >
      <table v-if="grants.length" class="dense">
        <thead>
          <tr>
            <th>Opened to</th>
            <th>May put files there</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="(g, i) in grants" :key="`${g.role}/${g.firm}`">
            <td>
              {{ name(g) }} <span class="quiet">{{ g.role ? 'role' : 'firm' }}</span>
            </td>
            <td>
              <input
                v-model="g.mayDrop"
                type="checkbox"
                :disabled="folder.state !== 'WORK_IN_PROGRESS'"
                :aria-label="`${name(g)} may put files there`"
              />
            </td>
            <td><button class="act bare" type="button" @click="grants.splice(i, 1)">Remove</button></td>
          </tr>
        </tbody>
      </table>
      <div class="row">
        <span>Looked after by</span
        ><MultiSelect
          v-model="keepers"
          :options="people.value.value?.people ?? []"
          option-label="name"
          option-value="id"
          filter
          placeholder="nobody but document control"
          aria-label="Who looks after it"
          data-test="keepers"
        /><span class="quiet">They keep the rules that stand only here and below.</span>
      </div>
      <div class="row">
        <select v-model="adding" class="text few" aria-label="Open it to" @change="add">
          <option value="">open it to …</option>
          <optgroup label="Roles">
            <option
              v-for="r in people.value.value?.roles.filter((x) => !x.may.seesAll && !x.may.controls)"
              :key="r.id"
              :value="`role ${r.id}`"
            >
              {{ r.name }}
            </option>
          </optgroup>
          <optgroup label="Firms">
            <option v-for="f in people.value.value?.firms" :key="f.id" :value="`firm ${f.id}`">{{ f.name }}</option>
          </optgroup>
        </select>
        <button class="act first" type="submit" :disabled="busy || !changed">Save</button
        ><button class="act" type="button" @click="emit('cancel')">Done</button
        ><span class="quiet">It holds for what is below it too.</span>
      </div>
    </template>
    <p v-else-if="!access.problem.value" class="quiet" role="status">Asking who may see it …</p>
  </form>
</template>

<style scoped>
.access {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.few {
  width: auto;
}
</style>
