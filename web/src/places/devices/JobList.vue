<script setup lang="ts">
import { ref } from 'vue'
import { useAct } from '../../act'
import { api, data, type Schemas } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'
import { ago, exact } from '../../say'
import type { Device } from './devices'

/** What was released, how far it is, and what can be done about it. */
type Job = Schemas['JobView']
const props = defineProps<{ jobs: Job[]; devices: Device[]; narrow?: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const { busy, problem, act } = useAct(() => emit('changed'))
const elsewhere = ref<number>()
const WORD: Record<Job['state'], string> = {
  WAITING: 'waits',
  AT_DEVICE: 'at the device',
  DONE: 'done',
  FAILED: 'failed',
  CANCELLED: 'cancelled',
}
const at = (job: Job) => ({ params: { path: { id: job.id } } })
const cancel = (job: Job) => act(() => data(api.POST('/api/device-jobs/{id}/cancel', at(job))))
const over = (job: Job) => !['WAITING', 'AT_DEVICE'].includes(job.state)
async function again(job: Job, device?: number) {
  if (await act(() => data(api.POST('/api/device-jobs/{id}/again', { ...at(job), body: { device } })))) elsewhere.value = undefined
}
const others = (job: Job) => props.devices.filter((d) => d.mayRelease && d.id !== job.device)
</script>

<template>
  <Trouble :problem="problem" />
  <ul class="jobs" :class="{ narrow }">
    <li v-for="job in jobs" :key="job.id" :class="job.state.toLowerCase()">
      <span class="what">
        <RouterLink v-if="job.passage && !narrow" :to="`/passages/${job.passage}`">{{ job.name }}</RouterLink>
        <strong v-else>{{ job.name }}</strong>
        <span class="quiet">
          {{ job.deviceName }}, {{ job.how }}; <span :title="exact(job.askedAt)">{{ ago(job.askedAt) }}</span>,
          {{ job.askedBy ?? job.because }}
        </span>
      </span>
      <span class="state"
        ><span class="word">{{ WORD[job.state] }}</span> {{ job.said }}</span
      >
      <span v-if="job.mayChange" class="row acts">
        <button v-if="!over(job)" class="act" type="button" :disabled="busy" @click="cancel(job)">Cancel</button>
        <button v-else class="act" type="button" :disabled="busy" @click="again(job)">
          {{ job.state === 'DONE' ? 'Once more' : 'Try again' }}
        </button>
        <select
          v-if="job.state !== 'AT_DEVICE' && others(job).length"
          class="text"
          :aria-label="`Send ${job.name} elsewhere`"
          :disabled="busy"
          :value="''"
          @change="again(job, Number(($event.target as HTMLSelectElement).value))"
        >
          <option value="">elsewhere …</option>
          <option v-for="d in others(job)" :key="d.id" :value="d.id">{{ d.name }}</option>
        </select>
      </span>
    </li>
  </ul>
</template>

<style scoped>
.jobs li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) 250px;
  gap: 4px 12px;
  align-items: center;
  padding: 5px 8px;
  border-bottom: 1px solid var(--line);
  border-left: 3px solid transparent;
}
.jobs.narrow li {
  grid-template-columns: minmax(0, 1fr);
}
.what,
.state {
  overflow-wrap: anywhere;
}
.what .quiet {
  display: block;
  font-size: 12.5px;
}
.word {
  font-weight: 600;
}
.failed {
  border-left-color: var(--stop) !important;
}
.failed .word {
  color: var(--stop);
}
.done .word {
  color: var(--done);
}
.acts select {
  width: auto;
  max-width: 130px;
}
</style>
