<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { useAct } from '../../act'
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import { useSession } from '../../session'
import { must } from '../../parts/must'

/** After rules were put in force: how many files already lie where they stand, and whether these are to go through them. */
const props = defineProps<{ rules: number[]; names: Record<number, string> }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const project = must(session.project).id
const lying = useLoaded(() =>
  data(api.GET('/api/projects/{project}/lying', { params: { path: { project }, query: { rules: props.rules } } })),
)
const some = computed(() => lying.value.value?.filter((l) => l.files > 0) ?? [])
const { busy, problem, act } = useAct(() => void lying.load())
onMounted(lying.load)
const run = (rule: number) =>
  act(() => data(api.POST('/api/projects/{project}/rules/{rule}/runs-on-lying', { params: { path: { project, rule } } })))
</script>

<template>
  <div v-if="lying.value.value || problem || lying.problem.value" class="note" :class="{ good: !some.length && !problem }" role="status">
    <Trouble :problem="problem ?? lying.problem.value" />
    <p v-if="!some.length">
      Put in force. No file lies where it stands that has not gone through rules before.
      <button class="act bare" type="button" @click="emit('done')">Put away</button>
    </p>
    <p v-for="l in some" :key="l.rule" class="row">
      <span
        >“{{ names[l.rule] }}” is in force. <strong>{{ count(l.files, 'file') }}</strong> {{ l.files === 1 ? 'lies' : 'lie' }} where it
        stands and never went through rules: {{ l.names.join(', ') }}{{ l.files > l.names.length ? ' …' : '' }}</span
      >
      <button class="act first" type="button" :disabled="busy" @click="run(l.rule)">Send {{ l.files === 1 ? 'it' : 'them' }} through</button
      ><button class="act" type="button" @click="emit('done')">Leave {{ l.files === 1 ? 'it' : 'them' }}</button>
    </p>
  </div>
</template>
