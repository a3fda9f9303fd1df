<script setup lang="ts">
import { computed } from 'vue'
import { due, exact, workingDaysLeft } from '../say'

const props = defineProps<{ at?: string }>()
const left = computed(() => (props.at ? workingDaysLeft(props.at) : 0))
</script>

<template>
  <span v-if="at" :class="{ late: left < 0, soon: left === 0 || left === 1 }" :title="exact(at)">{{ due(at) }}</span>
</template>

<style scoped>
.late { color: var(--stop); font-weight: 600; }
.soon { color: var(--attention); font-weight: 560; }
</style>
