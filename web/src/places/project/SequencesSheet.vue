<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { firstCodes } from './codes'
import { must } from '../../parts/must'

type Sequence = Schemas['SequenceForm']
const session = useSession()
const path = { params: { path: { project: must(session.project).id } } }
const now = useLoaded(() => data(api.GET('/api/projects/{project}/revision-sequences', path)))
const all = ref<Sequence[]>([])
const { busy, problem, act } = useAct()
onMounted(now.load)
watch(now.value, (v) => (all.value = JSON.parse(JSON.stringify(v?.sequences ?? [])) as Sequence[]))
const changed = computed(() => JSON.stringify(all.value) !== JSON.stringify(now.value.value?.sequences))

function move(i: number, by: number) {
  all.value.splice(i + by, 0, ...all.value.splice(i, 1))
}

const save = () =>
  act(async () => {
    await data(
      api.PUT('/api/projects/{project}/revision-sequences', {
        ...path,
        body: { after: must(now.value.value).edition, sequences: all.value },
      }),
    )
    await now.load()
  })
</script>

<template>
  <form class="panel sequences" @submit.prevent="save">
    <p class="quiet">
      In the order a document goes through them. It changes from one to the next when a rule says so, when its name carries the first code
      of the next, or when you say so on its page.
    </p>
    <Trouble :problem="now.problem.value ?? problem" />
    <div class="across">
      <table class="dense">
        <thead>
          <tr>
            <th />
            <th>Name</th>
            <th>Called</th>
            <th>Written as</th>
            <th>Begins with</th>
            <th>Sub-steps</th>
            <th>So it runs</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="(s, i) in all" :key="i">
            <td class="nowrap">
              <button class="act bare" type="button" :disabled="i === 0" :aria-label="`${s.name} earlier`" @click="move(i, -1)">↑</button
              ><button class="act bare" type="button" :disabled="i === all.length - 1" :aria-label="`${s.name} later`" @click="move(i, 1)">
                ↓
              </button>
            </td>
            <td><input v-model="s.name" class="text" required maxlength="80" aria-label="Name" /></td>
            <td>
              <input v-model="s.key" class="text mono" required pattern="[a-z][a-z0-9\-]*" maxlength="60" aria-label="What rules call it" />
            </td>
            <td>
              <div class="row">
                <select v-model="s.kind" class="text" aria-label="How its codes are written">
                  <option value="COUNTED">prefix and count</option>
                  <option value="LETTERS">letters</option>
                </select>
                <template v-if="s.kind === 'COUNTED'"
                  ><input
                    v-model="s.prefix"
                    class="text mono tiny"
                    maxlength="3"
                    pattern="[A-Z]*"
                    aria-label="Prefix"
                    placeholder="P" /><input
                    v-model.number="s.width"
                    class="text mono tiny"
                    type="number"
                    min="1"
                    max="3"
                    aria-label="Digits"
                /></template>
                <label v-else class="row"
                  >without <input v-model="s.leftOut" class="text mono tiny" maxlength="20" pattern="[A-Z]*" aria-label="Letters left out"
                /></label>
              </div>
            </td>
            <td>
              <select v-if="s.kind === 'COUNTED'" v-model.number="s.first" class="text" aria-label="First count">
                <option :value="0">0</option>
                <option :value="1">1</option>
              </select>
            </td>
            <td><input v-model="s.subSteps" type="checkbox" :aria-label="`${s.name} has sub-steps`" data-help="has sub-steps" /></td>
            <td class="mono">{{ firstCodes(s).join(', ') }} …</td>
            <td><button class="act bare" type="button" :disabled="all.length === 1" @click="all.splice(i, 1)">Remove</button></td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="row">
      <button
        class="act"
        type="button"
        @click="
          all.push({ key: 'numbers', name: 'numbers', kind: 'COUNTED', prefix: '', width: 1, first: 1, leftOut: '', subSteps: false })
        "
      >
        Add a sequence
      </button>
      <button class="act first" type="submit" :disabled="busy || !changed || !all.length">
        Put in force as edition {{ (now.value.value?.edition ?? 0) + 1 }}
      </button>
      <span class="quiet">Codes that documents have must stay in some sequence.</span>
    </div>
  </form>
</template>

<style scoped>
.sequences {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.tiny {
  width: 60px;
  flex: none;
}
table {
  min-width: 1060px;
}
th:nth-child(2) {
  min-width: 150px;
}
th:nth-child(3) {
  min-width: 150px;
}
</style>
