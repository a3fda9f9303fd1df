<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import RoleOpens from './RoleOpens.vue'
import { LEAST } from './rights'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/** What a role is called and lets do; what a change opens is said before it is saved. */
const props = defineProps<{ role?: Schemas['RoleView']; firms: Schemas['FirmView'][] }>()
const emit = defineEmits<{ saved: []; leave: [] }>()
const project = must(useSession().project).id
const form = reactive({ name: props.role?.name ?? '', ...LEAST, ...props.role?.may, seesFirms: [...(props.role?.may.seesFirms ?? [])] })
const sees = ref<'own' | 'chosen' | 'all'>(form.seesAll || form.controls ? 'all' : form.seesFirms.length ? 'chosen' : 'own')
/** What it would open, as it stands in the form; absent while that is asked, or cannot be. */
const opened = ref<Schemas['Opened'][] | undefined>([])
const { busy, problem, act } = useAct()
const may = computed(() => ({
  controls: form.controls,
  seesAll: form.controls || sees.value === 'all',
  seesFirms: !form.controls && sees.value === 'chosen' ? form.seesFirms : [],
  handsIn: form.controls || form.handsIn,
  sendsByHand: form.controls || form.sendsByHand,
  decides: form.controls || form.decides,
}))

let ticket = 0
async function look() {
  const role = props.role
  if (!role) return
  const mine = ++ticket
  opened.value = undefined
  const answer = await data(
    api.POST('/api/projects/{project}/roles/{role}/looks', {
      params: { path: { project, role: role.id } },
      body: { may: may.value, holders: role.holders },
    }),
  ).catch(() => undefined)
  if (mine === ticket) opened.value = answer
}
watch(may, look, { deep: true })
const first = ref<HTMLInputElement>()
onMounted(() => first.value?.focus())

const save = () =>
  act(async () => {
    const body = { name: form.name, may: may.value, version: props.role?.version ?? 0 }
    if (props.role)
      await data(api.PUT('/api/projects/{project}/roles/{role}', { params: { path: { project, role: props.role.id } }, body }))
    else await data(api.POST('/api/projects/{project}/roles', { params: { path: { project } }, body }))
    emit('saved')
  })
</script>

<template>
  <form v-escape="() => emit('leave')" class="panel role" @submit.prevent="save">
    <label class="field"
      ><span>{{ role ? 'Role' : 'New role' }}</span
      ><input ref="first" v-model="form.name" class="text" required maxlength="120" placeholder="Lead surveyor"
    /></label>
    <fieldset :disabled="form.controls">
      <legend>Sees</legend>
      <label class="row"><input v-model="sees" type="radio" value="own" /> what is the own firm’s, and what is everybody’s</label>
      <label class="row"><input v-model="sees" type="radio" value="chosen" /> that, and what these firms have</label>
      <MultiSelect
        v-if="sees === 'chosen'"
        v-model="form.seesFirms"
        :options="firms"
        option-label="name"
        option-value="id"
        display="comma"
        placeholder="choose firms"
        aria-label="Firms whose work is seen"
        :max-selected-labels="4"
      />
      <label class="row"><input v-model="sees" type="radio" value="all" /> what every firm has</label>
      <small class="quiet">Single folders are opened to a role in the folder itself, under Access.</small>
    </fieldset>
    <fieldset>
      <legend>May</legend>
      <label class="row"
        ><input v-model="form.handsIn" type="checkbox" :disabled="form.controls" /> hand files in to the own firm’s folders</label
      >
      <label class="row"
        ><input v-model="form.sendsByHand" type="checkbox" :disabled="form.controls" /> send files by hand, on every route</label
      >
      <label class="row"
        ><input v-model="form.decides" type="checkbox" :disabled="form.controls" /> sit in reviews of what it sees, and read what reviewers
        say</label
      >
      <label class="row"
        ><input v-model="form.controls" type="checkbox" /> look after the project: rules, stops, people, and all of the above</label
      >
    </fieldset>
    <RoleOpens v-if="opened?.length" class="note wide" role="status" :opened="opened" :called="form.name" />
    <p v-else-if="!opened" class="wide" role="status">
      What this opens has to be known before it is saved. <button class="act bare" type="button" @click="look">Ask again</button>
    </p>
    <p v-else-if="role && role.holders.length" class="quiet wide" role="status">
      This opens nothing to its {{ role.holders.length === 1 ? 'holder' : `${role.holders.length} holders` }} that was closed.
    </p>
    <Trouble class="wide" :problem="problem" />
    <div class="row wide">
      <button class="act first" type="submit" :disabled="busy || !opened">{{ role ? 'Save the role' : 'Add the role' }}</button><button
        class="act"
        type="button"
        @click="emit('leave')"
      >
        Leave it
      </button>
    </div>
  </form>
</template>

<style scoped>
.role {
  display: grid;
  grid-template-columns: minmax(180px, 260px) minmax(260px, 1fr) minmax(260px, 1fr);
  gap: 14px;
  padding: 12px;
  align-items: start;
}
fieldset {
  border: 1px solid var(--line);
  padding: 8px 10px;
  margin: 0;
  display: grid;
  gap: 4px;
  min-width: 0;
}
legend {
  font-size: 12px;
  color: var(--ink-2);
  padding: 0 4px;
}
.wide {
  grid-column: 1 / -1;
}
@media (max-width: 1000px) {
  .role {
    grid-template-columns: 1fr;
  }
}
</style>
