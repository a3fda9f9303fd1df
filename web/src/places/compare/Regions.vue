<script setup lang="ts">
import type { Region } from './differences'

/** Outlines of what differs, over a page that is so large. */
defineProps<{ regions: Region[]; at: number; page: { width: number; height: number } }>()
/** How far an outline stays away, in pixels of the page. */
const AWAY = 4
</script>

<template>
  <svg :viewBox="`0 0 ${page.width} ${page.height}`" aria-hidden="true">
    <rect
      v-for="(r, i) in regions"
      :key="i"
      class="region"
      :class="{ at: i === at, gone: !r.added }"
      :x="r.x - AWAY"
      :y="r.y - AWAY"
      :width="r.width + 2 * AWAY"
      :height="r.height + 2 * AWAY"
    />
  </svg>
</template>

<style scoped>
svg {
  position: absolute;
  inset: 0;
  width: 100%;
}
.region {
  fill: transparent;
  stroke: #005ca8;
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.region.gone {
  stroke: #b04a20;
  stroke-dasharray: 7 4;
}
.region.at {
  stroke-width: 4;
  fill: #ffd40022;
}
</style>
