<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api, data } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import SecondStepChoice, { type Whom } from '../../parts/SecondStepChoice.vue'
import Trouble from '../../parts/Trouble.vue'

/** Of whom the whole installation asks a second step. */
const asked = useLoaded(() => data(api.GET('/api/installation/second-step')))
onMounted(asked.load)
const saved = ref(false)
const { busy, problem, act } = useAct(() => asked.load())
const save = (whom: Whom[]) =>
  act(async () => {
    await data(api.PUT('/api/installation/second-step', { body: { whom } }))
    saved.value = true
  })
</script>

<template>
  <Trouble :problem="asked.problem.value" :again="asked.load" />
  <SecondStepChoice v-if="asked.value.value" :whom="asked.value.value.whom" administrators :busy="busy" @save="save"
    ><Trouble :problem="problem" /><span v-if="saved && !busy" class="quiet" role="status"
      >Saved. It holds in all projects, from the next call on.</span
    ></SecondStepChoice
  >
</template>
