<script setup lang="ts">
import { computed, onMounted, onScopeDispose } from 'vue'
import { useAct } from '../../act'
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { ago, count, exact, moment, size } from '../../say'

/** Backups of the installation: where they lie, which there are, and making one. */
const its = useLoaded(() => data(api.GET('/api/backups')))
const { busy, problem, act } = useAct(its.load)
const now = () => act(() => data(api.POST('/api/backups')))
const standing = computed(() => its.value.value)
/** “7d5w12m” as people say it. */
const kept = computed(() => {
  const [, days, weeks, months] = /^(\d+)d(\d+)w(\d+)m$/.exec(standing.value?.keep ?? '') ?? []
  const said = [count(Number(days), 'day'), count(Number(weeks), 'week'), count(Number(months), 'month')]
  return said.filter((s) => !s.startsWith('0 ')).join(', ')
})
const EVERY = 2000
// While one is made, how far it is; else one that is made by itself.
const looking = setInterval(() => document.visibilityState === 'visible' && void its.load(), EVERY)
onMounted(its.load)
onScopeDispose(() => clearInterval(looking))
</script>

<template>
  <section class="panel backups">
    <Trouble :problem="problem ?? its.problem.value" :again="its.load" />
    <template v-if="standing">
      <p v-if="!standing.to" class="note bad" data-test="no-backups">
        <strong>Pervius makes no backups by itself here.</strong> Whoever runs Pervius starts it with
        <span class="mono">--backup-to DIR</span>, best on another disk; or has
        <span class="mono">./pervius backup --data DIR --to DIR</span>
        run by the clock of the machine.
      </p>
      <template v-else>
        <p>
          Each day at {{ standing.at?.slice(0, 5) }} ({{ standing.zone }}) into <span class="mono">{{ standing.to }}</span>{{
            standing.encrypted ? ', encrypted' : ''
          }}; the last one of each of the last {{ kept }} is kept.
          <template v-if="standing.next"> Next {{ moment(standing.next) }}.</template>
        </p>
        <p v-if="standing.failed" class="note bad"><strong>The last one was not made.</strong> {{ standing.failed }}</p>
        <p class="row">
          <button class="act" type="button" :disabled="busy || !!standing.doing" data-test="backup-now" @click="now">
            {{ standing.doing ? 'Being made …' : 'Make one now' }}
          </button>
          <span v-if="standing.doing" role="status" class="quiet">
            {{ standing.doing.doing }}
            <template v-if="standing.doing.all"> {{ standing.doing.done }} of {{ standing.doing.all }}</template>
          </span>
        </p>
        <table v-if="standing.made.length" class="dense">
          <thead>
            <tr>
              <th>Of</th>
              <th>Name</th>
              <th>Files</th>
              <th>Of them new</th>
              <th>Database</th>
              <th>Took</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="b in standing.made" :key="b.name">
              <td :title="exact(b.madeAt)">{{ ago(b.madeAt) }}</td>
              <td class="mono">{{ b.name }}</td>
              <td>{{ count(b.contents, 'file') }}, {{ size(b.contentBytes) }}</td>
              <td>{{ size(b.newBytes) }}</td>
              <td>{{ size(b.databaseSize) }}, {{ count(b.rows, 'row') }} read from it</td>
              <td>{{ (b.tookMs / 1000).toFixed(1) }} s</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="quiet">None was made yet.</p>
        <p class="quiet">
          Taken back with <span class="mono">./pervius restore --from {{ standing.to }} --data DIR</span> into an empty directory; it is
          proven whole there.{{
            standing.encrypted ? ' Their passphrase is needed for it (--backup-passphrase FILE): keep it elsewhere, too.' : ''
          }}
        </p>
      </template>
    </template>
  </section>
</template>

<style scoped>
.backups {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 10px;
  overflow-x: auto;
}
p {
  overflow-wrap: anywhere;
}
</style>
