<script setup lang="ts">
import { computed } from 'vue'
import { LOOKS } from './fold'
import { useTray } from './store'

/** The mark of the shelf a passage lies on, if it lies on one of mine. */
const props = defineProps<{ passage: number }>()
const tray = useTray()
const shelf = computed(() => tray.markOf(props.passage))
</script>

<template>
  <span
    v-if="shelf"
    class="shelf-mark"
    role="img"
    :style="{ color: LOOKS[shelf.colour].ink }"
    :aria-label="`on my shelf ${shelf.name}`"
    :title="`on my shelf “${shelf.name}”`"
    >{{ LOOKS[shelf.colour].mark }}</span
  >
</template>

<style scoped>
.shelf-mark {
  margin-right: 5px;
}
</style>
