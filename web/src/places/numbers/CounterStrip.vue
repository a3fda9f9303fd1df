<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useAct } from '../../act'
import { api, data, type Schemas } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { fate, FATES, place, range, rulings } from './strip'
import { must } from '../../parts/must'

const props = defineProps<{ scheme: string; counter: Schemas['CounterView'] }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const WIDTH = 1000
const path = computed(() => ({ project: must(session.project).id, scheme: props.scheme }))
const strip = useLoaded(() =>
  data(
    api.GET('/api/projects/{project}/schemes/{scheme}/strip', {
      params: { path: path.value, query: { combination: props.counter.combination } },
    }),
  ),
)
const next = ref(props.counter.next)
const reason = ref('')
const correcting = ref(false)
const { problem, act } = useAct()

onMounted(strip.load)
whenChanged(['NUMBERS', 'PASSAGE'], strip.load, 500)

const stretches = computed(() => strip.value.value?.stretches ?? [])
const shown = computed(() =>
  range(props.counter.first, strip.value.value?.counter.next ?? props.counter.next, stretches.value, props.counter.step),
)
const at = (value: number) => ((value - shown.value.from) / (shown.value.upTo - shown.value.from)) * WIDTH
const present = computed(() =>
  FATES.filter((f) => stretches.value.some((s) => s.state === f.state)).map((f) => ({
    ...f,
    numbers: stretches.value.filter((s) => s.state === f.state).reduce((n, s) => n + s.numbers, 0),
  })),
)

async function correct() {
  const done = await act(() =>
    data(
      api.PUT('/api/projects/{project}/schemes/{scheme}/next', {
        params: { path: path.value },
        body: { combination: props.counter.combination, next: next.value, reason: reason.value },
      }),
    ),
  )
  if (!done) return
  correcting.value = false
  emit('changed')
  void strip.load()
}
</script>

<template>
  <div class="strip">
    <Trouble :problem="strip.problem.value ?? problem" />
    <svg
      v-if="strip.value.value"
      :viewBox="`0 0 ${WIDTH} 46`"
      preserveAspectRatio="none"
      role="img"
      :aria-label="`${counter.combination || 'counter'}: ${present.map((f) => `${f.numbers} ${f.word}`).join(', ')}; next ${counter.next}`"
    >
      <defs>
        <pattern id="hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="5" height="5" class="back" />
          <rect width="2" height="5" class="ink" />
        </pattern>
        <pattern id="dots" width="5" height="5" patternUnits="userSpaceOnUse">
          <rect width="5" height="5" class="back" />
          <circle cx="2" cy="2" r="1.1" class="ink" />
        </pattern>
        <pattern id="bars" width="4" height="4" patternUnits="userSpaceOnUse">
          <rect width="4" height="4" class="back" />
          <rect width="4" height="1.4" class="ink" />
        </pattern>
        <pattern id="cross" width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" class="stopback" />
          <path d="M0 0 L6 6 M6 0 L0 6" class="stopline" />
        </pattern>
      </defs>
      <rect x="0" y="6" :width="WIDTH" height="22" class="free" />
      <rect
        v-for="s in stretches"
        :key="`${s.state}${s.from}`"
        :x="place(s, shown, WIDTH, counter.step).x"
        y="6"
        :width="place(s, shown, WIDTH, counter.step).width"
        height="22"
        :class="s.state.toLowerCase()"
      >
        <title>{{ s.from === s.to ? s.from : `${s.from} to ${s.to}` }}: {{ fate(s.state) }}{{ s.said ? `, ${s.said}` : '' }}</title>
      </rect>
      <path :d="`M${at(counter.next)} 2 V34`" class="next" />
    </svg>
    <div v-if="strip.value.value" class="ruler" aria-hidden="true">
      <span v-for="mark in rulings(shown)" :key="mark" :style="{ left: `${(at(mark) / WIDTH) * 100}%` }">{{ mark }}</span>
    </div>
    <div class="row legend">
      <span v-for="f in present" :key="f.state"
        ><svg width="16" height="11" aria-hidden="true"><rect width="16" height="11" :class="f.state.toLowerCase()" /></svg> {{ f.numbers }}
        {{ f.word }}</span
      >
      <span
        ><svg width="4" height="12" aria-hidden="true"><path d="M2 0 V12" class="next" /></svg> next is
        <strong class="mono">{{ counter.next }}</strong> (shown, not promised)</span
      >
      <button class="act bare end" type="button" :aria-expanded="correcting" @click="correcting = !correcting">Set the next number</button>
    </div>
    <form v-if="correcting" class="row correct" @submit.prevent="correct">
      <label class="field"
        ><span>Next number, only upwards</span
        ><input v-model.number="next" class="text mono" type="number" :min="counter.next + counter.step" :step="counter.step" required
      /></label>
      <label class="field grow"
        ><span>Why; it stands in the ledger for what is left out</span
        ><input v-model="reason" class="text" required maxlength="1000" placeholder="1 to 100 were given on paper before"
      /></label>
      <button class="act first" type="submit">Set it</button>
      <span class="quiet">This cannot be taken back: numbers that are left out stay left out.</span>
    </form>
  </div>
</template>

<style scoped>
.strip {
  display: grid;
  gap: 3px;
}
.strip > svg {
  width: 100%;
  height: 38px;
  display: block;
}
.free {
  fill: var(--sheet);
  stroke: var(--line-strong);
  stroke-width: 1;
}
.assigned {
  fill: var(--main);
}
.taken {
  fill: url(#hatch);
  stroke: var(--main);
  stroke-width: 0.6;
}
.reserved {
  fill: url(#dots);
  stroke: var(--ink-2);
  stroke-width: 0.6;
}
.taken_over {
  fill: url(#bars);
  stroke: var(--ink-2);
  stroke-width: 0.6;
}
.given_back {
  fill: var(--sheet);
  stroke: var(--main);
  stroke-width: 1;
  stroke-dasharray: 3 2;
}
.voided {
  fill: url(#cross);
  stroke: var(--stop);
  stroke-width: 0.6;
}
.gap {
  fill: var(--shade);
  stroke: var(--line-strong);
  stroke-width: 0.8;
  stroke-dasharray: 2 2;
}
.back {
  fill: var(--sheet);
}
.ink {
  fill: var(--main);
}
.stopback {
  fill: var(--stop-soft);
}
.stopline {
  stroke: var(--stop);
  stroke-width: 1;
}
.next {
  stroke: var(--attention);
  stroke-width: 2.5;
}
.ruler {
  position: relative;
  height: 14px;
  font: 10px var(--mono);
  color: var(--quiet);
  margin-top: -8px;
}
.ruler span {
  position: absolute;
  border-left: 1px solid var(--line-strong);
  padding-left: 3px;
}
.legend {
  font-size: 12px;
  gap: 14px;
  flex-wrap: wrap;
}
.end {
  margin-left: auto;
}
.correct {
  align-items: end;
  flex-wrap: wrap;
  padding: 8px;
  background: var(--shade);
}
</style>
