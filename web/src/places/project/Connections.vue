<script setup lang="ts">
import ConvertersHere from './ConvertersHere.vue'
import DevicesHere from './DevicesHere.vue'
import MailHere from './MailHere.vue'
import OtherSystemsHere from './OtherSystemsHere.vue'
import ScannerHere from './ScannerHere.vue'

/** All that Pervius is connected with: how each is, what it said last in vain, and trying it. */
</script>

<template>
  <div class="all">
    <MailHere />
    <DevicesHere />
    <OtherSystemsHere />
    <ScannerHere />
    <ConvertersHere />
  </div>
</template>

<style scoped>
.all {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.all :deep(.connection) {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 10px;
  overflow-x: auto;
}
.all :deep(h2) {
  font-size: 14px;
}
.all :deep(.good) {
  color: var(--done);
}
.all :deep(td .error),
.all :deep(p) {
  white-space: normal;
  overflow-wrap: anywhere;
}
</style>
