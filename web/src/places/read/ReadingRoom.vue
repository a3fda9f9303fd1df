<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, onMounted, onUnmounted, ref, useTemplateRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data, Problem } from '../../api/client'
import { useKeys } from '../../keys'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Num from '../../parts/Num.vue'
import { asRead } from '../../parts/readable'
import SignOut from '../../parts/SignOut.vue'
import Trouble from '../../parts/Trouble.vue'
import { stand } from '../desk/stand'
import { previousOf } from '../compare/previous'
import Margin from './comments/Margin.vue'
import { forget } from './looked'
import PrintForm from './PrintForm.vue'
import Sheet from './Sheet.vue'
import TitleBlock from './TitleBlock.vue'

const route = useRoute()
const router = useRouter()
const id = computed(() => Number(route.params.id))
const sheet = useLoaded(() => data(api.GET('/api/passages/{id}', { params: { path: { id: id.value } } })))
/** The review it is in; whoever is not on the reviewing side reads without one. */
const review = useLoaded(async () => {
  try {
    return await data(api.GET('/api/passages/{passage}/review', { params: { path: { passage: id.value } } }))
  } catch (e) {
    if (e instanceof Problem && e.status === 404) return undefined
    throw e
  }
})
const answers = useLoaded(() => data(api.GET('/api/passages/{passage}/answers', { params: { path: { passage: id.value } } })))
/** What was asked when the document came the time before, beside what has come. */
const before = useLoaded(async () => {
  const earlier = sheet.value.value?.cycles.find((c) => c.cycle === (passage.value?.cycle ?? 0) - 1)
  return (
    earlier && {
      revision: earlier.names.revision,
      said: (await data(api.GET('/api/passages/{passage}/answers', { params: { path: { passage: earlier.id } } }))).filter(
        (a) => a.comment,
      ),
    }
  )
})
const read = useTemplateRef<InstanceType<typeof Sheet>>('read')

/** Most of what is read are PDFs: what reads them is asked for beside the question which file it is. */
void import('./pdf').then(({ prepare }) => prepare()).catch(() => undefined)
const load = () => Promise.all([sheet.load(), review.load(), answers.load()])
onMounted(load)
onUnmounted(forget)
watch(id, () => void load())
whenChanged(['REVIEW', 'PASSAGE'], load)

/** Only ever the file of this address: while the next one is being asked for, no key decides on the one before. */
const passage = computed(() => (sheet.value.value?.row.passage.id === id.value ? sheet.value.value.row.passage : undefined))
const ownReview = computed(() => (review.value.value?.files?.some((f) => f.passage.id === id.value) ? review.value.value : undefined))
watch(passage, (now, was) => {
  if (now && now.id !== was?.id) void before.load()
})
watch(ownReview, (now) => {
  if (now?.may.decide) stand.value = { review: now.id, passage: id.value }
})
const file = computed(() => asRead(passage.value))
const siblings = computed(() => ownReview.value?.files?.map((f) => f.passage.id) ?? [])
const place = computed(() => siblings.value.indexOf(id.value))

function go(by: number) {
  const to = siblings.value[place.value + by]
  if (to) void router.push(`/read/${to}`)
}

/** The title block keeps its corner; the margin above it has the rest. */
const block = useTemplateRef<InstanceType<typeof TitleBlock>>('block')
const { height: blockHeight } = useElementSize(() => block.value?.$el as HTMLElement | undefined, undefined, { box: 'border-box' })

/** What it is compared with, if it has come before. */
const previous = computed(() => passage.value && previousOf(passage.value, sheet.value.value?.cycles ?? []))
function compare() {
  void router.push(`/compare/${id.value}`)
}

const margin = useTemplateRef<InstanceType<typeof Margin>>('margin')
const printing = ref(false)
watch(id, () => (printing.value = false))

const larger = () => read.value?.larger()
const smaller = () => read.value?.smaller()
const fit = (what: 'page-fit' | 'page-width') => read.value?.fit(what)
useKeys([
  { key: 'ArrowRight', says: 'Next file of the review', does: () => go(1) },
  { key: 'ArrowLeft', says: 'File before', does: () => go(-1) },
  { key: 'n', says: 'Next file of the review', does: () => go(1) },
  { key: 'p', says: 'File before', does: () => go(-1) },
  { key: '+', says: 'Larger', does: larger },
  { key: '-', says: 'Smaller', does: smaller },
  { key: '0', says: 'Fit the sheet into the window', does: () => fit('page-fit') },
  { key: 'b', says: 'As wide as the window', does: () => fit('page-width') },
  { key: 'v', says: 'What changed since the revision before', does: compare },
  { key: 'd', says: 'Back to the Desk', does: () => void router.push('/desk') },
])
</script>

<template>
  <div class="room">
    <header>
      <RouterLink class="act" to="/desk">Desk</RouterLink>
      <template v-if="passage">
        <Num :number="passage.names.number" :revision="passage.names.revision" />
        <strong class="clip">{{ passage.names.title }}</strong>
        <RouterLink class="act bare" :to="`/passages/${passage.id}`">Passage</RouterLink>
        <button class="act bare" type="button" @click="compare">
          {{ previous ? `What changed since ${previous.names.revision ?? 'before'}` : 'Compare …' }}
        </button>
      </template>
      <span class="grow" />
      <span class="row"
        ><button class="act" type="button" aria-label="Smaller" @click="smaller">−</button
        ><span class="mono">{{ Math.round((read?.scale ?? 1) * 100) }}%</span
        ><button class="act" type="button" aria-label="Larger" @click="larger">+</button
        ><button class="act" type="button" @click="fit('page-fit')">Fit</button
        ><button class="act" type="button" @click="fit('page-width')">Width</button></span
      >
      <span v-if="siblings.length > 1" class="row"
        ><button class="act" type="button" :disabled="place <= 0" @click="go(-1)">Before</button>
        <span class="mono">{{ place + 1 }}/{{ siblings.length }}</span
        ><button class="act" type="button" :disabled="place >= siblings.length - 1" @click="go(1)">Next</button></span
      >
      <span
        v-if="file?.copy"
        class="quiet clip"
        :title="`${file.name} is read as a PDF that was made of it; Download gives the file itself`"
        >copy of {{ file.name }}</span
      >
      <a v-if="file" class="act" :href="`/api/files/${file.folderFile}/content?download=true`">Download</a>
      <button v-if="file" class="act" type="button" :aria-expanded="printing" @click="printing = !printing">Print</button>
      <SignOut />
    </header>
    <Trouble :problem="sheet.problem.value ?? review.problem.value" :again="load" />
    <div class="table" :style="{ '--block': `${blockHeight}px` }">
      <Sheet v-if="file" ref="read" :key="file.url" :file="file" />
      <p v-else-if="!sheet.problem.value" class="quiet pad" role="status">Opening …</p>
      <Margin
        v-if="passage && file && sheet.value.value"
        ref="margin"
        :key="`margin${id}`"
        :passage="passage.id"
        :project="passage.project"
        :firm="passage.from.authorFirm"
        :surface="read?.surface"
        :moved="read?.moved ?? 0"
        :file="file"
        :revisions="sheet.value.value.cycles.map((c) => c.id)"
        :together="siblings"
      />
      <PrintForm
        v-if="printing && passage && file"
        :key="`print${id}`"
        :file="file"
        :what="[passage.names.number, passage.names.revision, passage.names.title].filter(Boolean).join(' ')"
        :page="read?.page ?? 1"
        :pages="read?.pages ?? 1"
        :comments="margin?.shown ?? []"
        :colours="margin?.who ?? new Map()"
        @done="printing = false"
      />
      <TitleBlock
        v-if="passage && sheet.value.value"
        ref="block"
        :key="id"
        :row="sheet.value.value.row"
        :review="ownReview"
        :answers="answers.value.value ?? []"
        :before="before.value.value"
        @changed="load"
      />
    </div>
  </div>
</template>

<style scoped>
.room {
  position: relative;
  display: flex;
  flex-direction: column;
  height: 100%;
  background: var(--shade);
}
.table {
  position: relative;
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
}
header {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 5px 10px;
  background: var(--sheet);
  border-bottom: 1px solid var(--line-strong);
  flex-wrap: wrap;
}
.pad {
  padding: 20px;
}
@media (max-width: 900px) {
  .table {
    overflow-y: auto;
  }
}
</style>
