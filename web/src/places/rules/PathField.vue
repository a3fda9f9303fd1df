<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, data } from '../../api/client'
import { useLoaded } from '../../load'
import { useSession } from '../../session'

/** A path pattern below a folder, with what it would become for the documents that came last. */
const path = defineModel<string>({ required: true })
const props = defineProps<{ label: string; folder: string }>()
const session = useSession()
const open = ref(path.value !== '')
const tried = useLoaded(() => data(api.POST('/api/projects/{project}/patterns/path-trials', { params: { path: { project: session.project!.id } }, body: { path: path.value } })))
let pause: ReturnType<typeof setTimeout> | undefined
watch(path, (now) => {
  clearTimeout(pause)
  if (now.trim()) pause = setTimeout(() => void tried.load(), 250)
}, { immediate: true })
</script>

<template>
  <div class="path">
    <button v-if="!open" class="act bare" type="button" @click="open = true">into a folder below it, by fields</button>
    <template v-else>
      <input v-model="path" class="text mono" maxlength="500" placeholder="{discipline}/{type}" :aria-label="props.label">
      <p v-for="f in tried.value.value?.faults" :key="f.message" class="error">At character {{ f.position + 1 }}: {{ f.message }}.</p>
      <ul v-if="path.trim()"><li v-for="m in tried.value.value?.made" :key="m.document"><span class="mono">{{ m.document }}</span> <span v-if="m.path">{{ props.folder }} / {{ m.path }}</span><span v-else class="attention">{{ m.reason }}</span></li></ul>
    </template>
  </div>
</template>

<style scoped>
.path { margin-left: 18px; display: grid; gap: 3px; min-width: 0; } .path button { justify-self: start; } ul { font-size: 12px; display: grid; gap: 2px; overflow-wrap: anywhere; } .attention { color: var(--attention); } .error { font-size: 12px; }
</style>
