<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { api, data, type Schemas } from '../api/client'
import { useLoaded } from '../load'
import { useSession } from '../session'
import { must } from './must'
import Trouble from './Trouble.vue'

/** How a message would read, tried on something that has arrived; says what of its words cannot be read. */
const props = defineProps<{ occasion: Schemas['LetterEntry']['occasion']; subject: string; text: string; rule?: string }>()
const emit = defineEmits<{ faults: [faults: Schemas['WordFault'][]] }>()
const project = must(useSession().project).id
const on = ref<number>()
const MOST = 30
const arrivals = useLoaded(async () =>
  (await data(api.GET('/api/projects/{project}/passages', { params: { path: { project }, query: { which: 'ALL' } } }))).items.slice(
    0,
    MOST,
  ),
)
const letter = useLoaded(() =>
  data(
    api.POST('/api/projects/{project}/rules/letters', {
      params: { path: { project } },
      body: { occasion: props.occasion, subject: props.subject, text: props.text, rule: props.rule ?? '', passage: on.value },
    }),
  ),
)
const WHILE_TYPING = 300
let later = 0
onMounted(() => {
  void arrivals.load()
  void letter.load()
})
watch([() => props.occasion, () => props.subject, () => props.text, on], () => {
  clearTimeout(later)
  later = window.setTimeout(() => void letter.load(), WHILE_TYPING)
})
const its = computed(() => letter.value.value)
watch(its, (l) => l && emit('faults', l.faults))
</script>

<template>
  <div class="try" data-test="letter-try">
    <label class="on"
      ><span>as it would read of</span>
      <select v-model="on" class="text" data-help="What the words are tried on">
        <option :value="undefined">what came last</option>
        <option v-for="{ passage: p } in arrivals.value.value" :key="p.id" :value="p.id">
          {{ p.names.number ? `${p.names.number} ${p.names.revision ?? ''}` : p.names.originalName }}
        </option>
      </select></label
    >
    <Trouble :problem="letter.problem.value" :again="letter.load" />
    <p v-if="its && !its.about" class="quiet">Nothing has arrived yet that it could be tried on.</p>
    <template v-else-if="its">
      <strong class="subject">{{ its.subject }}</strong>
      <p class="body" aria-live="polite">{{ its.text }}</p>
    </template>
  </div>
</template>

<style scoped>
.try {
  display: grid;
  gap: 4px;
  border: 1px dashed var(--line-strong);
  padding: 6px 8px;
  min-width: 0;
  font-size: 12px;
}
.on {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}
.on select {
  width: auto;
  max-width: 100%;
}
.subject,
.body {
  overflow-wrap: anywhere;
}
.body {
  white-space: pre-wrap;
  max-height: 180px;
  overflow: auto;
}
</style>
