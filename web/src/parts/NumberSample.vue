<script setup lang="ts">
import { computed } from 'vue'
import { CHAR, layOut, type Piece } from './sample'

const props = defineProps<{ pieces: Piece[]; of: string }>()
const drawing = computed(() => layOut(props.pieces))
const height = computed(() => 58 + drawing.value.levels * 17)
const words = computed(() =>
  props.pieces
    .filter((p) => p.label)
    .map((p) => `${p.text} is the ${p.label}`)
    .join(', '),
)
</script>

<template>
  <svg
    :width="drawing.width"
    :height="height"
    :viewBox="`0 0 ${drawing.width} ${height}`"
    role="img"
    :aria-label="`A sample of ${of}: ${words}`"
  >
    <g v-for="(p, i) in drawing.drawn" :key="i">
      <text :x="p.x" y="28" class="number" :class="{ optional: p.optional }" :textLength="p.text.length * CHAR" lengthAdjust="spacing">
        {{ p.text }}
      </text>
      <template v-if="p.label">
        <path :d="`M${p.x + 1} 34 v10 M${p.end - 1} 34 v10 M${p.x + 1} 39 H${p.end - 1}`" class="dim" />
        <path :d="`M${p.x - 2} 42 l6 -6 M${p.end - 4} 42 l6 -6`" class="tick" />
        <path :d="`M${(p.x + p.end) / 2} 39 V${54 + p.level * 17} h5`" class="dim" />
        <text :x="(p.x + p.end) / 2 + 8" :y="58 + p.level * 17" class="label">
          {{ p.label }}
          <tspan v-if="p.width" class="width" dx="5">{{ p.width }}</tspan>
        </text>
      </template>
    </g>
  </svg>
</template>

<style scoped>
svg {
  max-width: 100%;
  display: block;
}
.number {
  font: 26px var(--mono);
  fill: var(--ink);
}
.optional {
  fill: var(--quiet);
}
.dim {
  stroke: var(--ink-2);
  stroke-width: 1;
  fill: none;
}
.tick {
  stroke: var(--main);
  stroke-width: 1.6;
}
.label {
  font: 12px var(--sans);
  fill: var(--ink);
}
.width {
  fill: var(--quiet);
}
</style>
