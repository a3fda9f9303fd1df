<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import TakeAway from '../../parts/TakeAway.vue'
import ListUpload from '../../parts/ListUpload.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { must } from '../../parts/must'

type Field = Schemas['FieldForm']
const session = useSession()
const project = must(session.project)
const fields = reactive<Field[]>(JSON.parse(JSON.stringify(project.fields)) as Field[])
const at = ref(fields.find((f) => f.kind === 'CODES')?.key)
const field = computed(() => fields.find((f) => f.key === at.value))
const own = computed(() => project.fields.some((f) => f.key === at.value))
const find = ref('')
const taking = ref(false)
const adding = reactive({ key: '', label: '', kind: 'CODES' as Field['kind'], greatestWidth: 10 })
const KINDS: { kind: Field['kind']; word: string }[] = [
  { kind: 'CODES', word: 'codes' },
  { kind: 'DIGITS', word: 'digits' },
  { kind: 'LETTERS', word: 'letters' },
  { kind: 'DATE', word: 'date' },
  { kind: 'TEXT', word: 'free text' },
]
const { busy, problem, act } = useAct()
const changed = computed(() => JSON.stringify(fields) !== JSON.stringify(project.fields))
const codes = computed(() =>
  (field.value?.codes ?? []).filter((c) => `${c.code} ${c.meaning}`.toLowerCase().includes(find.value.trim().toLowerCase())),
)

function add() {
  fields.push({ ...adding, codes: adding.kind === 'CODES' ? [{ code: 'A', meaning: '', retired: false }] : [] })
  at.value = adding.key
  Object.assign(adding, { key: '', label: '' })
}

function remove() {
  fields.splice(
    fields.findIndex((f) => f.key === at.value),
    1,
  )
  at.value = fields[0]?.key
}

const save = () =>
  act(async () => {
    await data(
      api.PUT('/api/projects/{project}/fields', { params: { path: { project: project.id } }, body: { version: project.version, fields } }),
    )
    await session.again()
  })
</script>

<template>
  <form class="fields" @submit.prevent="save">
    <section class="panel side">
      <header><h2>Fields</h2></header>
      <ul>
        <li v-for="f in fields" :key="f.key">
          <button type="button" :class="{ here: f.key === at }" @click="at = f.key">
            <span>{{ f.label }}</span> <span class="mono quiet">{{ f.key }}</span>
          </button>
        </li>
      </ul>
      <div class="add">
        <label class="field"
          ><span>New field: what patterns call it</span
          ><input v-model="adding.key" class="text mono" pattern="[a-z][a-z0-9_]*" maxlength="40" placeholder="zone"
        /></label>
        <label class="field"
          ><span>What people call it</span><input v-model="adding.label" class="text" maxlength="80" placeholder="Zone"
        /></label>
        <label class="field"
          ><span>It takes</span
          ><select v-model="adding.kind" class="text">
            <option v-for="k in KINDS" :key="k.kind" :value="k.kind">{{ k.word }}</option>
          </select></label
        >
        <button
          class="act"
          type="button"
          :disabled="!/^[a-z][a-z0-9_]*$/.test(adding.key) || !adding.label.trim() || fields.some((f) => f.key === adding.key)"
          @click="add"
        >
          Add the field
        </button>
      </div>
    </section>

    <section v-if="field" class="panel one">
      <div class="row head">
        <label class="field grow"
          ><span>What people call it</span><input v-model="field.label" class="text" required maxlength="80"
        /></label>
        <label class="field few"
          ><span>At most so wide</span><input v-model.number="field.greatestWidth" class="text" type="number" min="1" max="200" required
        /></label>
        <span
          >takes {{ KINDS.find((k) => k.kind === must(field).kind)?.word }}; patterns call it
          <span class="mono">{{ '{' + field.key + '}' }}</span></span
        >
        <button v-if="field.key !== 'project' && field.key !== 'originator'" class="act" type="button" @click="remove">
          Remove the field
        </button>
      </div>
      <template v-if="field.kind === 'CODES'">
        <div class="row tools">
          <button class="act" type="button" @click="field.codes.unshift({ code: '', meaning: '', retired: false })">Add a code</button>
          <button
            v-if="own"
            class="act"
            type="button"
            :aria-expanded="taking"
            :disabled="changed"
            :title="changed ? 'Save what you have changed first' : ''"
            @click="taking = !taking"
          >
            Take over a list
          </button>
          <TakeAway :url="`/api/projects/${project.id}/fields/${field.key}/codes`" :what="`The codes of ${field.label}`" />
          <input
            v-if="field.codes.length > 12"
            v-model="find"
            class="text find"
            type="search"
            placeholder="Find a code"
            aria-label="Find a code"
          />
          <span class="quiet"
            >{{ field.codes.length }} codes. A code in use cannot vanish; retired, it is still read, but nothing new gets it.</span
          >
        </div>
        <ListUpload
          v-if="taking"
          :path="`/api/projects/${project.id}/fields/${field.key}/codes?`"
          columns="Code, Meaning"
          :what="`Codes of “${field.label}”`"
          :summary="(a: Schemas['CodesTaken']) => `${a.added} codes are new, ${a.changed} get another meaning.`"
          @taken="session.again()"
          @cancel="taking = false"
        />
        <div class="scroll">
          <table class="dense">
            <thead>
              <tr>
                <th>Code</th>
                <th>Meaning</th>
                <th>Retired</th>
                <th />
              </tr>
            </thead>
            <tbody>
              <tr v-for="code in codes" :key="field.codes.indexOf(code)" :class="{ retired: code.retired }">
                <td class="code">
                  <input v-model="code.code" class="text mono" required :maxlength="field.greatestWidth" aria-label="Code" />
                </td>
                <td>
                  <input
                    v-model="code.meaning"
                    class="text"
                    required
                    maxlength="200"
                    :aria-label="`Meaning of ${code.code}`"
                    data-help="Meaning"
                  />
                </td>
                <td><input v-model="code.retired" type="checkbox" :aria-label="`${code.code} is retired`" data-help="Retired" /></td>
                <td>
                  <button
                    class="act bare"
                    type="button"
                    :aria-label="`Remove ${code.code}`"
                    @click="field.codes.splice(field.codes.indexOf(code), 1)"
                  >
                    Remove
                  </button>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
      </template>
      <p v-else class="quiet pad">A field of this kind has no list.</p>
    </section>
    <footer class="row">
      <button class="act first" type="submit" :disabled="busy || !changed">Save the fields</button>
      <span class="quiet">{{
        changed
          ? 'Not saved yet. What schemes, rules and documents need cannot be taken away; you are told what needs it.'
          : 'Everything is saved.'
      }}</span>
    </footer>
    <Trouble class="whole" :problem="problem" />
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 230px minmax(0, 1fr);
  gap: 10px;
  align-items: start;
}
.side li button {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  width: 100%;
  border: 0;
  background: none;
  padding: 4px 10px;
  cursor: pointer;
  text-align: left;
}
.side li button.here {
  background: var(--main-soft);
  box-shadow: inset 3px 0 0 var(--main);
}
.add {
  display: grid;
  gap: 6px;
  padding: 10px;
  border-top: 1px solid var(--line);
}
.one {
  display: grid;
  gap: 8px;
  padding: 10px;
}
.head {
  align-items: end;
  flex-wrap: wrap;
}
.few {
  max-width: 110px;
}
.tools {
  flex-wrap: wrap;
}
.find {
  max-width: 160px;
}
.scroll {
  max-height: 56vh;
  overflow: auto;
}
.code {
  width: 140px;
}
.retired {
  opacity: 0.75;
}
.retired input.text {
  text-decoration: line-through;
}
footer,
.whole {
  grid-column: 1 / -1;
}
.pad {
  padding: 8px 0;
}
</style>
