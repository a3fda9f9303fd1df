<script setup lang="ts">
import { linked } from './links'

/** A letter as it was written: its heading, rows of a term and what it is, and its text with what leads into Pervius as links. */
defineProps<{ text?: string }>()
</script>

<template>
  <article class="panel letter" aria-label="The letter">
    <dl>
      <slot />
    </dl>
    <slot name="instead" />
    <p v-if="text !== undefined" class="text">
      <template v-for="(part, i) in linked(text)" :key="i"
        ><a v-if="part.href" :href="part.href">{{ part.text }}</a
        ><template v-else>{{ part.text }}</template></template
      >
    </p>
  </article>
</template>

<style scoped>
.letter {
  padding: 12px;
  overflow: auto;
  display: grid;
  gap: 12px;
  align-content: start;
}
dl {
  display: grid;
  grid-template-columns: 60px minmax(0, 1fr);
  gap: 2px 8px;
  border-bottom: 1px solid var(--line);
  padding-bottom: 10px;
}
dl :slotted(dt) {
  color: var(--quiet);
}
dl :slotted(dd),
.text {
  overflow-wrap: anywhere;
}
.text {
  white-space: pre-wrap;
}
</style>
