<script setup lang="ts">
import { computed, reactive } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { stateName } from '../folders/tree'
import { must } from '../../parts/must'

const session = useSession()
const project = must(session.project)
const codes = reactive(JSON.parse(JSON.stringify(project.statusCodes)) as Schemas['StatusCode'][])
const STATES = ['WORK_IN_PROGRESS', 'SHARED', 'PUBLISHED', 'ARCHIVE'] as const
const changed = computed(() => JSON.stringify(codes) !== JSON.stringify(project.statusCodes))
const { busy, problem, act } = useAct()

function turn(code: Schemas['StatusCode'], state: (typeof STATES)[number]) {
  code.states = code.states.includes(state) ? code.states.filter((s) => s !== state) : [...code.states, state]
}

const save = () =>
  act(async () => {
    await data(
      api.PUT('/api/projects/{project}/status-codes', {
        params: { path: { project: project.id } },
        body: { version: project.version, statusCodes: codes },
      }),
    )
    await session.again()
  })
</script>

<template>
  <form class="panel codes" @submit.prevent="save">
    <p class="quiet">
      What a revision may be used for, and in folders of which information state. A rule that would place a revision with a code where the
      code does not go is refused, and so is the placing itself.
    </p>
    <table class="dense">
      <thead>
        <tr>
          <th>Code</th>
          <th>Meaning</th>
          <th v-for="s in STATES" :key="s">{{ stateName(s) }}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(code, i) in codes" :key="i">
          <td class="short"><input v-model="code.code" class="text mono" required maxlength="20" aria-label="Status code" /></td>
          <td>
            <input
              v-model="code.meaning"
              class="text"
              required
              maxlength="200"
              :aria-label="`Meaning of ${code.code}`"
              data-help="What it says"
            />
          </td>
          <td v-for="s in STATES" :key="s">
            <input
              type="checkbox"
              :checked="code.states.includes(s)"
              :aria-label="`${code.code} goes with ${stateName(s)}`"
              data-help="Goes with"
              @change="turn(code, s)"
            />
          </td>
          <td><button class="act bare" type="button" :aria-label="`Remove ${code.code}`" @click="codes.splice(i, 1)">Remove</button></td>
        </tr>
      </tbody>
    </table>
    <p class="quiet">None ticked: it goes with every state.</p>
    <div class="row">
      <button class="act" type="button" @click="codes.push({ code: '', meaning: '', states: [] })">Add a status code</button>
      <button class="act first" type="submit" :disabled="busy || !changed">Save the status codes</button>
    </div>
    <Trouble :problem="problem" />
  </form>
</template>

<style scoped>
.codes {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.short {
  width: 150px;
}
</style>
