<script setup lang="ts">
import { computed } from 'vue'
import { day, due, exact, workingDaysLeft } from '../say'

const props = defineProps<{ at?: string; short?: boolean }>()
const left = computed(() => (props.at ? workingDaysLeft(props.at) : 0))
</script>

<template>
  <span v-if="at" :class="{ late: left < 0, soon: left === 0 || left === 1 }" :title="short ? `${due(at)}; ${exact(at)}` : exact(at)">{{
    short ? `${day(at)}, ${left < 0 ? `${-left} late` : left === 0 ? 'today' : `${left} left`}` : due(at)
  }}</span>
</template>

<style scoped>
.late {
  color: var(--stop);
  font-weight: 600;
}
.soon {
  color: var(--attention);
  font-weight: 560;
}
</style>
