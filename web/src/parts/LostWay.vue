<script setup lang="ts">
import { lostWay } from '../lostWay'

/** Says over the page that a place could not be opened; the page itself stays as it is, with what was typed in it. */
function anew(path: string) {
  location.assign(path)
}
</script>

<template>
  <div v-if="lostWay" class="lost note bad" role="alert">
    <span
      ><strong>“{{ lostWay.title }}” could not be opened.</strong> {{ lostWay.why }}</span
    >
    <button class="act" type="button" @click="anew(lostWay.path)">Load it anew</button>
    <button v-if="lostWay.from" class="act bare" type="button" @click="lostWay = undefined">Stay here</button>
  </div>
</template>

<style scoped>
/* Below the strap, where it says how the connection is. */
.lost {
  position: fixed;
  inset: 48px 16px auto;
  z-index: 30;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  width: fit-content;
  max-width: min(1080px, calc(100% - 32px));
  margin: 0 auto;
}
</style>
