<script setup lang="ts">
/** The row that is always there: what becomes of what no rule takes. */
defineProps<{ says: string[]; controls: boolean }>()
const emit = defineEmits<{ open: [] }>()
</script>

<template>
  <tr class="last">
    <td>always</td>
    <td>
      <button class="act bare name" type="button" :disabled="!controls" data-test="anything-else" @click="emit('open')">
        Anything else
      </button>
    </td>
    <td class="left-end">in an intake folder</td>
    <td colspan="6">
      <div v-for="line in says" :key="line">{{ line }}</div>
    </td>
  </tr>
</template>

<style scoped>
.last .name {
  padding: 0;
  min-height: 24px;
}
.last td {
  background: var(--shade);
  color: var(--ink-2);
  border-top: 1px solid var(--line-strong);
  padding: 4px 7px;
  font-size: 12.5px;
}
.left-end {
  border-right: 4px double var(--line-strong);
}
@media (max-width: 700px) {
  .left-end {
    border-right-width: 0;
  }
}
</style>
