<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, data, type Passage } from '../../api/client'
import { useKeys } from '../../keys'
import { useLoaded } from '../../load'
import Num from '../../parts/Num.vue'
import { asRead } from '../../parts/readable'
import Trouble from '../../parts/Trouble.vue'
import Another from './Another.vue'
import AnswerBeside from './AnswerBeside.vue'
import PageComparison from './PageComparison.vue'
import { previousOf } from './previous'
import { isDrawn } from './source'
import TextComparison from './TextComparison.vue'

/** Two files: what the later one has that the earlier has not, and the other way round. */
const route = useRoute()
const router = useRouter()
const asked = (id: number) => data(api.GET('/api/passages/{id}', { params: { path: { id } } }))
/** Against the one that is named, or else the one its document came as the time before; it alone where there is none. */
const both = useLoaded(async (): Promise<Passage[]> => {
  const now = await asked(Number(route.params.now))
  const named = route.params.before ? (await asked(Number(route.params.before))).row.passage : undefined
  const before = named ?? previousOf(now.row.passage, now.cycles)
  return before ? [before, now.row.passage] : [now.row.passage]
})
onMounted(both.load)
watch(() => [route.params.before, route.params.now], both.load)
const later = computed(() => both.value.value?.at(-1))
const alone = computed(() => both.value.value?.length === 1)
/** The comment beside whose answer the change is looked at, if there is one; and the page of the earlier file it was said of. */
const comment = computed(() => Number(route.query.comment) || undefined)
const page = ref<number>()
/** Another one is being chosen. */
const choosing = ref(false)
function against(other: number) {
  choosing.value = false
  void router.push(`/compare/${other}/${route.params.now}`)
}

function side(of?: Passage) {
  return asRead(of)
}
const before = computed(() => (alone.value ? undefined : side(both.value.value?.[0])))
const now = computed(() => side(later.value))
const names = computed(() => {
  const [a, b] = both.value.value ?? []
  const alike = a?.names.number === b?.names.number && a?.names.revision !== b?.names.revision
  const name = (of?: Passage) => (alike ? of?.names.revision : of?.names.title) ?? of?.names.originalName ?? ''
  return { before: name(a), now: name(b) }
})
const kind = computed(() => {
  if (!before.value || !now.value) return undefined
  if (isDrawn(before.value.mediaType) && isDrawn(now.value.mediaType)) return 'pages'
  return [before.value, now.value].every((f) => f.mediaType.startsWith('text/')) ? 'text' : 'neither'
})
const back = () => void router.push(`/read/${route.params.now}`)
const turn = () => {
  const [a, b] = both.value.value ?? []
  if (a && b) void router.replace(`/compare/${b.id}/${a.id}`)
}
useKeys([{ key: 'Escape', says: 'Back to reading', does: back }])
</script>

<template>
  <div class="compare">
    <header class="row">
      <button class="act" type="button" @click="back">Back to reading</button>
      <template v-if="both.value.value">
        <span v-for="(p, i) in both.value.value" :key="i" class="row of">
          <span v-if="i" class="quiet">against</span>
          <Num :number="p.names.number" :revision="p.names.revision" />
          <span class="clip">{{ p.names.title }}</span>
        </span>
      </template>
      <span class="grow" />
      <button v-if="!alone" class="act bare" type="button" :aria-expanded="choosing" @click="choosing = !choosing">
        With another one …
      </button>
      <button v-if="!alone" class="act bare" type="button" @click="turn">The other way round</button>
    </header>
    <Trouble :problem="both.problem.value" :again="both.load" />
    <p v-if="alone" class="pad">This is the first time this document comes. Choose what it is compared with.</p>
    <Another
      v-if="later && (alone || choosing)"
      :project="later.project"
      :but="later.id"
      @chosen="against"
      @left="alone ? back() : (choosing = false)"
    />
    <p v-if="!kind && !alone && !both.problem.value" class="quiet pad" role="status">Opening …</p>
    <div v-if="before && now" class="beside">
      <PageComparison v-if="kind === 'pages'" :key="before.url + now.url" :before="before" :now="now" :names="names" :page="page" />
      <TextComparison v-else-if="kind === 'text'" :key="before.url + now.url" :before="before.url" :now="now.url" :names="names" />
      <div v-else class="empty">
        <strong>These two cannot be put beside each other here.</strong>
        PDF files and pictures are compared with each other, and texts with texts: {{ before.name }} and {{ now.name }} are not both of
        that. Download them to compare them with their own program.
      </div>
      <AnswerBeside
        v-if="comment && later"
        :passage="later.id"
        :comment="comment"
        @page="page = $event"
        @read="router.push({ path: `/read/${later.id}`, query: { comment } })"
      />
    </div>
  </div>
</template>

<style scoped>
.compare {
  position: relative;
  display: flex;
  flex-direction: column;
  height: 100%;
  background: var(--shade);
}
header {
  padding: 5px 10px;
  background: var(--sheet);
  border-bottom: 1px solid var(--line-strong);
}
.beside {
  display: flex;
  flex: 1;
  min-height: 0;
}
.beside > :first-child {
  flex: 1;
  min-width: 0;
}
@media (max-width: 900px) {
  .beside {
    flex-direction: column;
  }
}
.of {
  min-width: 0;
}
.pad {
  padding: 20px;
}
</style>
