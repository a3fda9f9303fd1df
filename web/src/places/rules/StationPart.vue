<script setup lang="ts">
import { computed } from 'vue'
import { day } from '../../say'
import IdentifyPart from './IdentifyPart.vue'
import IssuePart from './IssuePart.vue'
import PreparePart from './PreparePart.vue'
import TellPart from './TellPart.vue'
import { ownWord, whole, type Choices, type Station, type Stations } from './choices'
import { insertables, patternOf, type NamePart } from './example'
import { must } from '../../parts/must'

/** What happens at one station; of a rule it may be left to the project, of the project not. */
const stations = defineModel<Stations>({ required: true })
/** @prop names real names to read; @prop parts the example, taken apart; @prop says what the project says there, in sentences. */
const props = defineProps<{
  station: Station
  choices: Choices
  project: Stations
  ofProject?: boolean
  only?: boolean
  names: string[]
  parts: NamePart[]
  says?: string[]
  /** What the rule is called. */
  rule?: string
}>()
/** `put`: a part of the example is used, so that names have to be read. */
const emit = defineEmits<{ put: [text: string] }>()
const patch = (change: Stations) => (stations.value = { ...stations.value, ...change })
const text = (event: Event) => (event.target as HTMLSelectElement).value
const all = computed(() => whole(stations.value, props.project))
const reviewed = computed(() => !!all.value.review?.route)
const route = computed(() => props.choices.routes.find((r) => r.key === all.value.review?.route))
const said = computed(() => stations.value[props.station])
/** What names would be read as, where the example shows something and nothing reads it yet. */
const readable = computed(() =>
  props.station === 'identify' && !said.value && props.parts.some((p) => p.as === 'FIELD' || p.as === 'DAY') ? patternOf(props.parts) : '',
)
function readIt() {
  const usual = must(ownWord('identify', props.project, props.choices.kinds).identify)
  patch({ identify: { ...usual, namePatterns: [readable.value] } })
}
const offered = computed(() => insertables(props.parts))

function turn(own: boolean) {
  patch(own ? ownWord(props.station, props.project, props.choices.kinds) : { [props.station]: undefined })
}
</script>

<template>
  <div class="station" :class="station">
    <select
      v-if="!ofProject && !only"
      class="text said"
      :value="said ? 'here' : 'project'"
      :aria-label="`${station}: who says`"
      :data-test="`says-${station}`"
      @change="turn(text($event) === 'here')"
    >
      <option value="project">as the project says</option>
      <option value="here">said here</option>
    </select>
    <ul v-if="!said && says?.length" class="quiet">
      <li v-for="line in says" :key="line">{{ line }}</li>
    </ul>
    <button v-if="readable" class="act read" type="button" data-test="read-example" @click="readIt">
      Read names as <span class="mono">{{ readable }}</span>
    </button>
    <template v-if="said">
      <IdentifyPart
        v-if="station === 'identify'"
        :model-value="must(stations.identify)"
        :choices="choices"
        :names="names"
        :parts="parts"
        @update:model-value="(identify) => patch({ identify })"
      />
      <label v-else-if="station === 'number'" class="field one"
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
      <PreparePart
        v-else-if="station === 'prepare'"
        :model-value="must(stations.prepare)"
        :folders="choices.folders"
        @update:model-value="(prepare) => patch({ prepare })"
      />
      <label v-else-if="station === 'review'" class="field one"
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
        v-else-if="station === 'issue'"
        :model-value="must(stations.issue)"
        :choices="choices"
        :reviewed="reviewed"
        :numbered="!!all.number?.scheme"
        :parts="offered"
        @put="(part) => emit('put', part)"
        @update:model-value="(issue) => patch({ issue })"
      />
      <TellPart
        v-else-if="station === 'tell'"
        :model-value="must(stations.tell)"
        :choices="choices"
        :rule="rule"
        @update:model-value="(tell) => patch({ tell })"
      />
    </template>
    <template v-if="station === 'review' && route">
      <ol class="steps">
        <li v-for="step in route.steps" :key="step.name">
          <strong>{{ step.name }}</strong> {{ step.who
          }}<span v-if="step.people.length" class="quiet"> ({{ step.people.join(', ') }})</span>, {{ step.workingDays }} working days; begun
          now, due {{ day(step.dueIfBegunNow) }}
        </li>
      </ol>
      <p v-for="r in route.remarks" :key="r.sentence" class="error">{{ r.sentence }}</p>
    </template>
  </div>
</template>

<style scoped>
.station {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
  min-width: 0;
}
.said {
  width: auto;
  justify-self: start;
  min-height: 24px;
}
.read {
  justify-self: start;
}
.one {
  max-width: 420px;
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
