<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '../../../api/client'
import ListUpload from '../../../parts/ListUpload.vue'
import { vEscape } from '../../../parts/escape'
import TakeAway from '../../../parts/TakeAway.vue'
import { count } from '../../../say'

/** Comments for those who work with something else: as a table and back, as marks for other programs and back. */
const props = defineProps<{
  project: number
  passage: number
  /** The files of its review, with this one. */
  together: number[]
  pdf: boolean
}>()
const emit = defineEmits<{ taken: []; done: [] }>()
const open = ref<'answers' | 'marks'>()
/** Comments whose rows are left out. */
const without = ref<number[]>([])
const sheet = computed(() => `/api/projects/${props.project}/comment-sheet`)
const marks = computed(() => `/api/passages/${props.passage}/marks`)
const left = computed(() => without.value.map((id) => `without=${id}&`).join(''))

function answered({ answers, closed, known }: Schemas['CommentSheetTaken'], done: boolean) {
  const parts = [count(answers, 'answer'), closed && `${closed} closed`, known && `${known} there already`].filter(Boolean)
  return `${done ? 'Taken over: ' : ''}${parts.join(', ')}.`
}
function marked({ marks: many, known }: Schemas['MarksTaken'], done: boolean) {
  return `${done ? 'Taken over: ' : ''}${count(many, 'mark')}${known ? `, ${known} here already` : ''}.`
}
const toggle = (id: number) => (without.value = without.value.includes(id) ? without.value.filter((w) => w !== id) : [...without.value, id])
</script>

<template>
  <div v-escape="() => emit('done')" class="panel exchange" role="dialog" aria-label="Comments out and in">
    <h2>Comment sheet</h2>
    <p class="row">
      Of this file <TakeAway :url="sheet" :query="{ passages: passage }" what="The comments on this file" />
      <template v-if="together.length > 1"
        >of all {{ together.length }} of its review
        <TakeAway :url="sheet" :query="{ passages: together.join(',') }" what="The comments on this review"
      /></template>
    </p>
    <p class="row">
      <button class="act" type="button" :aria-expanded="open === 'answers'" @click="open = open === 'answers' ? undefined : 'answers'">
        Answers from a sheet …
      </button>
    </p>
    <ListUpload
      v-if="open === 'answers'"
      :path="`${sheet}?${left}`"
      columns="Comment, Changes, State, Done, Answer"
      what="Only Answer, Done (yes or no) and “closed” in State are read"
      :summary="answered"
      @taken="emit('taken')"
      @cancel="open = undefined"
    >
      <template #looked="{ answer }: { answer: Schemas['CommentSheetTaken'] }">
        <template v-if="answer.changed.length">
          <p class="note">
            {{ count(answer.changed.length, 'comment has', 'comments have') }} changed since the sheet was taken away. What is ticked is
            answered all the same.
          </p>
          <table class="dense">
            <thead>
              <tr>
                <th><span class="hidden-text">Take</span></th>
                <th>Said</th>
                <th>Since</th>
                <th>Yours</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="c in answer.changed" :key="c.comment">
                <td>
                  <input
                    type="checkbox"
                    :aria-label="`Take row ${c.row}`"
                    :checked="!without.includes(c.comment)"
                    @change="toggle(c.comment)"
                  />
                </td>
                <td class="words">{{ c.what }}</td>
                <td class="words">{{ c.since }}</td>
                <td class="words">{{ c.yours }}</td>
              </tr>
            </tbody>
          </table>
        </template>
      </template>
    </ListUpload>
    <h2>Marks for other programs</h2>
    <p class="row">
      <a class="act" :href="`${marks}?as=XFDF`" download>XFDF</a>
      <a v-if="pdf" class="act" :href="`${marks}?as=PDF`" download>PDF with the marks on it</a>
      <button class="act" type="button" :aria-expanded="open === 'marks'" @click="open = open === 'marks' ? undefined : 'marks'">
        Marks from XFDF …
      </button>
    </p>
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
.words {
  white-space: pre-line;
  overflow-wrap: anywhere;
  max-width: 180px;
}
</style>
