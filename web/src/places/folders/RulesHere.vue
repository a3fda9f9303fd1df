<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useAct } from '../../act'
import { api, data, type Folder } from '../../api/client'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/** Has rules that exist already stand on this folder too, as drafts. */
const props = defineProps<{ folder: Folder }>()
const emit = defineEmits<{ cancel: [] }>()
const session = useSession()
const project = must(session.project).id
const sheet = useLoaded(() => data(api.GET('/api/projects/{project}/rules', { params: { path: { project } } })))
const chosen = ref<number[]>([])
const drafted = ref<string[]>([])
const below = ref(true)
const { busy, problem, act } = useAct(() => void sheet.load())
onMounted(sheet.load)
const elsewhere = computed(() =>
  (sheet.value.value?.rules ?? []).filter((r) => !must(r.draft ?? r.inForce).places.some((p) => p.folder === props.folder.id)),
)

async function stand() {
  const rules = elsewhere.value.filter((r) => chosen.value.includes(r.id))
  const done = await act(async () => {
    for (const r of rules) {
      const form = must(r.draft ?? r.inForce)
      await data(
        api.PUT('/api/rules/{id}/draft', {
          params: { path: { id: r.id } },
          body: { version: r.version, rule: { ...form, places: [...form.places, { folder: props.folder.id, withBelow: below.value }] } },
        }),
      )
    }
  })
  if (done) drafted.value = rules.map((r) => must(r.draft ?? r.inForce).name)
  chosen.value = []
}
</script>

<template>
  <form v-escape="() => emit('cancel')" class="panel here" aria-label="Rules for this folder" @submit.prevent="stand">
    <p><strong>Have rules that exist stand here too</strong></p>
    <Trouble :problem="problem ?? sheet.problem.value" />
    <p v-if="drafted.length" class="note good" role="status">
      Drafted: {{ drafted.join(', ') }}. <RouterLink to="/rules">Put them in force on the rule sheet</RouterLink>.
    </p>
    <ul v-if="elsewhere.length">
      <li v-for="r in elsewhere" :key="r.id">
        <label
          ><input v-model="chosen" type="checkbox" :value="r.id" /> {{ must(r.draft ?? r.inForce).name }}
          <span class="quiet">stands on {{ r.words.where }}</span></label
        >
      </li>
    </ul>
    <p v-else-if="sheet.value.value" class="quiet">Every rule stands here already.</p>
    <p class="row">
      <label><input v-model="below" type="checkbox" /> and below</label
      ><button class="act first" type="submit" :disabled="busy || !chosen.length">Draft it</button
      ><button class="act" type="button" @click="emit('cancel')">Done</button
      ><span class="quiet">Nothing changes until the drafts are put in force.</span>
    </p>
  </form>
</template>

<style scoped>
.here {
  display: grid;
  gap: 6px;
  padding: 8px 12px;
}
.here ul {
  max-height: 180px;
  overflow: auto;
}
</style>
