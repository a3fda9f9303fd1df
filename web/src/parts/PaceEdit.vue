<script setup lang="ts">
import { computed } from 'vue'
import { AT_ONCE, kindOf, MOST_MINUTES, ofKind, type Pace, type PaceKind } from './pace'

/** How soon somebody is told; absent for as somebody else says. */
const pace = defineModel<Pace | undefined>({ required: true })
const props = defineProps<{
  /** What it is called where nothing is said; without it something has to be. */
  otherwise?: string
  /** How long one may wait, in minutes. */
  slowest?: number
  name: string
}>()
const kind = computed(() => (pace.value ? kindOf(pace.value) : ''))
/** What is chosen already is shown, allowed or not. */
const may = (minutes: number, its: PaceKind) => props.slowest === undefined || minutes <= props.slowest || kind.value === its
const most = computed(() => Math.min(MOST_MINUTES, props.slowest ?? MOST_MINUTES))
const text = (event: Event) => (event.target as HTMLSelectElement).value
const choose = (event: Event) => (pace.value = text(event) ? fit(ofKind(text(event) as PaceKind, pace.value ?? AT_ONCE)) : undefined)
/** Half an hour may be more than is allowed. */
const fit = (its: Pace): Pace => ({ ...its, minutes: Math.min(its.minutes, most.value) })
function minutes(event: Event) {
  const said = Math.round(Number(text(event)))
  if (pace.value) pace.value = { ...pace.value, minutes: Math.max(1, Math.min(most.value, said || 1)) }
}
</script>

<template>
  <span class="pace">
    <select class="text" :value="kind" :aria-label="name" data-test="pace" @change="choose">
      <option v-if="otherwise" value="">{{ otherwise }}</option>
      <option value="AT_ONCE">at once</option>
      <option v-if="may(1, 'EVERY')" value="EVERY">gathered over some minutes</option>
      <option v-if="may(60, 'HOURLY')" value="HOURLY">gathered hourly</option>
      <option v-if="may(1440, 'DAILY')" value="DAILY">gathered, once a day</option>
    </select>
    <label v-if="kind === 'EVERY'" class="part"
      >over
      <input
        class="text few"
        type="number"
        min="1"
        :max="most"
        :value="pace?.minutes"
        aria-label="Minutes"
        data-test="pace-minutes"
        @change="minutes"
      />
      minutes</label
    >
    <label v-if="kind === 'DAILY'" class="part"
      >at
      <select
        class="text hour"
        :value="pace?.hour"
        aria-label="Hour"
        data-test="pace-hour"
        @change="pace = { minutes: 0, hour: Number(text($event)), workingDays: !!pace?.workingDays }"
      >
        <option v-for="h in 24" :key="h" :value="h - 1">{{ String(h - 1).padStart(2, '0') }}:00</option>
      </select></label
    >
    <label v-if="kind && kind !== 'AT_ONCE'" class="part"
      ><input
        type="checkbox"
        :checked="pace?.workingDays"
        @change="pace && (pace = { ...pace, workingDays: ($event.target as HTMLInputElement).checked })"
      />
      on working days only</label
    >
  </span>
</template>

<style scoped>
.pace {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  min-width: 0;
}
.pace > select {
  width: auto;
  max-width: 100%;
}
.part {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  font-size: 13px;
}
.few {
  width: 72px;
}
.hour {
  width: auto;
}
</style>
