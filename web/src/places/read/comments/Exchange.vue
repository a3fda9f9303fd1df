<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '../../../api/client'
import ListUpload from '../../../parts/ListUpload.vue'
import AnswersFromSheet from '../../comments/AnswersFromSheet.vue'
import { vEscape } from '../../../parts/escape'
import TakeAway from '../../../parts/TakeAway.vue'
import { count } from '../../../say'
import OwnMarks from './OwnMarks.vue'

/** Comments for those who work with something else: as a table and back, as marks for other programs and back. */
const props = defineProps<{
  project: number
  passage: number
  /** The files of its review, with this one. */
  together: number[]
  /** The revisions of its document. */
  revisions: number[]
  pdf: boolean
}>()
const emit = defineEmits<{ taken: []; done: [] }>()
const open = ref<'answers' | 'marks' | 'own'>()
const sheet = computed(() => `/api/projects/${props.project}/comment-sheet`)
const marks = computed(() => `/api/passages/${props.passage}/marks`)
/** Of which revisions there is a sheet to take away. */
const sheets = computed(() =>
  [
    { of: 'on this file', passages: [props.passage] },
    { of: 'on every revision of it', passages: props.revisions },
    { of: `on all ${props.together.length} files of its review`, passages: props.together },
  ]
    .filter((s, i) => !i || s.passages.length > 1)
    .map((s) => ({ of: s.of, passages: s.passages.join(',') })),
)

function marked({ marks: many, known }: Schemas['MarksTaken'], done: boolean) {
  return `${done ? 'Taken over: ' : ''}${count(many, 'mark')}${known ? `, ${known} here already` : ''}.`
}
</script>

<template>
  <div v-escape="() => emit('done')" class="panel exchange" role="dialog" aria-label="Comments out and in">
    <h2>Comment sheet</h2>
    <p v-for="s in sheets" :key="s.of" class="row">
      {{ s.of }} <TakeAway :url="sheet" :query="{ passages: s.passages }" :what="`The comments ${s.of}`" />
      <a class="act" :href="`${sheet}/summary?passages=${s.passages}`" download :aria-label="`The comments ${s.of} as PDF`">PDF</a>
      <RouterLink class="act bare" :to="{ path: '/comments', query: { passages: s.passages, of: s.of } }">See them as a list</RouterLink>
    </p>
    <p class="row">
      <button class="act" type="button" :aria-expanded="open === 'answers'" @click="open = open === 'answers' ? undefined : 'answers'">
        Answers from a sheet …
      </button>
    </p>
    <AnswersFromSheet v-if="open === 'answers'" :sheet="sheet" @taken="emit('taken')" @cancel="open = undefined" />
    <h2>Marks for other programs</h2>
    <p class="row">
      <a class="act" :href="`${marks}?as=XFDF`" download>XFDF</a>
      <a v-if="pdf" class="act" :href="`${marks}?as=PDF`" download>PDF with the marks on it</a>
      <button class="act" type="button" :aria-expanded="open === 'marks'" @click="open = open === 'marks' ? undefined : 'marks'">
        Marks from XFDF …
      </button>
      <button v-if="pdf" class="act" type="button" :aria-expanded="open === 'own'" @click="open = open === 'own' ? undefined : 'own'">
        Marks in the file itself …
      </button>
    </p>
    <OwnMarks v-if="open === 'own'" :passage="passage" :summary="marked" @taken="emit('taken')" @cancel="open = undefined" />
    <ListUpload
      v-if="open === 'marks'"
      :path="`${marks}?`"
      accept=".xfdf,.xml"
      what="An XFDF file (ISO 19444-1) of this document; each mark becomes a comment of yours"
      :summary="marked"
      @taken="emit('taken')"
      @cancel="open = undefined"
    />
    <p class="row"><button class="act" type="button" @click="emit('done')">Close</button></p>
  </div>
</template>

<style scoped>
.exchange {
  position: absolute;
  right: 12px;
  top: 48px;
  z-index: 4;
  width: min(620px, calc(100% - 24px));
  max-height: calc(100% - 60px);
  overflow: auto;
  padding: 12px;
  display: grid;
  gap: 8px;
  box-shadow: 0 4px 18px #0003;
}
</style>
