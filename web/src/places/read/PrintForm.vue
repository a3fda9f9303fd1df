<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, ref } from 'vue'
import { vEscape } from '../../parts/escape'
import type { Readable } from '../../parts/readable'
import { count, exact, reason, size } from '../../say'
import { useSession } from '../../session'
import { isDrawn } from '../compare/source'
import { answerInWords, type Comment, said as saidTo } from './comments/comments'
import { MOST_TEXT } from './text'
import { dropped, MOST_PAGES, pagesOf, printed, type PrintedPage, printedVector } from './printing'

/** Prints the sheets that are read, with what was said of them or without. */
const props = defineProps<{
  file: Readable
  /** Number, revision and title of what is read. */
  what: string
  page: number
  pages: number
  comments: Comment[]
  colours: Map<number, string>
}>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const which = ref<'page' | 'all' | 'some'>(props.pages > 1 && props.pages > MOST_PAGES ? 'page' : 'all')
const some = ref('')
const marked = ref(props.comments.length > 0)
const ready = ref<PrintedPage[]>([])
const far = ref(0)
const doing = ref(false)
const trouble = ref('')
let stopped = false
onBeforeUnmount(() => {
  stopped = true
  dropped(ready.value)
})

const isText = props.file.mediaType.startsWith('text/') && props.file.size <= MOST_TEXT
const isSvg = props.file.mediaType === 'image/svg+xml'
/** All of a text. */
const words = ref('')
async function wordsAt(url: string) {
  const answer = await fetch(url)
  if (!answer.ok) throw new Error(`the server answered ${answer.status}`)
  return answer.text()
}

const wanted = computed(() => {
  if (which.value === 'page') return [props.page]
  if (which.value === 'some') return pagesOf(some.value, props.pages)
  return Array.from({ length: props.pages }, (_, i) => i + 1)
})
const tooMany = computed(() => (wanted.value?.length ?? 0) > MOST_PAGES)
const said = computed(() => (marked.value ? props.comments : []))
const placed = (page: number) => said.value.filter((c) => c.on.place?.page === page).length
/** Paper outlives the day: the moment is said in full. */
const foot = ref('')

async function print() {
  const pages = wanted.value
  if (!pages || tooMany.value || doing.value) return
  stopped = false
  trouble.value = ''
  doing.value = true
  far.value = 0
  dropped(ready.value)
  ready.value = []
  words.value = ''
  foot.value = `${props.what} · printed ${exact(new Date().toISOString())} by ${session.me?.name ?? ''}`
  try {
    const url = props.file.url
    if (isText) words.value = await wordsAt(url)
    const file = { url, mediaType: props.file.mediaType }
    const made = isText
      ? []
      : isSvg
        ? [await printedVector(url)]
        : await printed(file, pages, said.value, props.colours, (done) => {
            far.value = done
            return !stopped
          })
    if (stopped) return dropped(made)
    ready.value = made
    await nextTick()
    await Promise.all([...document.querySelectorAll<HTMLImageElement>('.for-printer img')].map((i) => i.decode()))
    window.print()
  } catch (e) {
    trouble.value = `This cannot be printed here: ${reason(e)}. Download it and print it with its own program.`
  } finally {
    doing.value = false
  }
}
</script>

<template>
  <form v-escape="() => emit('done')" class="panel print" role="dialog" aria-label="Print" @submit.prevent="print">
    <h2>Print</h2>
    <template v-if="isDrawn(file.mediaType) || isText || isSvg">
      <div v-if="pages > 1" class="row" role="radiogroup" aria-label="Which pages">
        <label class="row"><input v-model="which" type="radio" value="all" /> all {{ pages }} pages</label>
        <label class="row"><input v-model="which" type="radio" value="page" /> this one, page {{ page }}</label>
        <label class="row"
          ><input v-model="which" type="radio" value="some" /> pages
          <input v-model="some" class="some" placeholder="1-3, 7" aria-label="Pages, such as 1-3, 7" @focus="which = 'some'"
        /></label>
      </div>
      <label class="row"
        ><input v-model="marked" type="checkbox" /> with {{ count(comments.length, 'comment') }}: marks on the sheets, words after
        them</label
      >
      <p v-if="tooMany" class="error">At most {{ MOST_PAGES }} pages are printed at once. Choose some of them.</p>
      <p v-else-if="which === 'some' && some && !wanted" class="error">There are pages 1 to {{ pages }}; say them as 1-3, 7.</p>
      <p v-if="doing" role="status">Page {{ far }} of {{ wanted?.length }} drawn …</p>
      <p v-if="trouble" class="note bad" role="alert">{{ trouble }}</p>
      <span class="row"
        ><button class="act first" type="submit" :disabled="doing || !wanted || tooMany">
          {{ ready.length || words ? 'Print again' : 'Print' }}</button
        ><button class="act" type="button" @click="emit('done')">{{ doing ? 'Stop' : 'Close' }}</button></span
      >
    </template>
    <template v-else>
      <p>{{ file.name }}, {{ size(file.size) }}, is printed with its own program: download it.</p>
      <span class="row"><button class="act" type="button" @click="emit('done')">Close</button></span>
    </template>
  </form>
  <Teleport to="body">
    <div class="for-printer" aria-hidden="true">
      <section v-for="p in ready" :key="p.page" class="printed" :class="{ wide: p.width > p.height }">
        <div class="sheet" :style="{ aspectRatio: `${p.width} / ${p.height}` }">
          <img :src="p.picture" alt="" />
          <svg :viewBox="`0 0 ${p.width} ${p.height}`">
            <g v-for="m in p.marks" :key="m.number" :stroke="m.colour" :fill="m.colour">
              <path :d="m.path" fill="none" stroke-width="2" />
              <text v-if="m.words" :x="m.at[0]" :y="m.at[1] - 4" stroke="none" font-size="13">{{ m.words }}</text>
              <text :x="m.at[0] + 4" :y="m.at[1] + 14" stroke="none" font-size="13" font-weight="bold">{{ m.number }}</text>
            </g>
          </svg>
        </div>
        <footer>{{ foot }} · page {{ p.page }} of {{ pages }}<template v-if="placed(p.page)">, with marks</template></footer>
      </section>
      <section v-if="words" class="printed words">
        <pre>{{ words }}</pre>
        <footer>{{ foot }}</footer>
      </section>
      <section v-if="(ready.length || words) && said.length" class="printed words">
        <h2>Comments on {{ what }}</h2>
        <p v-for="(c, i) in said" :key="c.id">
          <b>{{ i + 1 }}</b> {{ c.by.name }}, {{ c.by.firm }}, {{ c.on.place ? `page ${c.on.place.page}` : 'in general' }},
          <template v-if="c.on.carried">said of {{ c.on.revision ?? 'an earlier revision' }}, </template>{{ c.stage.toLowerCase() }}<br />{{
            c.text
          }}<template v-for="(a, n) in saidTo(c)" :key="n"
            ><br /><i>{{ a.person }}: {{ answerInWords(a) }}</i></template
          >
        </p>
        <footer>{{ foot }}</footer>
      </section>
    </div>
  </Teleport>
</template>

<style scoped>
.print {
  position: absolute;
  right: 12px;
  top: 48px;
  z-index: 4;
  width: min(460px, calc(100% - 24px));
  padding: 12px;
  display: grid;
  gap: 8px;
  box-shadow: 0 4px 18px #0003;
}
.some {
  width: 7em;
}
</style>
<style>
.for-printer {
  display: none;
}
@page {
  margin: 8mm;
}
@page wide {
  size: landscape;
}
@media print {
  body:has(.for-printer .printed) > :not(.for-printer) {
    display: none !important;
  }
  .for-printer {
    display: block;
    color: #000;
    background: #fff;
  }
  .for-printer .printed {
    break-after: page;
    break-inside: avoid;
  }
  .for-printer .printed:last-child {
    break-after: auto;
  }
  .for-printer .wide {
    page: wide;
  }
  .for-printer .sheet {
    position: relative;
    max-width: 100%;
    max-height: calc(100vh - 16pt);
    margin: 0 auto;
  }
  .for-printer img,
  .for-printer svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
  .for-printer .words p {
    margin: 0 0 8pt;
    break-inside: avoid;
    white-space: pre-line;
    font-size: 9.5pt;
  }
  .for-printer pre {
    white-space: pre-wrap;
    overflow-wrap: anywhere;
    font: 8pt/1.4 var(--mono);
  }
  .for-printer .words {
    break-inside: auto;
  }
  .for-printer footer {
    font-size: 7pt;
    color: #444;
  }
}
</style>
