<script setup lang="ts">
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { api, data, type Schemas } from '../../api/client'
import { useAct } from '../../act'
import { useLoaded } from '../../load'
import LetterTry from '../../parts/LetterTry.vue'
import MergeText from '../../parts/MergeText.vue'
import Trouble from '../../parts/Trouble.vue'

/** What the project says on each occasion where a rule has no words of its own. */
type Words = Schemas['UsualWordsView']
const props = defineProps<{ project: number }>()
const at = () => ({ project: props.project })
const all = useLoaded(() => data(api.GET('/api/projects/{project}/usual-words', { params: { path: at() } })))
const { busy, problem, act } = useAct(all.load)
const occasion = ref<Words['occasion']>('ARRIVED')
const its = computed(() => all.value.value?.find((w) => w.occasion === occasion.value))
const form = reactive({ subject: '', text: '' })
const faults = ref<Schemas['WordFault'][]>([])
const of = (part: string) => faults.value.filter((f) => f.part === part)
const saved = ref(false)
onMounted(all.load)
/** What was written and not saved stays, whatever is asked anew. */
const written = ref(false)
const show = () => its.value && Object.assign(form, { subject: its.value.subject, text: its.value.text })
watch(its, () => !written.value && show())
watch(occasion, () => {
  saved.value = written.value = false
  show()
})
async function save() {
  saved.value = await act(() =>
    data(
      api.PUT('/api/projects/{project}/usual-words/{occasion}', {
        params: { path: { ...at(), occasion: occasion.value } },
        body: { ...form, version: its.value?.version ?? 0 },
      }),
    ),
  )
  if (saved.value) written.value = false
}
</script>

<template>
  <details class="panel usual">
    <summary>The usual words of this project</summary>
    <Trouble :problem="all.problem.value ?? problem" :again="all.load" />
    <form v-if="its" class="words" @submit.prevent="save" @input="((saved = false), (written = true))" @change="written = true">
      <div class="edit">
        <label class="row"
          ><span>when something is said</span>
          <select v-model="occasion" class="text" data-test="usual-occasion">
            <option v-for="w in all.value.value" :key="w.occasion" :value="w.occasion">
              {{ w.word }}{{ w.subject || w.text ? ' (own words)' : '' }}
            </option>
          </select></label
        >
        <MergeText
          v-model="form.subject"
          name="The project's subject"
          placeholder="as Pervius says it"
          :most="200"
          :faults="of('subject')"
        />
        <MergeText
          v-model="form.text"
          name="The project's text"
          placeholder="as Pervius says it"
          :most="500"
          :rows="3"
          :faults="of('text')"
        />
        <span class="row"
          ><button class="act" type="submit" :disabled="busy || faults.length > 0" data-test="save-words">Save</button>
          <span v-if="saved" role="status" class="quiet">Saved.</span></span
        >
        <p class="quiet">Where a rule has words of its own, those are said.</p>
      </div>
      <LetterTry :occasion="occasion" :subject="form.subject" :text="form.text" @faults="(f) => (faults = f)" />
    </form>
  </details>
</template>

<style scoped>
.usual {
  padding: 8px 12px;
}
summary {
  cursor: pointer;
  font-weight: 600;
}
.words {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 8px 16px;
  margin-top: 6px;
}
.edit {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  align-content: start;
}
.edit select {
  width: auto;
}
</style>
