<script setup lang="ts">
import { count } from '../../say'
import type { Deciding } from './decide'
import { lastDecided } from './lastDecided'

/** Says which file the last decision went to, with the way to take it back. */
defineProps<{ takeBack: Deciding['takeBackLast']; busy: boolean }>()
</script>

<template>
  <div v-if="lastDecided" class="last" role="status">
    <span class="key">{{ lastDecided.code }}</span>
    <span class="clip"
      ><strong>{{ lastDecided.name }}</strong
      >, given to {{ lastDecided.passages.length > 1 ? count(lastDecided.passages.length, 'file') : lastDecided.what }}</span
    >
    <button class="act bare" type="button" :disabled="busy" @click="takeBack"><span class="key">u</span> Take it back</button>
  </div>
</template>

<style scoped>
.last {
  position: sticky;
  bottom: var(--foot, 0px);
  z-index: 3;
  display: flex;
  gap: 10px;
  align-items: center;
  min-width: 0;
  padding: 3px 10px;
  background: var(--done-soft);
  border: 1px solid var(--done);
}
</style>
