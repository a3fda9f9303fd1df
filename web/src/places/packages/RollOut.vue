<script setup lang="ts">
import { onMounted } from 'vue'
import { RouterLink } from 'vue-router'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { must } from '../../parts/must'

const props = defineProps<{ template: string }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const would = useLoaded(() =>
  data(
    api.GET('/api/projects/{project}/folder-templates/{template}/roll-out', {
      params: { path: { project: must(session.project).id, template: props.template } },
    }),
  ),
)
const { busy, problem, act } = useAct(() => (void would.load(), emit('changed')))
onMounted(would.load)
const changes = (r: Schemas['RollOutView']) => r.changes.some((c) => c.changes)
const rollOut = (r: Schemas['RollOutView']) =>
  act(() => data(api.POST('/api/packages/{id}/roll-out', { params: { path: { id: r.id } }, body: { edition: r.edition } })))
</script>

<template>
  <div class="roll">
    <p class="quiet">
      What bringing each package up to the template would change. No folder and no file is ever taken away by it; folders that people have
      renamed keep their names.
    </p>
    <Trouble :problem="would.problem.value ?? problem" />
    <div v-for="r in would.value.value" :key="r.id" class="one">
      <strong class="mono"
        ><RouterLink :to="`/packages/${r.id}`">{{ r.code }}</RouterLink></strong
      >
      <ul class="grow">
        <li v-for="c in r.changes" :key="c.sentence" :class="{ quiet: !c.changes }">{{ c.sentence }}</li>
        <li v-if="r.fault" class="error">{{ r.fault }}</li>
        <li v-if="!r.changes.length && !r.fault" class="quiet">Nothing; it is as the template says.</li>
      </ul>
      <button v-if="changes(r)" class="act" type="button" :disabled="busy" @click="rollOut(r)">Do this in {{ r.code }}</button>
    </div>
  </div>
</template>

<style scoped>
.roll {
  display: grid;
  gap: 8px;
  padding: 8px 4px;
}
.one {
  display: flex;
  gap: 14px;
  align-items: flex-start;
  border-top: 1px solid var(--line);
  padding-top: 6px;
}
</style>
