<script setup lang="ts">
import { ref, watch } from 'vue'

/** Of whom a second step of signing in is asked. */
export type Whom = 'ADMINISTRATORS' | 'CONTROLLERS' | 'DECIDERS' | 'EVERYBODY'
const props = defineProps<{ whom: Whom[]; administrators?: boolean; busy: boolean }>()
const emit = defineEmits<{ save: [Whom[]] }>()
const WORDS: Record<Whom, string> = {
  ADMINISTRATORS: 'administrators',
  CONTROLLERS: 'document controllers',
  DECIDERS: 'those who review and approve',
  EVERYBODY: 'everybody',
}
const chosen = ref<Whom[]>([])
watch(
  () => props.whom,
  (is) => {
    chosen.value = [...is]
  },
  { immediate: true },
)
</script>

<template>
  <form class="panel in" @submit.prevent="emit('save', chosen)">
    <h2>A second step when signing in</h2>
    <p class="quiet">
      Whoever it is asked of, and has none yet, sets one up at the next sign-in and gets nowhere else before: a passkey, or one-time codes.
    </p>
    <label v-for="w in (Object.keys(WORDS) as Whom[]).filter((x) => administrators || x !== 'ADMINISTRATORS')" :key="w" class="row"
      ><input v-model="chosen" type="checkbox" :value="w" /> asked of {{ WORDS[w] }}</label
    >
    <button class="act first" type="submit" :disabled="busy">Save</button>
    <slot />
  </form>
</template>

<style scoped>
.in {
  display: grid;
  gap: 6px;
  padding: 12px;
  justify-items: start;
  max-width: 640px;
}
</style>
