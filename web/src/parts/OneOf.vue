<script setup lang="ts" generic="K extends string | number">
/** One of a few, side by side; what is chosen stands out. */
const chosen = defineModel<K>({ required: true })
defineProps<{ choices: { key: K; word: string; title?: string }[]; name: string }>()
</script>

<template>
  <nav :aria-label="name">
    <button
      v-for="c in choices"
      :key="c.key"
      type="button"
      class="act"
      :class="{ on: chosen === c.key }"
      :aria-pressed="chosen === c.key"
      :title="c.title"
      @click="chosen = c.key"
    >
      <slot :choice="c">{{ c.word }}</slot>
    </button>
  </nav>
</template>

<style scoped>
nav {
  display: inline-flex;
  flex-wrap: wrap;
}
nav .act {
  margin-right: -1px;
  border-radius: 0;
}
.on {
  background: var(--ink);
  color: var(--paper);
  border-color: var(--ink);
}
.on:hover {
  background: var(--ink) !important;
}
</style>
