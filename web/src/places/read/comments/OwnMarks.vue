<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, data, type Schemas } from '../../../api/client'
import { useAct } from '../../../act'
import Trouble from '../../../parts/Trouble.vue'
import { count } from '../../../say'

/** The marks that came in a PDF itself: looked at first, then taken over as comments of whoever reads it. */
const props = defineProps<{ passage: number; summary: (answer: Schemas['MarksTaken'], done: boolean) => string }>()
const emit = defineEmits<{ taken: []; cancel: [] }>()
const looked = ref<Schemas['MarksTaken']>()
const done = ref('')
const { busy, problem, act } = useAct()
const ask = (look: boolean) =>
  data(api.POST('/api/passages/{passage}/marks/from-file', { params: { path: { passage: props.passage }, query: { look } } }))
const look = () => act(async () => (looked.value = await ask(true)))
onMounted(look)
const take = () =>
  act(async () => {
    const answer = await ask(false)
    looked.value = answer
    if (answer.faults.length) return
    done.value = props.summary(answer, true)
    emit('taken')
  })
const fresh = computed(() => (looked.value && !looked.value.faults.length && !done.value ? looked.value.marks : 0))
</script>

<template>
  <div class="own">
    <Trouble :problem="problem" :again="look" />
    <p v-if="busy && !looked" class="quiet" role="status">Looking for marks in the file …</p>
    <template v-else-if="looked">
      <p role="status">
        <template v-if="done">{{ done }}</template>
        <template v-else-if="looked.marks || looked.known"
          >In this file: {{ summary(looked, false) }}
          <template v-if="looked.marks">Each becomes a comment of yours, with the name of who made it.</template></template
        >
        <template v-else-if="!looked.faults.length">There is no mark with words in this file.</template>
      </p>
      <ul v-if="looked.faults.length" class="error">
        <li v-for="f in looked.faults.slice(0, 20)" :key="f.row">Mark {{ f.row }}, {{ f.column }}: {{ f.sentence }}</li>
        <li v-if="looked.faults.length > 20">and {{ count(looked.faults.length - 20, 'more') }}</li>
      </ul>
      <span class="row"
        ><button v-if="fresh" class="act first" type="button" :disabled="busy" @click="take">Take {{ count(fresh, 'mark') }} over</button
        ><button class="act" type="button" @click="emit('cancel')">{{ done || !fresh ? 'Put away' : 'Not now' }}</button></span
      >
    </template>
  </div>
</template>

<style scoped>
.own {
  display: grid;
  gap: 6px;
}
</style>
