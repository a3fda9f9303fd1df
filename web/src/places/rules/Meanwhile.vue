<script setup lang="ts">
/** Another saved something else while this was being written: whoever writes decides which of the two it goes on from. */
defineProps<{ by?: string }>()
const emit = defineEmits<{ theirs: []; mine: [] }>()
</script>

<template>
  <p class="meanwhile" role="alert">
    <strong>{{ by ?? 'Somebody' }} changed this while you were writing.</strong> Nothing of yours is saved yet, and nothing of theirs is
    lost.
    <button class="act" type="button" data-test="take-theirs" @click="emit('theirs')">Go on from theirs</button>
    <button class="act" type="button" data-test="keep-mine" @click="emit('mine')">Keep mine, to be saved over theirs</button>
  </p>
</template>

<style scoped>
.meanwhile {
  flex: 1 0 100%;
  padding: 5px 10px;
  background: var(--attention-soft);
  border-left: 3px solid var(--attention);
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
