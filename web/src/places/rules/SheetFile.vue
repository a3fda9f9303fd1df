<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import { proof, problemOf, type Problem, type Schemas, type Sheet } from '../../api/client'
import { asProblem } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import { useSession } from '../../session'
import { vEscape } from '../../parts/escape'
import { must } from '../../parts/must'

/** The sheet out as a text file and in again, as drafts. */
const props = defineProps<{ sheet: Sheet }>()
const emit = defineEmits<{ close: []; taken: [before: Sheet, file: string] }>()
const session = useSession()
const url = `/api/projects/${must(session.project).id}/rules/file`
const read = shallowRef<Schemas['FileRead']>()
const problem = shallowRef<Problem>()
const busy = ref(false)
const name = ref('')

async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  name.value = file.name
  const before = props.sheet
  busy.value = true
  read.value = problem.value = undefined
  try {
    const response = await fetch(url, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/yaml', ...proof() },
      body: await file.text(),
    })
    if (!response.ok) throw problemOf(response.status, await response.json().catch(() => undefined))
    read.value = (await response.json()) as Schemas['FileRead']
    if (read.value.taken) emit('taken', before, file.name)
  } catch (e) {
    problem.value = asProblem(e)
  } finally {
    busy.value = false
    input.value = ''
  }
}
</script>

<template>
  <section v-escape="() => emit('close')" class="panel file" aria-label="The sheet as a file">
    <p class="row">
      <strong>The sheet as a file</strong
      ><a class="act" :href="`${url}?which=WITH_DRAFTS`" download data-test="sheet-out">Write it out with the drafts (YAML)</a
      ><a class="act" :href="`${url}?which=IN_FORCE`" download data-test="sheet-in-force">What is in force</a>
      <label class="act"
        >Read one in<input type="file" accept=".yaml,.yml" class="hidden-text" data-test="sheet-in" :disabled="busy" @change="take"
      /></label>
      <a href="/api/rule-sheet.schema.json" target="_blank" rel="noopener">what it may say (JSON Schema)</a><span class="grow" /><button
        class="act"
        type="button"
        @click="emit('close')"
      >
        Put away
      </button>
    </p>
    <p class="quiet">
      What is read in becomes drafts; rules are the same by their names. Nothing is put in force, and a file with anything wrong in it
      changes nothing.
    </p>
    <p v-if="busy" role="status">Reading {{ name }} …</p>
    <Trouble :problem="problem" />
    <div v-if="read?.faults.length" class="note bad" role="alert">
      <p>
        <strong>{{ name }} was not taken.</strong> {{ count(read.faults.length, 'thing is', 'things are') }} wrong with it:
      </p>
      <ul>
        <li v-for="(f, i) in read.faults" :key="i">
          <span class="mono">line {{ f.line }}</span> {{ f.reason }}
        </li>
      </ul>
    </div>
    <p v-else-if="read?.taken" class="note good" role="status">
      {{ name }} was taken over: {{ count(read.taken.added, 'rule') }} new, {{ read.taken.changed }} changed, {{ read.taken.same }} the
      same<template v-if="read.taken.project">, and what the project says</template>.
      <template v-if="read.taken.left.length"
        >Not in the file, and left as they are behind the others: {{ read.taken.left.join(', ') }}.</template
      >
      <template v-if="read.taken.replaced.length"
        >Drafts of others gave way: {{ read.taken.replaced.join(', ') }}; “Take back” brings them back.</template
      >
    </p>
  </section>
</template>

<style scoped>
.file {
  display: grid;
  gap: 5px;
  padding: 8px 12px;
}
.file ul {
  max-height: 180px;
  overflow: auto;
}
label.act {
  cursor: pointer;
}
label.act:focus-within {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
</style>
