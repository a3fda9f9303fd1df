<script setup lang="ts">
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data } from '../../api/client'
import { useKeys } from '../../keys'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import { must } from '../../parts/must'
import Num from '../../parts/Num.vue'
import OneOf from '../../parts/OneOf.vue'
import TakeAway from '../../parts/TakeAway.vue'
import Trouble from '../../parts/Trouble.vue'
import { count, day, exact, moment } from '../../say'
import { useSession } from '../../session'
import { answerInWords, said } from '../read/comments/comments'
import { heldBack } from '../read/comments/heldBack'
import AnswersFromSheet from './AnswersFromSheet.vue'
import { type Column, type CommentLine, narrowed, type Narrowed } from './lines'

/** The comment sheet of a document, a review, a folder or a package: what was said, where, what became of it. */
const route = useRoute()
const router = useRouter()
const session = useSession()
const project = must(session.project).id
const codes = session.project?.decisionCodes ?? []
const text = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined)
const asked = computed(() => ({ passages: text('passages'), folder: text('folder') }))
const sheet = `/api/projects/${project}/comment-sheet`
/** Whether it was said of what. */
const known = computed(() => Boolean(asked.value.passages ?? asked.value.folder))
const lines = useLoaded(() =>
  data(
    api.GET('/api/projects/{project}/comment-sheet/lines', {
      params: {
        path: { project },
        query: {
          passages: asked.value.passages?.split(',').map(Number),
          folder: asked.value.folder ? Number(asked.value.folder) : undefined,
        },
      },
    }),
  ),
)
const load = () => (known.value ? lines.load() : undefined)
onMounted(load)
watch(asked, load)
whenChanged(['COMMENT', 'PASSAGE'], load, 1000)

const answering = ref(false)
/** So many are drawn at first, and more each time they are asked for. */
const MOST_SHOWN = 300
const most = ref(MOST_SHOWN)
const how = reactive<Narrowed>({ state: '', by: '', text: '', column: 'number', down: false })
const all = computed(() => lines.value.value ?? [])
const shown = computed(() => narrowed(all.value, how))
const people = computed(() => [...new Set(all.value.map((l) => l.comment.by.name))].sort())
const of = (state: Narrowed['state']) => all.value.filter((l) => !state || l.comment.stage === state).length
const CHOICES = computed(() => [
  { key: '' as const, word: `All ${all.value.length}` },
  { key: 'OPEN' as const, word: `Open ${of('OPEN')}` },
  { key: 'ANSWERED' as const, word: `Answered ${of('ANSWERED')}` },
  { key: 'CLOSED' as const, word: `Closed ${of('CLOSED')}` },
])
const COLUMNS: { key: Column; word: string }[] = [
  { key: 'number', word: 'Document' },
  { key: 'page', word: 'Page' },
  { key: 'by', word: 'Said by' },
  { key: 'at', word: 'When' },
  { key: 'for', word: 'For' },
  { key: 'state', word: 'State' },
]
function sort(column: Column) {
  how.down = how.column === column && !how.down
  how.column = column
}
const query = computed(() => new URLSearchParams(Object.entries(asked.value).flatMap(([k, v]) => (v ? [[k, v]] : []))).toString())
const to = ({ comment }: CommentLine) => ({ path: `/read/${comment.on.passage}`, query: { comment: comment.id } })
const last = ({ comment }: CommentLine) => said(comment).at(-1)
useKeys([{ key: 'Escape', says: 'Back', does: () => router.back() }])
</script>

<template>
  <div class="place">
    <header>
      <h1>Comments</h1>
      <span v-if="text('of')" class="quiet clip">{{ text('of') }}</span>
      <template v-if="known">
        <OneOf v-model="how.state" :choices="CHOICES" name="Which comments" />
        <select v-model="how.by" class="text" aria-label="Said by">
          <option value="">said by anybody</option>
          <option v-for="p in people" :key="p" :value="p">{{ p }}</option>
        </select>
        <input v-model="how.text" class="text find" type="search" placeholder="Words in them" aria-label="Words in the comments" />
        <span class="end row"
          ><span v-if="all.length" class="quiet">all {{ all.length.toLocaleString('en') }} as</span
          ><TakeAway :url="sheet" :query="asked" what="The comments" /><a
            class="act"
            :href="`${sheet}/summary?${query}`"
            download
            aria-label="The comments as PDF"
            >PDF</a
          ><button class="act" type="button" :aria-expanded="answering" @click="answering = !answering">
            Answers from a sheet …
          </button></span
        >
      </template>
    </header>
    <Trouble :problem="lines.problem.value" :again="load" />
    <div v-if="answering" class="panel answering"><AnswersFromSheet :sheet="sheet" @taken="load" @cancel="answering = false" /></div>
    <p v-if="!known" class="empty">
      <strong>Comments of what?</strong>A document, a package, and <em>Out and in</em> beside a sheet lead to the comments on them.
    </p>
    <div v-else-if="shown.length" class="scroll">
      <table class="dense">
        <thead>
          <tr>
            <th v-for="c in COLUMNS" :key="c.key" :aria-sort="how.column === c.key ? (how.down ? 'descending' : 'ascending') : undefined">
              <button class="act bare" type="button" @click="sort(c.key)">
                {{ c.word }}<span v-if="how.column === c.key" aria-hidden="true">{{ how.down ? ' ↓' : ' ↑' }}</span>
              </button>
            </th>
            <th>Said</th>
            <th>Answered</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in shown.slice(0, most)" :key="l.comment.id">
            <td class="nowrap" :title="l.title"><Num :number="l.number" :revision="l.comment.on.revision" /></td>
            <td>{{ l.comment.on.place?.page ?? 'general' }}</td>
            <td class="nowrap">
              {{ l.comment.by.name }} <span class="quiet">{{ l.comment.by.firm }}</span>
            </td>
            <td class="nowrap" :title="exact(l.comment.by.at)">{{ moment(l.comment.by.at) }}</td>
            <td>
              {{ l.comment.asked?.name }}<span v-if="l.comment.asked?.due" class="quiet"> by {{ day(l.comment.asked.due) }}</span>
            </td>
            <td>
              <span :class="l.comment.stage.toLowerCase()">{{ l.comment.stage.toLowerCase() }}</span><span
                v-if="l.comment.with.before && l.comment.stage !== 'CLOSED'"
                class="quiet"
                :title="`It holds back ${heldBack(l.comment.with.before, codes)}`"
              >
                holds {{ l.comment.with.before }}</span
              >
            </td>
            <td class="words">
              <RouterLink class="plain" :to="to(l)">{{ l.comment.text || 'a mark without words' }}</RouterLink>
              <span v-if="l.comment.with.pictures.length" class="quiet">{{ count(l.comment.with.pictures.length, 'picture') }}</span>
            </td>
            <td class="words">
              <template v-if="last(l)"
                ><span class="quiet">{{ last(l)?.person }}:</span> {{ answerInWords(must(last(l))) }}</template
              >
            </td>
          </tr>
        </tbody>
      </table>
      <button v-if="shown.length > most" class="act" type="button" @click="most += MOST_SHOWN">
        Show more; {{ (shown.length - most).toLocaleString('en') }} are left
      </button>
    </div>
    <p v-else-if="all.length" class="empty">
      <strong>None of {{ count(all.length, 'comment') }} is like that.</strong>
    </p>
    <p v-else-if="lines.value.value" class="empty">
      <strong>Nothing was said here.</strong>Comments are made beside the sheet they are about.
    </p>
    <p v-else-if="!lines.problem.value" class="quiet" role="status">Asking for the comments …</p>
  </div>
</template>

<style scoped>
.place {
  display: flex;
  flex-direction: column;
  gap: 8px;
  height: 100%;
}
header {
  display: flex;
  align-items: center;
  gap: 8px;
  flex-wrap: wrap;
}
header select {
  width: auto;
  max-width: 170px;
}
.find {
  max-width: 200px;
}
.end {
  margin-left: auto;
  gap: 4px;
}
.scroll {
  --stick: 0px;
  overflow: auto;
  flex: 1;
}
.answering {
  padding: 10px;
}
th .act {
  padding: 0;
}
.words {
  min-width: 180px;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.open {
  color: var(--attention);
}
.answered {
  color: var(--main);
}
</style>
