<script setup lang="ts">
import { ref } from 'vue'

const props = defineProps<{ number?: string; revision?: string }>()
const copied = ref(false)

async function copy() {
  if (!props.number) return
  await navigator.clipboard?.writeText(props.number)
  copied.value = true
  setTimeout(() => (copied.value = false), 1200)
}
</script>

<template>
  <span class="mono num">
    <button v-if="number" type="button" :title="copied ? 'Copied' : 'Copy the number'" @click.stop.prevent="copy">
      {{ copied ? 'copied'.padEnd(number.length, ' ') : number }}
    </button>
    <span v-else class="quiet">no number yet</span>
    <span v-if="revision" class="rev">{{ revision }}</span>
  </span>
</template>

<style scoped>
button {
  border: 0;
  background: none;
  padding: 0;
  cursor: copy;
  font: inherit;
  white-space: pre;
}
button:hover {
  text-decoration: underline dotted;
}
.rev {
  margin-left: 7px;
  color: var(--ink-2);
}
</style>
