<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Num from '../../parts/Num.vue'
import Trouble from '../../parts/Trouble.vue'
import { exact, since } from '../../say'
import { useSession } from '../../session'
import { isOld } from './old'

const session = useSession()
const path = { project: session.project!.id }
const taken = useLoaded(() => data(api.GET('/api/projects/{project}/numbers-taken', { params: { path } })))
const giving = ref<Schemas['LedgerLine']>()
const reason = ref('')
const { busy, problem, act } = useAct(() => void taken.load())
onMounted(taken.load)
whenChanged(['NUMBERS', 'PASSAGE'], taken.load, 500)

async function giveUp() {
  if (await act(() => data(api.POST('/api/projects/{project}/numbers/given-up', { params: { path }, body: { number: giving.value!.number, reason: reason.value } })))) {
    giving.value = undefined
    reason.value = ''
  }
}
</script>

<template>
  <section v-if="taken.value.value?.items.length || taken.problem.value" class="taken">
    <h2>Taken, and nothing has come yet</h2>
    <Trouble :problem="taken.problem.value ?? problem" />
    <table class="dense">
      <thead><tr><th>Number</th><th>Title</th><th>Firm</th><th>Taken by</th><th>Since</th><th /></tr></thead>
      <tbody>
        <template v-for="line in taken.value.value?.items" :key="line.id">
          <tr>
            <td><Num :number="line.number" /></td><td class="clip">{{ line.title }}</td><td class="mono">{{ line.firm }}</td><td>{{ line.by }}</td>
            <td :class="{ attention: isOld(line.at) }" :title="exact(line.at)">{{ since(line.at) }}</td>
            <td><button class="act bare" type="button" :aria-expanded="giving?.id === line.id" @click="giving = giving?.id === line.id ? undefined : line">Give up</button></td>
          </tr>
          <tr v-if="giving?.id === line.id"><td colspan="6">
            <form class="row" @submit.prevent="giveUp" @keydown.esc="giving = undefined">
              <label class="grow"><span class="hidden-text">Why</span><input v-model="reason" class="text" required maxlength="1000" placeholder="Why it is not needed" autofocus></label>
              <button class="act first" type="submit" :disabled="busy">Give {{ line.number }} up</button><span class="quiet">It will never be assigned again.</span>
            </form></td></tr>
        </template>
      </tbody>
    </table>
    <p v-if="taken.value.value?.next" class="quiet">These are the oldest 100; others follow as these come or are given up.</p>
  </section>
</template>

<style scoped>
.taken { display: grid; gap: 6px; }
.clip { max-width: 340px; }
.attention { color: var(--attention); font-weight: 600; }
</style>
