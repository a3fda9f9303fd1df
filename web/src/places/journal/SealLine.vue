<script setup lang="ts">
import { onMounted } from 'vue'
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { exact, moment } from '../../say'

/** How the seals of what the database holds stand, and what was found changed behind Pervius' back. */
const seals = useLoaded(() => data(api.GET('/api/seals')))
onMounted(seals.load)
</script>

<template>
  <Trouble :problem="seals.problem.value" :again="seals.load" />
  <template v-if="seals.value.value">
    <p v-for="c in seals.value.value.changed" :key="c.at" class="note bad" role="alert">
      <strong>The database was changed while Pervius did not run</strong>, before the start of {{ moment(c.at) }}: {{ c.what }}. A backup
      from before, if there is one, has what it held.
    </p>
    <p v-if="seals.value.value.failure" class="note bad" role="alert">{{ seals.value.value.failure }}</p>
    <p class="quiet seal">
      <template v-if="seals.value.value.at"
        >Last seal: <span :title="exact(seals.value.value.at)">{{ moment(seals.value.value.at) }}</span>, number
        {{ seals.value.value.number }}, also in <span class="mono">{{ seals.value.value.file }}</span>.</template
      ><template v-else>Not sealed yet.</template>
    </p>
  </template>
</template>

<style scoped>
.seal {
  overflow-wrap: anywhere;
}
</style>
