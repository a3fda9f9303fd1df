<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Num from '../../parts/Num.vue'
import Trouble from '../../parts/Trouble.vue'
import { exact, since } from '../../say'
import { useSession } from '../../session'
import { isOld } from './old'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/** Of one scheme, or of all. */
const props = defineProps<{ scheme?: Schemas['SchemeView'] }>()
const SHOWN = 6
const session = useSession()
const whole = ref(false)
const path = { project: must(session.project).id }
const taken = useLoaded(() => data(api.GET('/api/projects/{project}/numbers-taken', { params: { path } })))
const giving = ref<Schemas['LedgerLine']>()
const reason = ref('')
const { busy, problem, act } = useAct(() => void taken.load())
const lines = computed(() => (taken.value.value?.items ?? []).filter((l) => !props.scheme || l.scheme === props.scheme.key))
const shown = computed(() => (whole.value ? lines.value : lines.value.slice(0, SHOWN)))
onMounted(taken.load)
whenChanged(['NUMBERS', 'PASSAGE'], taken.load, 500)

async function giveUp() {
  if (
    await act(() =>
      data(
        api.POST('/api/projects/{project}/numbers/given-up', {
          params: { path },
          body: { number: must(giving.value).number, reason: reason.value },
        }),
      ),
    )
  ) {
    giving.value = undefined
    reason.value = ''
  }
}
</script>

<template>
  <section v-if="lines.length || taken.problem.value" class="panel">
    <header>
      <h2>Taken, and nothing has come yet</h2>
      <span class="quiet">Oldest first. What is not needed can be given up.</span>
    </header>
    <Trouble :problem="taken.problem.value ?? problem" />
    <table class="dense">
      <thead>
        <tr>
          <th>Number</th>
          <th>Title</th>
          <th>Firm</th>
          <th>Taken by</th>
          <th>Since</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <template v-for="line in shown" :key="line.id">
          <tr>
            <td><Num :number="line.number" /></td>
            <td class="clip">{{ line.title }}</td>
            <td class="mono">{{ line.firm }}</td>
            <td>{{ line.by }}</td>
            <td :class="{ attention: isOld(line.at) }" :title="exact(line.at)">{{ since(line.at) }}</td>
            <td>
              <button
                class="act bare"
                type="button"
                :aria-expanded="giving?.id === line.id"
                @click="giving = giving?.id === line.id ? undefined : line"
              >
                Give up
              </button>
            </td>
          </tr>
          <tr v-if="giving?.id === line.id">
            <td colspan="6">
              <form v-escape="() => (giving = undefined)" class="row" @submit.prevent="giveUp">
                <label class="grow"
                  ><span class="hidden-text">Why</span
                  ><input v-model="reason" class="text" required maxlength="1000" placeholder="Why it is not needed" autofocus
                /></label>
                <button class="act first" type="submit" :disabled="busy">Give {{ line.number }} up</button
                ><span class="quiet">It will never be assigned again.</span>
              </form>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <button v-if="lines.length > shown.length" class="act more" type="button" @click="whole = true">Show all {{ lines.length }}</button>
    <p v-if="taken.value.value?.next && whole" class="quiet">These are the oldest 100; others follow as these come or are given up.</p>
  </section>
</template>

<style scoped>
.more {
  margin: 6px 8px;
  justify-self: start;
}
.clip {
  max-width: 340px;
}
.attention {
  color: var(--attention);
  font-weight: 600;
}
</style>
