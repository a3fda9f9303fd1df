<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import FieldInputs from '../../parts/FieldInputs.vue'
import Trouble from '../../parts/Trouble.vue'
import { day } from '../../say'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

const props = defineProps<{ scheme: Schemas['SchemeView']; firms: Schemas['FirmView'][] }>()
const session = useSession()
const path = { project: must(session.project).id }
const all = useLoaded(() => data(api.GET('/api/projects/{project}/reservations', { params: { path } })))
const mine = computed(() => all.value.value?.items.filter((r) => r.scheme === props.scheme.key) ?? [])
const adding = ref(false)
const values = ref<Record<string, string>>({})
const count = ref(20)
const firm = ref<number>()
const until = ref('')
const reason = ref('')
const { busy, problem, act } = useAct(() => void all.load())
onMounted(all.load)
whenChanged(['NUMBERS', 'PASSAGE'], all.load, 500)

async function reserve() {
  const done = await act(() =>
    data(
      api.POST('/api/projects/{project}/reservations', {
        params: { path },
        body: {
          scheme: props.scheme.key,
          values: values.value,
          count: count.value,
          firm: must(firm.value),
          until: until.value,
          reason: reason.value,
        },
      }),
    ),
  )
  if (done) adding.value = false
}
const end = (r: Schemas['ReservationView']) =>
  act(() => data(api.DELETE('/api/reservations/{id}', { params: { path: { id: r.id }, query: { version: r.version } } })))
</script>

<template>
  <section class="panel">
    <header>
      <h2>Reserved ranges</h2>
      <span class="quiet grow">Kept for an originator; what was never seen when the day is over is given back by itself.</span>
      <button v-if="session.controls" class="act" type="button" :aria-expanded="adding" data-test="reserve" @click="adding = !adding">
        Reserve a range
      </button>
    </header>
    <form v-if="adding" v-escape="() => (adding = false)" class="add" @submit.prevent="reserve">
      <label class="field"
        ><span>For</span
        ><select v-model="firm" class="text" required data-test="reserve-firm">
          <option v-for="f in firms" :key="f.id" :value="f.id">{{ f.code }} {{ f.name }}</option>
        </select></label
      >
      <FieldInputs v-model="values" :keys="scheme.needs" />
      <label class="field few"
        ><span>How many</span><input v-model.number="count" class="text" type="number" min="1" max="1000" required
      /></label>
      <label class="field"><span>Until, the day included</span><input v-model="until" class="text" type="date" required /></label>
      <label class="field grow what"
        ><span>What for</span><input v-model="reason" class="text" required maxlength="1000" data-test="reserve-reason"
      /></label>
      <button class="act first" type="submit" :disabled="busy">Reserve them</button>
    </form>
    <Trouble :problem="all.problem.value ?? problem" />
    <table v-if="mine.length" class="dense">
      <thead>
        <tr>
          <th>Numbers</th>
          <th>How many</th>
          <th>For</th>
          <th>Until</th>
          <th>What for</th>
          <th>To take away</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in mine" :key="r.id" :class="{ over: r.ended }">
          <td class="mono">{{ r.run.first }} <span class="quiet">to</span> {{ r.run.last }}</td>
          <td>{{ r.run.used }} of {{ r.run.numbers }} used</td>
          <td :title="r.firmName">
            <span class="mono">{{ r.firm }}</span>
          </td>
          <td class="nowrap">{{ r.ended ? `ended ${day(r.ended)}` : day(r.until) }}</td>
          <td class="clip" :title="`${r.reason}, ${r.by}`">{{ r.reason }}</td>
          <td>
            <a :href="`/api/reservations/${r.id}/numbers?format=XLSX`">XLSX</a>
            <a :href="`/api/reservations/${r.id}/numbers?format=CSV`">CSV</a>
          </td>
          <td>
            <button v-if="session.controls && !r.ended" class="act bare" type="button" :disabled="busy" @click="end(r)">End it now</button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="all.value.value" class="quiet pad">None of this scheme.</p>
  </section>
</template>

<style scoped>
.add {
  display: flex;
  gap: 10px;
  padding: 10px;
  align-items: end;
  flex-wrap: wrap;
  border-bottom: 1px solid var(--line);
}
.few {
  max-width: 110px;
}
.what {
  min-width: 160px;
}
.pad {
  padding: 8px 10px;
}
.over {
  color: var(--quiet);
}
.clip {
  max-width: 230px;
}
</style>
