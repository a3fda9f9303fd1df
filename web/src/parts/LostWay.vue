<script setup lang="ts">
import { lostWay } from '../lostWay'

/** Says over the page that a place could not be opened; the page itself stays as it is, with what was typed in it. */
function anew(path: string) {
  location.assign(path)
}
</script>

<template>
  <div v-if="lostWay" class="lost note bad" role="alert">
    <strong>“{{ lostWay.title }}” could not be opened.</strong>
    {{ lostWay.why }}
    <button class="act" type="button" @click="anew(lostWay.path)">Load it anew</button>
    <button class="act bare" type="button" @click="lostWay = undefined">Stay here</button>
  </div>
</template>

<style scoped>
.lost {
  position: fixed;
  inset: 8px 12px auto;
  z-index: 30;
  max-width: 900px;
  margin: 0 auto;
}
</style>
