<script setup lang="ts">
import { computed, onMounted, reactive } from 'vue'
import { api, data, type Code } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { must } from '../../parts/must'

/** What the four decision codes are called, and what follows from each unless a rule or route says otherwise. */
const session = useSession()
const project = must(session.project)
const codes = reactive(JSON.parse(JSON.stringify(project.decisionCodes)) as Code[])
const folders = useLoaded(() => data(api.GET('/api/projects/{project}/folders', { params: { path: { project: project.id } } })))
onMounted(folders.load)
const places = computed(() => (folders.value.value ?? []).filter((f) => f.path && f.state !== 'WORK_IN_PROGRESS' && f.state !== 'ARCHIVE'))
const changed = computed(() => JSON.stringify(codes) !== JSON.stringify(project.decisionCodes))
const { busy, problem, act } = useAct()

function setFolder(code: Code, value: string) {
  code.folder = value ? Number(value) : undefined
  code.status = value ? (code.status ?? fitting(code)[0]?.code) : undefined
  if (!value) code.path = undefined
}

function fitting(code: Code) {
  const state = folders.value.value?.find((f) => f.id === code.folder)?.state
  return project.statusCodes.filter((s) => s.states.length === 0 || !state || s.states.includes(state) || s.code === code.status)
}

const save = () =>
  act(async () => {
    await data(
      api.PUT('/api/projects/{project}/decision-codes', {
        params: { path: { project: project.id } },
        body: { version: project.version, decisionCodes: codes },
      }),
    )
    await session.again()
  })
</script>

<template>
  <form class="panel codes" @submit.prevent="save">
    <p class="quiet">
      They go from best to worst: where several people answer and the worst counts, the highest digit does. What follows here holds for
      files sent by hand and for rules that say “as the project”.
    </p>
    <Trouble :problem="problem ?? folders.problem.value" />
    <div class="across">
      <table class="dense">
        <thead>
          <tr>
            <th>Key</th>
            <th>Called</th>
            <th>In short</th>
            <th>Work may go on</th>
            <th>Must come again</th>
            <th>Needs a comment</th>
            <th>Issued to</th>
            <th>with status</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in codes" :key="c.digit">
            <td>
              <span class="key">{{ c.digit }}</span>
            </td>
            <td><input v-model="c.name" class="text" required maxlength="60" :aria-label="`What ${c.digit} is called`" /></td>
            <td><input v-model="c.shortText" class="text mono short" required maxlength="8" :aria-label="`${c.digit} in short`" /></td>
            <td><input v-model="c.workMayGoOn" type="checkbox" :aria-label="`With ${c.digit} work may go on`" /></td>
            <td><input v-model="c.mustComeAgain" type="checkbox" :aria-label="`With ${c.digit} it must come again`" /></td>
            <td><input v-model="c.commentRequired" type="checkbox" :aria-label="`${c.digit} needs a comment`" /></td>
            <td>
              <select
                class="text"
                :value="c.folder ?? ''"
                :aria-label="`Where ${c.digit} is issued to`"
                @change="setFolder(c, ($event.target as HTMLSelectElement).value)"
              >
                <option value="">back to the author</option>
                <option v-for="f in places" :key="f.id" :value="f.id">{{ f.path }}</option></select
              ><small v-if="c.folder" class="quiet">{{ places.find((f) => f.id === c.folder)?.path }}</small>
            </td>
            <td>
              <select v-if="c.folder" v-model="c.status" class="text" :aria-label="`Status code for ${c.digit}`" required>
                <option v-for="s in fitting(c)" :key="s.code" :value="s.code">{{ s.code }} {{ s.meaning }}</option>
              </select>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="row">
      <button class="act first" type="submit" :disabled="busy || !changed">Save the decision codes</button
      ><span class="quiet">{{ changed ? 'Not saved yet.' : 'Everything is saved.' }} Decisions that were given keep their digit.</span>
    </div>
  </form>
</template>

<style scoped>
.codes {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.short {
  width: 120px;
}
table {
  min-width: 1080px;
}
td {
  height: auto;
  padding-block: 3px;
}
td small {
  overflow-wrap: anywhere;
}
th:nth-child(2) {
  width: 190px;
}
th:nth-child(7) {
  min-width: 250px;
}
th:nth-child(8) {
  min-width: 170px;
}
</style>
