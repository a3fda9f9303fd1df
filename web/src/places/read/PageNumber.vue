<script setup lang="ts">
/** Which page is shown, of how many; another one is typed. */
const props = defineProps<{ page: number; pages: number }>()
const emit = defineEmits<{ go: [page: number] }>()
function typed(field: HTMLInputElement) {
  emit('go', Math.min(props.pages, Math.max(1, Math.round(Number(field.value)) || 1)))
  // What there is no page of becomes the nearest one; what is refused, the one that is shown.
  field.value = String(props.page)
}
</script>

<template>
  <label class="row"
    >page
    <input type="number" min="1" :max="pages" :value="page" aria-label="Page" @change="typed($event.target as HTMLInputElement)" /><span
      class="quiet"
      >of {{ pages }}</span
    ></label
  >
</template>

<style scoped>
input {
  width: 5em;
}
</style>
