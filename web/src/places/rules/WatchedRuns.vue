<script setup lang="ts">
import { onMounted } from 'vue'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { usePaged } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count, exact, moment } from '../../say'

/** What a watching rule told of, the newest first. */
const props = defineProps<{ rule: number; name: string }>()
const emit = defineEmits<{ close: [] }>()
const runs = usePaged(
  (after) => data(api.GET('/api/rules/{id}/watched', { params: { path: { id: props.rule }, query: { after } } })),
  (page) => page,
)
onMounted(runs.load)
whenChanged(['PASSAGE', 'FOLDER'], () => runs.load(), 500)
const OCCASION: Record<string, string> = { ARRIVED: 'arrived', STOPPED: 'stopped', RETURNED: 'went back', ISSUED: 'issued', LEFT: 'left' }
</script>

<template>
  <section class="panel" :aria-label="`What ${name} did`">
    <header>
      <h2 class="grow">What “{{ name }}” did</h2>
      <button class="act bare" type="button" @click="emit('close')">Put away</button>
    </header>
    <Trouble :problem="runs.problem.value" :again="runs.load" />
    <p v-if="runs.first.value && !runs.rows.value.length" class="empty">
      <strong>It has done nothing yet.</strong>What arrives on its folders and fits appears here, with how many were told and what was
      copied where.
    </p>
    <div v-else class="scroll">
      <table class="dense">
        <thead>
          <tr>
            <th>When</th>
            <th>What</th>
            <th>Happened</th>
            <th>In</th>
            <th>Submission</th>
            <th>Told</th>
            <th>Copied</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in runs.rows.value" :key="r.id">
            <td class="nowrap" :title="exact(r.at)">{{ moment(r.at) }}</td>
            <td class="clip" :title="r.what">
              <RouterLink v-if="r.passage" class="plain" :to="`/passages/${r.passage}`">{{ r.what }}</RouterLink><template v-else>{{
                r.what
              }}</template>
            </td>
            <td>{{ OCCASION[r.occasion] ?? r.occasion }}</td>
            <td class="clip" :title="r.folderPath">
              <RouterLink class="plain" :to="`/folders/${r.folder}`">{{ r.folderPath }}</RouterLink>
            </td>
            <td class="mono">{{ r.reference }}</td>
            <td>{{ r.told ? count(r.told, 'person or address', 'people and addresses') : 'nobody' }}</td>
            <td :class="{ error: r.failed }">{{ r.copied ?? '–' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <button v-if="runs.hasMore.value" class="act" type="button" @click="runs.more">Show more</button>
  </section>
</template>

<style scoped>
.scroll {
  max-height: 40vh;
  overflow: auto;
  --stick: 0px;
}
.clip {
  max-width: 380px;
}
</style>
