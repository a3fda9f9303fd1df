<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import { useSession } from '../../session'
import { must } from '../../parts/must'

/** Days per step, route, discipline and person, the late share, and the load on each person now and coming. */
const session = useSession()
const days = ref(90)
const turnaround = useLoaded(() =>
  data(
    api.GET('/api/projects/{project}/turnaround', { params: { path: { project: must(session.project).id }, query: { days: days.value } } }),
  ),
)
onMounted(turnaround.load)
watch(days, turnaround.load)
const t = computed(() => turnaround.value.value)
const tables = computed(() =>
  t.value
    ? [
        { head: 'Step', rows: t.value.byStep },
        { head: 'Route', rows: t.value.byRoute },
        { head: 'Role', rows: t.value.byRole },
        { head: 'Discipline', rows: t.value.byDiscipline.map(named) },
        { head: 'Closed by', rows: t.value.byPerson },
      ]
    : [],
)
const longest = computed(() => Math.max(1, ...(t.value?.byStep ?? []).map((r) => r.longest)))
const heaviest = computed(() => Math.max(1, ...(t.value?.load ?? []).map((l) => l.files + l.coming)))
const share = (n: number, of: number) => (of ? `${Math.round((100 * n) / of)}%` : '')

function named(row: Schemas['Took']) {
  const meaning = session.project?.fields.find((f) => f.key === 'discipline')?.codes.find((c) => c.code === row.what)?.meaning
  return meaning ? { ...row, what: `${row.what} ${meaning}` } : row
}
</script>

<template>
  <div class="plots">
    <div class="row">
      <label class="row"
        >Steps closed in the last
        <select v-model.number="days" class="text">
          <option :value="30">30 days</option>
          <option :value="90">90 days</option>
          <option :value="365">year</option>
          <option :value="1000">1000 days</option>
        </select></label
      >
      <span v-if="t"
        >{{ count(t.closedSteps, 'step') }}, {{ t.lateSteps }} late<template v-if="t.closedSteps">
          ({{ share(t.lateSteps, t.closedSteps) }})</template
        >. Counted in the project’s working days.</span
      >
    </div>
    <Trouble :problem="turnaround.problem.value" :again="turnaround.load" />
    <p v-if="!t && !turnaround.problem.value" class="quiet" role="status">Counting days …</p>
    <template v-if="t">
      <p v-if="!t.closedSteps" class="empty">
        <strong>No step was closed in that time.</strong>As soon as reviewers close steps, the days they took stand here.
      </p>
      <div v-else class="four">
        <section v-for="table in tables" :key="table.head">
          <h2>Days by {{ table.head.toLowerCase() }}</h2>
          <table class="dense">
            <thead>
              <tr>
                <th>{{ table.head }}</th>
                <th>Steps</th>
                <th class="bars">Median and longest, working days</th>
                <th>Late</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="r in table.rows" :key="r.what">
                <td class="clip" :title="r.what">{{ r.what }}</td>
                <td>{{ r.steps }}</td>
                <td class="bars">
                  <span class="track"
                    ><span class="longest" :style="{ width: `${(100 * r.longest) / longest}%` }" /><span
                      class="median"
                      :style="{ width: `${(100 * r.median) / longest}%` }" /></span
                  ><span class="mono">{{ r.median }} / {{ r.longest }}</span>
                </td>
                <td :class="{ error: r.late }">{{ r.late ? `${r.late}, ${share(r.late, r.steps)}` : 'none' }}</td>
              </tr>
            </tbody>
          </table>
        </section>
      </div>
      <section>
        <h2>Load per person</h2>
        <table v-if="t.load.length" class="dense load">
          <thead>
            <tr>
              <th>Person</th>
              <th>Firm</th>
              <th class="bars">Files now and coming</th>
              <th>Now</th>
              <th>Late</th>
              <th>Due in 5 working days</th>
              <th>Coming</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="l in t.load" :key="l.person">
              <td>{{ l.person }}</td>
              <td class="mono">{{ l.firm }}</td>
              <td class="bars">
                <span class="track"
                  ><span class="coming" :style="{ width: `${(100 * (l.files + l.coming)) / heaviest}%` }" /><span
                    class="median"
                    :style="{ width: `${(100 * l.files) / heaviest}%` }" /><span
                    class="late"
                    :style="{ width: `${(100 * l.late) / heaviest}%` }"
                /></span>
              </td>
              <td>{{ l.files }}</td>
              <td :class="{ error: l.late }">{{ l.late }}</td>
              <td>{{ l.thisWeek }}</td>
              <td>{{ l.coming }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="quiet">Nothing waits for anybody.</p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.plots {
  display: grid;
  gap: 14px;
  align-content: start;
  overflow: auto;
  max-width: 1300px;
}
select {
  width: auto;
}
.four {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
}
section {
  display: grid;
  gap: 5px;
  align-content: start;
}
.clip {
  max-width: 150px;
}
.bars {
  width: 260px;
  white-space: nowrap;
}
.load .bars {
  width: 380px;
}
.track {
  position: relative;
  display: inline-block;
  height: 12px;
  width: 180px;
  margin-right: 8px;
  vertical-align: middle;
  background: var(--shade);
}
.load .track {
  width: 340px;
}
.track span {
  position: absolute;
  left: 0;
  top: 0;
  bottom: 0;
}
.longest,
.coming {
  border: 1px solid var(--line-strong);
}
.median {
  background: var(--main);
}
.late {
  background: var(--stop);
}
@media (max-width: 1100px) {
  .four {
    grid-template-columns: 1fr;
  }
}
</style>
