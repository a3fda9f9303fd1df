<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { api, data, type PassageRow, type Problem, type WayOut } from '../api/client'
import { asProblem } from '../load'
import { useSession } from '../session'
import Trouble from './Trouble.vue'

const props = defineProps<{ row: PassageRow }>()
const emit = defineEmits<{ taken: [] }>()
const session = useSession()

const WORDS: Record<WayOut, string> = {
  TRY_AGAIN: 'Try again', GIVE_FIELDS: 'Give the missing fields', PUT_NAME_RIGHT: 'Put the name right',
  GO_ON_IN_FORCE: 'Go on under the rule now in force', SEND_BACK: 'Send back to the author', TAKE_OUT: 'Take out',
}
const EXPLAINED: Record<WayOut, string> = {
  TRY_AGAIN: 'Once the cause is mended: the same station again.',
  GIVE_FIELDS: 'Say what the fields are; then the same station again.',
  PUT_NAME_RIGHT: 'Say what the name should have been; it is read again with that.',
  GO_ON_IN_FORCE: 'The rules that are in force now judge it afresh.',
  SEND_BACK: 'Ends this passage; the author is told why.',
  TAKE_OUT: 'Ends this passage; the files stay in their folder.',
}
/** These ask for something, or end the passage; the others are done by one click. */
const ASKS: WayOut[] = ['GIVE_FIELDS', 'PUT_NAME_RIGHT', 'SEND_BACK', 'TAKE_OUT']

const chosen = ref<WayOut>()
const text = ref('')
const fields = reactive<Record<string, string>>({})
const problem = ref<Problem>()
const busy = ref(false)
const asked = computed(() => session.project?.fields.filter((f) => props.row.passage.stop?.fields.includes(f.key)) ?? [])

function choose(way: WayOut) {
  problem.value = undefined
  text.value = way === 'PUT_NAME_RIGHT' ? props.row.passage.originalName.replace(/\.[^.]+$/, '') : ''
  if (ASKS.includes(way)) chosen.value = chosen.value === way ? undefined : way
  else void take(way)
}

async function take(way: WayOut) {
  busy.value = true
  try {
    await data(api.POST('/api/passages/{id}/ways-out', {
      params: { path: { id: props.row.passage.id } },
      body: { way, fields: way === 'GIVE_FIELDS' ? { ...fields } : {}, text: text.value, version: props.row.passage.version },
    }))
    chosen.value = undefined
    problem.value = undefined
    emit('taken')
  } catch (e) {
    problem.value = asProblem(e)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="ways">
    <div class="row wrap">
      <button v-for="way in row.waysOut" :key="way" type="button" class="act" :class="{ on: chosen === way }" :disabled="busy" :title="EXPLAINED[way]"
        :aria-expanded="ASKS.includes(way) ? chosen === way : undefined" @click="choose(way)">{{ WORDS[way] }}</button>
      <span v-if="row.waysOut.length === 0" class="quiet">Document control has been told and will put this right.</span>
    </div>
    <form v-if="chosen" class="ask" @submit.prevent="take(chosen)">
      <template v-if="chosen === 'GIVE_FIELDS'">
        <label v-for="field in asked" :key="field.key" class="field">
          <span>{{ field.label }}</span>
          <select v-if="field.codes.length" v-model="fields[field.key]" class="text" required>
            <option v-for="code in field.codes" :key="code.code" :value="code.code">{{ code.code }} {{ code.meaning }}</option>
          </select>
          <input v-else v-model="fields[field.key]" class="text" required :maxlength="field.greatestWidth">
        </label>
      </template>
      <label v-else class="field wide">
        <span v-if="chosen === 'PUT_NAME_RIGHT'">The name as it should have been, without ending</span>
        <span v-else-if="chosen === 'SEND_BACK'">What the author is told</span>
        <span v-else>Why it is taken out (kept on its journal)</span>
        <input v-model="text" class="text" :required="chosen !== 'TAKE_OUT'" maxlength="2000">
      </label>
      <button class="act first" type="submit" :disabled="busy">{{ WORDS[chosen] }}</button>
      <small class="quiet">{{ EXPLAINED[chosen] }}</small>
    </form>
    <Trouble :problem="problem" />
  </div>
</template>

<style scoped>
.ways { display: grid; gap: 6px; }
.wrap { flex-wrap: wrap; }
.on { border-color: var(--main); box-shadow: inset 0 -2px 0 var(--main); }
.ask { display: flex; align-items: end; gap: 8px; flex-wrap: wrap; }
.wide { flex: 1; min-width: 260px; max-width: 520px; }
</style>
