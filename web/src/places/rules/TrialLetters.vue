<script setup lang="ts">
import type { Letter } from '../../parts/trying'
import { count } from '../../say'

/** The messages that everything tried together would make, as they would read. */
defineProps<{ letters: Letter[] }>()
</script>

<template>
  <details class="letters" data-test="trial-letters">
    <summary>
      {{ count(letters.length, 'message') }} would be sent<template v-if="letters.length >= 100">
        or more; the first 100 are shown</template
      >
    </summary>
    <details v-for="(l, i) in letters" :key="i" class="one">
      <summary>
        <strong>{{ l.to }}</strong> {{ l.subject }}
        <span class="quiet">{{ count(l.files, 'file') }}{{ l.gathered ? ', gathered' : ', at once' }}</span>
      </summary>
      <p class="body">{{ l.text }}</p>
    </details>
  </details>
</template>

<style scoped>
.letters {
  padding: 4px 10px;
  font-size: 13px;
  max-height: 320px;
  overflow: auto;
}
summary {
  cursor: pointer;
  overflow-wrap: anywhere;
}
.one {
  margin-left: 14px;
}
.body {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  border-left: 2px solid var(--line-strong);
  padding-left: 8px;
  font-size: 12px;
}
</style>
