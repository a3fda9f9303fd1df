<script setup lang="ts">
import { ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import Due from '../../parts/Due.vue'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'

/** Late reviews with whom they are, and a nudge beside each. */
defineProps<{ rows: Schemas['ReviewRow'][] }>()
const nudged = ref(new Set<number>())
const { busy, problem, act } = useAct()

async function nudge(id: number) {
  const done = await act(async () => {
    const now = await data(api.GET('/api/reviews/{id}', { params: { path: { id } } }))
    await data(api.POST('/api/reviews/{id}/nudges', { params: { path: { id } }, body: { turn: now.turn } }))
  })
  if (done) nudged.value = new Set([...nudged.value, id])
}
</script>

<template>
  <Trouble :problem="problem" />
  <div class="narrowly">
    <table class="dense">
      <thead>
        <tr>
          <th>What</th>
          <th>Submission</th>
          <th>Step</th>
          <th>With</th>
          <th>Due</th>
          <th><span class="hidden-text">Nudge</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.id">
          <td class="what clip" :title="r.first.what">
            <RouterLink class="plain" :to="`/passages/${r.first.passage}`">{{ r.first.what }}</RouterLink><span
              v-if="r.files.live > 1"
              class="quiet"
            >
              and {{ count(r.files.live - 1, 'more file', 'more files') }}</span
            >
          </td>
          <td class="mono">{{ r.submission.reference }}</td>
          <td>{{ r.step.name }}</td>
          <td class="clip with" :title="r.with.map((w) => w.person).join(', ')">{{ r.with.map((w) => w.person).join(', ') }}</td>
          <td class="nowrap"><Due :at="r.times.due" /></td>
          <td class="act-cell">
            <span v-if="nudged.has(r.id)" class="quiet" role="status">reminded</span
            ><button
              v-else
              class="act"
              type="button"
              :disabled="busy"
              :aria-label="`Remind ${r.with.map((w) => w.person).join(', ')} of ${r.submission.reference}`"
              @click="nudge(r.id)"
            >
              Remind
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.what {
  max-width: 340px;
}
.with {
  max-width: 220px;
}
.act-cell {
  text-align: right;
}
</style>
