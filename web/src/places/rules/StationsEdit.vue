<script setup lang="ts">
import { computed } from 'vue'
import { day } from '../../say'
import IdentifyPart from './IdentifyPart.vue'
import IssuePart from './IssuePart.vue'
import TellPart from './TellPart.vue'
import { ownWord, type Choices, type Station, type Stations } from './choices'
import { must } from '../../parts/must'

/** What happens at each station; of a rule each may be left to the project, of the project none. */
const stations = defineModel<Stations>({ required: true })
const props = defineProps<{ choices: Choices; project: Stations; ofProject?: boolean; only?: Station }>()
const STATIONS: { key: Station; word: string }[] = [
  { key: 'identify', word: 'Identify' },
  { key: 'number', word: 'Number' },
  { key: 'review', word: 'Review' },
  { key: 'issue', word: 'Issue' },
  { key: 'tell', word: 'Tell' },
]
const shown = computed(() => STATIONS.filter((s) => !props.only || s.key === props.only))
const patch = (change: Stations) => (stations.value = { ...stations.value, ...change })
const text = (event: Event) => (event.target as HTMLSelectElement).value
const whole = computed(
  () => ({ ...props.project, ...Object.fromEntries(Object.entries(stations.value).filter(([, v]) => v !== undefined)) }) as Stations,
)
const reviewed = computed(() => !!whole.value.review?.route)
const route = computed(() => props.choices.routes.find((r) => r.key === whole.value.review?.route))

function turn(key: Station, own: boolean) {
  patch(own ? ownWord(key, props.project, props.choices.kinds) : { [key]: undefined })
}
</script>

<template>
  <fieldset v-for="s in shown" :key="s.key" :class="s.key">
    <legend :id="`station-${s.key}`">{{ s.word }}</legend>
    <select
      v-if="!ofProject && !only"
      class="text said"
      :value="stations[s.key] ? 'here' : 'project'"
      :aria-label="`${s.word}: who says`"
      :data-test="`says-${s.key}`"
      @change="turn(s.key, text($event) === 'here')"
    >
      <option value="project">as the project says</option>
      <option value="here">said here</option>
    </select>
    <template v-if="stations[s.key]">
      <IdentifyPart
        v-if="s.key === 'identify'"
        :model-value="must(stations.identify)"
        :choices="choices"
        @update:model-value="(identify) => patch({ identify })"
      />
      <label v-else-if="s.key === 'number'" class="field"
        ><span>Number scheme</span>
        <select
          class="text"
          :value="must(stations.number).scheme ?? ''"
          data-test="scheme"
          @change="patch({ number: { scheme: text($event) || undefined } })"
        >
          <option value="">gets no number</option>
          <option v-for="x in choices.schemes" :key="x.key" :value="x.key">{{ x.form.name }}</option>
        </select>
        <small class="mono">{{ choices.schemes.find((x) => x.key === must(stations.number).scheme)?.form.pattern }}</small></label
      >
      <label v-else-if="s.key === 'review'" class="field"
        ><span>On route</span>
        <select
          class="text"
          :value="must(stations.review).route ?? ''"
          data-test="route"
          @change="patch({ review: { route: text($event) || undefined } })"
        >
          <option value="">nobody reviews it: filed at once</option>
          <option v-for="r in choices.routes" :key="r.key" :value="r.key">{{ r.name }}</option>
        </select></label
      >
      <IssuePart
        v-else-if="s.key === 'issue'"
        :model-value="must(stations.issue)"
        :choices="choices"
        :reviewed="reviewed"
        :numbered="!!whole.number?.scheme"
        @update:model-value="(issue) => patch({ issue })"
      />
      <TellPart v-else :model-value="must(stations.tell)" :choices="choices" @update:model-value="(tell) => patch({ tell })" />
    </template>
    <template v-if="s.key === 'review' && route">
      <ol class="steps">
        <li v-for="step in route.steps" :key="step.name">
          <strong>{{ step.name }}</strong> {{ step.who
          }}<span v-if="step.people.length" class="quiet"> ({{ step.people.join(', ') }})</span>, {{ step.workingDays }} working days; begun
          now, due {{ day(step.dueIfBegunNow) }}
        </li>
      </ol>
      <p v-for="r in route.remarks" :key="r.sentence" class="error">{{ r.sentence }}</p>
    </template>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  border-right: 1px solid var(--line);
  padding: 0 10px 10px;
  display: grid;
  gap: 8px;
  align-content: start;
  min-width: 0;
}
legend {
  font-weight: 600;
  padding: 6px 0 0;
}
.said {
  font-size: 12px;
  min-height: 24px;
}
small.mono {
  white-space: normal;
  overflow-wrap: anywhere;
}
.steps {
  display: grid;
  gap: 3px;
  padding-left: 8px;
  border-left: 2px solid var(--line-strong);
  font-size: 12px;
}
</style>
