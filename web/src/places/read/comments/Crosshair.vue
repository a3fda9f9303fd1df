<script setup lang="ts">
import { onMounted } from 'vue'
import { useKeys } from '../../../keys'
import type { Drawing } from './drawing'

/** While a mark is drawn: the keys that move a cross over the sheet and put its points. */
const props = defineProps<{ drawing: Drawing }>()
onMounted(() => props.drawing.moveCross(0, 0))

const step = (event: KeyboardEvent) => (event.shiftKey ? 1 : 12)
useKeys([
  { key: 'ArrowLeft', says: 'Move the cross (with Shift a little)', does: (e) => props.drawing.moveCross(-step(e), 0) },
  { key: 'ArrowRight', says: 'Move the cross (with Shift a little)', does: (e) => props.drawing.moveCross(step(e), 0) },
  { key: 'ArrowUp', says: 'Move the cross (with Shift a little)', does: (e) => props.drawing.moveCross(0, -step(e)) },
  { key: 'ArrowDown', says: 'Move the cross (with Shift a little)', does: (e) => props.drawing.moveCross(0, step(e)) },
  { key: 'Enter', says: 'Put a point of the mark under the cross', does: () => props.drawing.putAtCross() },
  { key: 'Escape', says: 'Draw no mark', does: () => props.drawing.begin(undefined) },
])
</script>

<template>
  <p class="hidden-text" role="status">Press on the sheet, or move the cross with the arrow keys and press Enter. Escape ends it.</p>
</template>
