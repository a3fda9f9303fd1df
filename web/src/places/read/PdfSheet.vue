<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import type { Readable } from '../../parts/readable'
import { useKeys } from '../../keys'
import { count, reason, size } from '../../say'
import { fill, useBoxing } from './boxing'
import { Panning } from './panning'
import { usePinching } from './pinching'
import type { OpenPdf, Scale } from './pdf'
import PageNumber from './PageNumber.vue'
import PageStrip from './PageStrip.vue'

/** A PDF: its pages one under the other, text that can be marked, copied and searched, the strip of pages below. */
const props = defineProps<{ file: Readable }>()
const pdf = shallowRef<OpenPdf>()
const pages = ref(0)
/** A page of it is there: what else there is to draw comes after that. */
const drawn = ref(false)
const trouble = ref('')
const page = ref(1)
const scale = ref(1)
/** Counts how often pages may have come to lie elsewhere. */
const moved = ref(0)
const wanted = ref<Scale>('page-fit')
const finding = ref(false)
const text = ref('')
const found = ref<{ at: number; of?: number }>()
const locked = ref<{ wrong: boolean }>()
const password = ref('')
const contents = ref(false)
const frame = useTemplateRef<HTMLDivElement>('frame')
const field = useTemplateRef<HTMLInputElement>('field')
let open: ReturnType<typeof import('./pdf').openPdf> | undefined

onMounted(async () => {
  try {
    const { openPdf } = await import('./pdf')
    if (!frame.value) return
    open = openPdf(props.file.url, frame.value, props.file.name, {
      opened: (many) => {
        pages.value = many
        return nextTick()
      },
      drawn: () => (drawn.value = true),
      page: (now) => (page.value = now),
      scale: (now, what) => {
        scale.value = now
        wanted.value = what
      },
      found: (at, of) => (found.value = { at, of }),
      moved: () => moved.value++,
      password: (wrong) => (locked.value = { wrong }),
    })
    pdf.value = await open.ready
    locked.value = undefined
  } catch (e) {
    trouble.value = `This file cannot be shown here: ${reason(e)}. Download it to read it.`
  }
})
onBeforeUnmount(() => open?.close())

function unlock() {
  locked.value = undefined
  open?.enter(password.value)
  password.value = ''
}

function wheel(event: WheelEvent) {
  if (!event.ctrlKey && !event.metaKey) return
  event.preventDefault()
  pdf.value?.zoomBy(Math.exp(-Math.max(-120, Math.min(120, event.deltaY)) / 400), [event.clientX, event.clientY])
}
const panning = new Panning()
usePinching(frame, (factor, around) => pdf.value?.zoomBy(factor, around))
/** With Shift a box is drawn that is enlarged to. */
const boxing = useBoxing()
function press(event: PointerEvent) {
  if (event.shiftKey && event.button === 0 && frame.value) boxing.begin(event, frame.value)
  else panning.begin(event, frame.value)
}
function move(event: PointerEvent) {
  boxing.move(event)
  panning.move(event)
}
function release(event: PointerEvent) {
  panning.end(event)
  const box = boxing.end(event, frame.value)
  if (!box || !frame.value) return
  const { factor, middle } = fill(box, { width: frame.value.clientWidth, height: frame.value.clientHeight })
  const { left, top, width, height } = frame.value.getBoundingClientRect()
  pdf.value?.zoomBy(factor, middle)
  frame.value.scrollBy(middle[0] - left - width / 2, middle[1] - top - height / 2)
}
const boxed = computed(() => {
  const origin = frame.value?.getBoundingClientRect()
  const box = boxing.box.value
  return (
    box &&
    origin && {
      left: `${box.left - origin.left}px`,
      top: `${box.top - origin.top}px`,
      width: `${box.width}px`,
      height: `${box.height}px`,
    }
  )
})

async function find() {
  finding.value = true
  await nextTick()
  field.value?.select()
}
function search(again: boolean, back = false) {
  if (!text.value) found.value = undefined
  pdf.value?.find(text.value, again, back)
}
function leave() {
  finding.value = false
  found.value = undefined
  pdf.value?.find('', false, false)
}

const goTo = (to: number) => pdf.value?.goTo(to)
useKeys([
  { key: 'PageDown', says: 'Next page', does: () => goTo(page.value + 1) },
  { key: 'PageUp', says: 'Page before', does: () => goTo(page.value - 1) },
  { key: 'Home', says: 'First page', does: () => goTo(1) },
  { key: 'End', says: 'Last page', does: () => goTo(pages.value) },
  { key: 'r', says: 'Turn the pages by a quarter', does: () => pdf.value?.turn() },
  { key: 'f', says: 'Find in this document', does: () => void find() },
])
defineExpose({
  larger: () => pdf.value?.zoomBy(1.25),
  smaller: () => pdf.value?.zoomBy(0.8),
  fit: (what: 'page-fit' | 'page-width') => pdf.value?.setScale(what),
  scale,
  page,
  pages: computed(() => pages.value || 1),
  surface: pdf,
  moved,
})
</script>

<template>
  <div class="pdf">
    <p v-if="trouble" class="note bad" role="alert">{{ trouble }}</p>
    <div class="stage">
      <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- keys do the same -->
      <div
        ref="frame"
        class="frame"
        tabindex="0"
        role="region"
        aria-label="The sheet"
        @wheel="wheel"
        @pointerdown="press"
        @pointermove="move"
        @pointerup="release"
        @pointercancel="release"
      >
        <div class="pdfViewer" />
      </div>
      <div v-if="boxed" class="boxed" :style="boxed" />
      <p v-if="!pdf && !trouble && !locked" class="quiet opening" role="status">Opening {{ file.name }}, {{ size(file.size) }} …</p>
      <form v-if="locked" class="panel locked" @submit.prevent="unlock">
        <label
          >{{ locked.wrong ? 'That was not the password.' : `${file.name} is locked.` }} Its password, which is kept nowhere:
          <input v-model="password" type="password" autocomplete="off" required
        /></label>
        <button class="act first" type="submit">Open</button>
      </form>
    </div>
    <div v-if="pages" class="row tools" role="toolbar" aria-label="In this document">
      <PageNumber :page="page" :pages="pages" @go="goTo" />
      <button v-if="pdf?.headings.length" type="button" class="act bare" :aria-expanded="contents" @click="contents = !contents">
        Contents
      </button>
      <ul v-if="contents" class="panel contents" aria-label="Contents">
        <li v-for="(h, i) in pdf?.headings" :key="i" :style="{ paddingLeft: `${h.level * 14}px` }">
          <button type="button" class="act bare" @click="((contents = false), h.go())" @keydown.esc.stop="contents = false">
            {{ h.title }}
          </button>
        </li>
      </ul>
      <button type="button" class="act bare" @click="pdf?.turn()">Turn</button>
      <button v-if="!finding" type="button" class="act bare" @click="find">Find</button>
      <form v-else class="row" role="search" @submit.prevent="search(true)">
        <input
          ref="field"
          v-model="text"
          placeholder="find in this document"
          aria-label="Find in this document"
          @input="search(false)"
          @keydown.esc.stop="leave"
        />
        <button type="submit" class="act" :disabled="!found?.of">Next</button>
        <button type="button" class="act" :disabled="!found?.of" @click="search(true, true)">Before</button>
        <span v-if="text && found" class="quiet" role="status">{{
          found.of
            ? `${found.at} of ${count(found.of, 'place', 'places')}`
            : found.of === undefined
              ? 'searching …'
              : 'not in the text of this file'
        }}</span>
        <button type="button" class="act bare" @click="leave">Done</button>
      </form>
    </div>
    <PageStrip v-if="pages > 1" :pdf="drawn ? pdf : undefined" :pages="pages" :page="page" @go="goTo" />
  </div>
</template>

<style scoped>
.pdf {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto auto;
  grid-template-columns: minmax(0, 1fr);
  min-height: 0;
  flex: 1;
  position: relative;
}
.stage {
  position: relative;
  min-height: 0;
}
.frame {
  position: absolute;
  /* The title block of the room keeps its corner free. */
  inset: 0 360px 0 0;
  overflow: auto;
}
/* Below the last page there is none to be kept apart from: a page that fits needs no bar to scroll with. */
.frame :deep(.page:last-child) {
  margin-bottom: 0;
}
.boxed {
  position: absolute;
  border: 2px dashed var(--main);
  pointer-events: none;
}
.opening,
.locked {
  position: absolute;
  top: 20px;
  left: 20px;
}
.locked {
  padding: 12px;
  display: grid;
  gap: 8px;
}
.tools {
  position: relative;
  padding: 3px 360px 3px 10px;
  background: var(--sheet);
  border-top: 1px solid var(--line);
  min-height: 34px;
}
.contents {
  position: absolute;
  left: 8px;
  bottom: 100%;
  max-height: 50vh;
  max-width: 420px;
  overflow: auto;
  padding: 6px;
  z-index: 3;
}
@media (max-width: 900px) {
  .frame {
    inset: 0;
  }
  .tools {
    padding-right: 10px;
  }
}
</style>
