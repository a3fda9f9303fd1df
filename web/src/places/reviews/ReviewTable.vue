<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import { useKeys } from '../../keys'
import { showMarked } from '../../parts/mark'
import Due from '../../parts/Due.vue'
import { count, day, exact } from '../../say'
import { useSession } from '../../session'
import ReviewOpened from './ReviewOpened.vue'
import { must } from '../../parts/must'

/** Reviews as one dense table; a row opens in place. */
const props = defineProps<{ rows: Schemas['ReviewRow'][] }>()
defineEmits<{ changed: [] }>()
const session = useSession()
const at = ref(0)
showMarked(at)
const open = ref<number>()
const STATES: Record<string, string> = {
  FORMING: 'forming',
  OPEN: 'open',
  RELEASING: 'to release',
  CLOSED: 'closed',
  TAKEN_BACK: 'taken back',
  STOPPED: 'stopped',
}
const codeName = (code: number) => session.project?.decisionCodes.find((c) => c.digit === code)?.name ?? ''
const started = computed(
  () => new Map(props.rows.map((r) => [r.id, r.files.live ? Math.round((100 * r.files.answered) / r.files.live) : 100])),
)
const turn = (id: number) => (open.value = open.value === id ? undefined : id)
useKeys([
  { key: 'ArrowDown', says: 'Next review', does: () => (at.value = Math.min(props.rows.length - 1, at.value + 1)) },
  { key: 'ArrowUp', says: 'Review before', does: () => (at.value = Math.max(0, at.value - 1)) },
  {
    key: 'Enter',
    says: 'Open the review here',
    does: () => {
      if (props.rows[at.value]) turn(must(props.rows[at.value]).id)
    },
  },
])
</script>

<template>
  <div class="across">
    <table class="dense list">
      <thead>
        <tr>
          <th class="w24">What</th>
          <th class="w7">Submission</th>
          <th class="w11">From</th>
          <th class="w9">Route</th>
          <th class="w4" title="How many times the document comes to review">Cycle</th>
          <th class="w12">Step</th>
          <th class="w12">With</th>
          <th class="w5">Decided</th>
          <th class="w11">Due</th>
          <th>Outcome</th>
        </tr>
      </thead>
      <tbody v-for="(r, i) in rows" :key="r.id">
        <tr :class="{ at: i === at }">
          <td class="what">
            <button type="button" class="plain" :aria-expanded="open === r.id" :title="r.first.what" @click="((at = i), turn(r.id))">
              {{ r.first.what }}<span v-if="r.files.all > 1" class="quiet"> +{{ r.files.all - 1 }}</span>
            </button>
          </td>
          <td class="mono">{{ r.submission.reference }}</td>
          <td class="clip from" :title="r.submission.author">{{ r.submission.authorFirm }} {{ r.submission.author }}</td>
          <td class="clip route">{{ r.route }}</td>
          <td>{{ r.cycle }}</td>
          <td class="clip step" :title="r.step.name || STATES[r.state]">
            <template v-if="r.step.name">{{ r.step.at + 1 }}/{{ r.step.of }} {{ r.step.name }}</template
            ><span v-else class="quiet">{{ STATES[r.state] }}</span>
          </td>
          <td class="clip with" :title="r.with.map((w) => `${w.person}: ${w.answered} of ${r.files.live}`).join(', ')">
            {{ r.with.map((w) => w.person).join(', ') }}<span v-if="r.with.some((w) => w.inHand)" class="hand">in hand</span>
          </td>
          <td>
            <span v-if="r.files.live" class="far" :title="`${r.files.answered} of ${count(r.files.live, 'file')} decided`"
              ><span :style="{ width: `${started.get(r.id)}%` }"
            /></span>
          </td>
          <td class="nowrap">
            <Due v-if="r.times.due" :at="r.times.due" short /><span
              v-else-if="r.times.closed"
              class="quiet"
              :title="exact(r.times.closed)"
              >{{ day(r.times.closed) }}</span
            >
          </td>
          <td class="nowrap">
            <span v-for="e in r.ended" :key="e.code" class="end" :title="`${count(e.files, 'file')}: ${codeName(e.code)}`"
              ><span class="key">{{ e.code }}</span
              ><template v-if="e.files > 1">×{{ e.files }}</template></span
            >
          </td>
        </tr>
        <tr v-if="open === r.id" class="opened">
          <td colspan="10"><ReviewOpened :id="r.id" @changed="$emit('changed')" /></td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.list {
  table-layout: fixed;
  min-width: 1000px;
}
.w24 {
  width: 25%;
}
.w12 {
  width: 11%;
}
.w11 {
  width: 10%;
}
.w9 {
  width: 8%;
}
.w7 {
  width: 7%;
}
.w5 {
  width: 6%;
}
.w4 {
  width: 5%;
}
.what {
  line-height: 1.25;
}
.what button {
  border: 0;
  background: none;
  padding: 0;
  cursor: pointer;
  text-align: left;
  overflow-wrap: anywhere;
}
.hand {
  margin-left: 5px;
  border: 1px solid var(--done);
  color: var(--done);
  padding: 0 3px;
  font-size: 11px;
}
.far {
  display: inline-block;
  width: 54px;
  height: 8px;
  border: 1px solid var(--line-strong);
}
.far span {
  display: block;
  height: 100%;
  background: var(--main);
}
.end {
  margin-right: 6px;
}
.opened td {
  padding: 0;
  background: var(--paper);
}
.opened:hover td {
  background: var(--paper);
}
</style>
