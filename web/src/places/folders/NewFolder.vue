<script setup lang="ts">
import { onMounted, reactive, ref } from 'vue'
import { api, data, type Folder, type Problem } from '../../api/client'
import { asProblem, useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'

const props = defineProps<{ parent: Folder }>()
const emit = defineEmits<{ made: [id: number]; cancel: [] }>()
const session = useSession()
const name = ref('')
const firm = ref<number | undefined>(props.parent.firm)
const values = reactive<Record<string, string>>({})
const problem = ref<Problem>()
const people = useLoaded(() => data(api.GET('/api/projects/{project}/people', { params: { path: { project: props.parent.project } } })))
onMounted(people.load)

async function make() {
  try {
    const given = Object.fromEntries(Object.entries(values).filter(([, v]) => v))
    const made = await data(
      api.POST('/api/folders/{parent}/folders', {
        params: { path: { parent: props.parent.id } },
        body: { name: name.value, firm: firm.value, values: given },
      }),
    )
    emit('made', made.id)
  } catch (e) {
    problem.value = asProblem(e)
  }
}
</script>

<template>
  <form v-escape="() => emit('cancel')" class="panel" @submit.prevent="make">
    <label class="field grow"
      ><span>Name, in “{{ parent.path || parent.name }}”</span><input v-model="name" class="text" required maxlength="200" autofocus
    /></label>
    <label class="field"
      ><span>Own folder of</span>
      <select v-model="firm" class="text">
        <option :value="undefined">nobody in particular</option>
        <option v-for="f in people.value.value?.firms" :key="f.id" :value="f.id">{{ f.code }} {{ f.name }}</option>
      </select>
    </label>
    <label v-for="field in session.project?.fields.filter((f) => f.codes.length && f.key !== 'originator')" :key="field.key" class="field">
      <span>{{ field.label }} of what lies here</span>
      <select v-model="values[field.key]" class="text">
        <option value="">not the same for all</option>
        <option v-for="c in field.codes" :key="c.code" :value="c.code">{{ c.code }} {{ c.meaning }}</option>
      </select>
    </label>
    <button class="act first" type="submit">Make the folder</button>
    <button class="act" type="button" @click="emit('cancel')">Leave it</button>
    <Trouble :problem="problem" />
  </form>
</template>

<style scoped>
form {
  display: flex;
  gap: 10px;
  padding: 10px;
  align-items: end;
  flex-wrap: wrap;
}
.field {
  flex: 1 1 170px;
  min-width: 150px;
}
.grow {
  flex: 2 1 260px;
  min-width: 240px;
}
</style>
