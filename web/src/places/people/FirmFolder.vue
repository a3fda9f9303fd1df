<script setup lang="ts">
import { computed, onMounted, watch } from 'vue'
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import { must } from '../../parts/must'
import { useSession } from '../../session'

/** Where firms get folders of their own: one of work in progress that belongs to no firm; the uppermost unless another is chosen. */
defineProps<{ label: string }>()
const folder = defineModel<number>({ required: true })
const session = useSession()
const path = { project: must(session.project).id }
const tree = useLoaded(() => data(api.GET('/api/projects/{project}/folders', { params: { path } })))
const holding = computed(() =>
  (tree.value.value ?? [])
    .filter((f) => f.state === 'WORK_IN_PROGRESS' && !f.firm && f.parent)
    .sort((a, b) => a.path.localeCompare(b.path)),
)
onMounted(tree.load)
watch(holding, ([first]) => {
  if (!folder.value && first) folder.value = first.id
})
</script>

<template>
  <label class="field"
    ><span>{{ label }}</span
    ><select v-model="folder" class="text">
      <option :value="0">no folder of their own</option>
      <option v-for="f in holding" :key="f.id" :value="f.id">{{ f.path }}</option>
    </select></label
  >
</template>
