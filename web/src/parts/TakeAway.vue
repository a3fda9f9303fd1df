<script setup lang="ts">
import { computed } from 'vue'

/** A list as a table to take away, as it is narrowed down now. */
const props = defineProps<{ url: string; query?: Record<string, string | number | undefined>; what: string }>()
const of = computed(() => (format: 'XLSX' | 'CSV') => {
  const asked: Record<string, string | number | undefined> = { ...props.query, format }
  const query = new URLSearchParams(Object.entries(asked).flatMap(([k, v]) => (v === undefined || v === '' ? [] : [[k, String(v)]])))
  return `${props.url}?${query}`
})
</script>

<template>
  <span class="row away"
    ><a class="act" :href="of('XLSX')" download :aria-label="`${what} as XLSX`">XLSX</a
    ><a class="act" :href="of('CSV')" download :aria-label="`${what} as CSV`">CSV</a></span
  >
</template>

<style scoped>
.away {
  gap: 0;
}
.away .act + .act {
  margin-left: -1px;
}
</style>
