<script setup lang="ts">
import { computed } from 'vue'
import type { Passage } from '../api/client'
import { marks, whereInWords } from './strip'

const props = defineProps<{ passage: Passage; words?: boolean }>()
const all = computed(() => marks(props.passage))
const inWords = computed(() => whereInWords(props.passage))
const STEP = 15
</script>

<template>
  <span class="strip" :title="inWords">
    <svg :width="STEP * 6" height="16" :viewBox="`0 0 ${STEP * 6} 16`" role="img" :aria-label="inWords">
      <line :x1="STEP / 2" y1="8" :x2="STEP * 5.5" y2="8" class="way" />
      <template v-for="(mark, i) in all" :key="i">
        <rect v-if="mark === 'passed'" :x="STEP * (i + 0.5) - 3.5" y="4.5" width="7" height="7" class="passed" />
        <circle v-else-if="mark === 'here'" :cx="STEP * (i + 0.5)" cy="8" r="5" class="here" />
        <g v-else-if="mark === 'waiting'" class="waiting">
          <circle :cx="STEP * (i + 0.5)" cy="8" r="5.2" />
          <circle :cx="STEP * (i + 0.5)" cy="8" r="2" class="core" />
        </g>
        <g v-else-if="mark === 'stopped'" class="stopped">
          <path :d="`M${STEP * (i + 0.5) - 6.5} 8l6.5 -6.5l6.5 6.5l-6.5 6.5z`" />
          <line :x1="STEP * (i + 0.5) - 3" y1="8" :x2="STEP * (i + 0.5) + 3" y2="8" />
        </g>
        <path v-else-if="mark === 'ended'" :d="`M${STEP * (i + 0.5) + 4} 3.5l-7 4.5l7 4.5z`" class="ended" />
        <line v-else :x1="STEP * (i + 0.5)" y1="5.5" :x2="STEP * (i + 0.5)" y2="10.5" class="way" />
      </template>
    </svg>
    <span v-if="words" class="clip">{{ inWords }}</span>
  </span>
</template>

<style scoped>
.strip {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  vertical-align: middle;
  min-width: 0;
}
svg {
  flex: none;
}
.way {
  stroke: var(--line-strong);
  stroke-width: 1.2;
}
.passed {
  fill: var(--done);
}
.here {
  fill: var(--main);
}
.waiting {
  fill: var(--sheet);
  stroke: var(--main);
  stroke-width: 1.8;
}
.waiting .core {
  fill: var(--main);
  stroke: none;
}
.stopped path {
  fill: var(--stop);
}
.stopped line {
  stroke: var(--sheet);
  stroke-width: 2;
}
.ended {
  fill: var(--attention);
}
</style>
