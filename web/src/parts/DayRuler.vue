<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import { day, exact } from '../say'
import { place, rulerDays } from './ruler'
import { must } from './must'

/** A route's steps on a ruler of days, with the dates they would be due if it began now; days nobody works are shaded. */
const props = defineProps<{ steps: Schemas['StepView'][]; at?: number; answerDue?: string }>()
const emit = defineEmits<{ step: [at: number] }>()
const from = computed(() => new Date(props.steps[0]?.begins ?? Date.now()))
const to = computed(() => new Date(props.steps.at(-1)?.dueIfBegunNow ?? Date.now()))
const ruler = computed(() => rulerDays(from.value, to.value))
const width = computed(() => 100 / ruler.value.days.length)
const bars = computed(() =>
  props.steps.map((s) => {
    const left = place(new Date(s.begins), from.value, to.value) * 100
    return { step: s, left, width: Math.max(1.2, place(new Date(s.dueIfBegunNow), from.value, to.value) * 100 - left) }
  }),
)
const late = computed(() => props.answerDue && to.value.toISOString().slice(0, 10) > props.answerDue)
const short = (d: Date) => {
  const named = d.getDate() === 1 || d.getTime() === ruler.value.days[0]?.at.getTime()
  return named ? `${d.getDate()} ${d.toLocaleDateString('en-GB', { month: 'short' })}` : `${d.getDate()}`
}
</script>

<template>
  <div class="ruler" role="group" :aria-label="`Begun now: ${steps.map((s) => `${s.name} due ${day(s.dueIfBegunNow)}`).join(', ')}`">
    <div class="days">
      <span
        v-for="d in ruler.days"
        :key="d.at.getTime()"
        class="day"
        :class="{ off: !d.works, first: d.first }"
        :style="{ width: `${width}%` }"
        ><i v-if="d.first">{{ short(d.at) }}</i></span
      >
    </div>
    <div class="bars">
      <span
        v-for="(d, i) in ruler.days"
        :key="i"
        class="shade"
        :class="{ off: !d.works }"
        :style="{ left: `${i * width}%`, width: `${width}%` }"
      />
      <div v-for="(b, i) in bars" :key="i" class="lane">
        <button
          type="button"
          class="bar"
          :class="[b.step.kind.toLowerCase(), { at: at === i }]"
          :style="{ left: `${b.left}%`, width: `${b.width}%` }"
          :aria-label="`${b.step.name}, due ${day(b.step.dueIfBegunNow)}`"
          :title="`${b.step.name}, ${b.step.who}: ${b.step.workingDays} working days, due ${exact(b.step.dueIfBegunNow)}`"
          @click="emit('step', i)"
        />
        <span
          class="label"
          :class="{ inside: b.width > 30, dark: b.width > 30 && b.step.kind === 'APPROVAL' }"
          :style="
            b.width > 30
              ? { left: `${b.left + 0.4}%`, maxWidth: `${b.width - 0.8}%` }
              : b.left > 50
                ? { right: `${100 - b.left + 0.6}%` }
                : { left: `${b.left + b.width + 0.6}%` }
          "
          ><strong>{{ b.step.name }}</strong> {{ b.step.who }}<template v-if="b.step.condition">, {{ b.step.condition }}</template
          >; {{ b.step.workingDays }} {{ b.step.workingDays === 1 ? 'day' : 'days' }}, due {{ day(b.step.dueIfBegunNow) }}</span
        >
      </div>
    </div>
    <p v-if="late" class="error">
      The last step may take until {{ day(to.toISOString()) }}; the answer is asked for by {{ day(must(answerDue)) }}.
    </p>
  </div>
</template>

<style scoped>
.ruler {
  min-width: 0;
}
.days {
  display: flex;
  border-bottom: 2px solid var(--ink);
  height: 18px;
}
.day {
  position: relative;
  border-left: 1px solid var(--line);
  height: 6px;
  align-self: end;
}
.day.first {
  height: 12px;
  border-left-color: var(--ink);
}
.day i {
  position: absolute;
  left: 3px;
  bottom: 0;
  font: 10px var(--mono);
  white-space: nowrap;
}
.bars {
  position: relative;
  padding: 3px 0;
  background: var(--sheet);
}
.shade {
  position: absolute;
  top: 0;
  bottom: 0;
}
.shade.off {
  background: repeating-linear-gradient(135deg, var(--shade) 0 3px, transparent 3px 6px);
  background-color: var(--shade);
}
.lane {
  position: relative;
  height: 25px;
}
.bar {
  position: absolute;
  top: 4px;
  height: 17px;
  border: 1px solid var(--main);
  background: var(--main-soft);
  cursor: pointer;
  padding: 0;
}
.bar.approval {
  background: var(--main);
}
.bar.at {
  outline: 2px solid var(--attention);
  outline-offset: 1px;
}
.label {
  position: absolute;
  top: 4px;
  font-size: 12px;
  white-space: nowrap;
  max-width: 62%;
  overflow: hidden;
  text-overflow: ellipsis;
  background: color-mix(in srgb, var(--sheet) 80%, transparent);
}
.label.inside {
  pointer-events: none;
  background: none;
}
.label.dark {
  color: var(--main-ink);
}
</style>
