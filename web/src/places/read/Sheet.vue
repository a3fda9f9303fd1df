<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import type { Schemas } from '../../api/client'
import { useKeys } from '../../keys'
import { size } from '../../say'
import type { OpenPdf } from './pdf'

const props = defineProps<{ file: Schemas['PassageFile']; zoom: number }>()
const url = `/api/files/${props.file.folderFile}/content`
const pdf = shallowRef<OpenPdf>()
const text = ref<string>()
const trouble = ref('')
const page = ref(1)
const stage = useTemplateRef<HTMLDivElement>('stage')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const thumbs = useTemplateRef<HTMLCanvasElement[]>('thumbs')

onMounted(async () => {
  try {
    if (props.file.mediaType === 'application/pdf') {
      const { openPdf } = await import('./pdf')
      pdf.value = await openPdf(url)
      await draw()
      await drawThumbs()
    } else if (props.file.mediaType.startsWith('text/')) {
      const answer = await fetch(url)
      text.value = await answer.text()
    }
  } catch (e) {
    trouble.value = `This file cannot be shown here: ${e instanceof Error ? e.message : String(e)}. Download it to read it.`
  }
})
onBeforeUnmount(() => pdf.value?.close())
watch([page, () => props.zoom], () => void draw())
const resized = new ResizeObserver(() => void draw())
onMounted(() => stage.value && resized.observe(stage.value))
onBeforeUnmount(() => resized.disconnect())

async function draw() {
  if (!pdf.value || !canvas.value || !stage.value) return
  await pdf.value.draw(page.value, canvas.value, roomFor(stage.value), props.zoom)
  canvas.value.dataset.drawn = String(page.value)
}

/** What is left of the stage for the sheet: the title block of the room keeps its corner free. */
function roomFor(element: HTMLElement) {
  const { paddingLeft, paddingRight, paddingTop, paddingBottom } = getComputedStyle(element)
  return {
    width: element.clientWidth - parseFloat(paddingLeft) - parseFloat(paddingRight),
    height: element.clientHeight - parseFloat(paddingTop) - parseFloat(paddingBottom),
  }
}

async function drawThumbs() {
  for (const [i, thumb] of (thumbs.value ?? []).entries()) await pdf.value?.draw(i + 1, thumb, { width: 90, height: 60 }, 1)
}

useKeys([
  { key: 'PageDown', says: 'Next page', does: () => pdf.value && (page.value = Math.min(pdf.value.pages, page.value + 1)) },
  { key: 'PageUp', says: 'Page before', does: () => (page.value = Math.max(1, page.value - 1)) },
])
</script>

<template>
  <div class="sheet">
    <p v-if="trouble" class="note bad" role="alert">{{ trouble }}</p>
    <div v-if="file.mediaType === 'application/pdf'" ref="stage" class="stage" tabindex="0" role="region" aria-label="The sheet">
      <canvas ref="canvas" role="img" :aria-label="`Page ${page} of ${file.name}`" />
      <p v-if="!pdf && !trouble" class="quiet" role="status">Opening {{ file.name }}, {{ size(file.size) }} …</p>
    </div>
    <div v-else-if="file.mediaType === 'image/png' || file.mediaType === 'image/jpeg'" class="stage">
      <img :src="url" :alt="file.name" :style="{ width: `${zoom * 100}%` }" />
    </div>
    <pre v-else-if="text !== undefined" class="stage">{{ text }}</pre>
    <div v-else-if="!file.mediaType.startsWith('text/')" class="empty">
      <strong>{{ file.name }} is read with its own program.</strong>Download it, then decide here.
    </div>
    <nav v-if="pdf && pdf.pages > 1" aria-label="Pages">
      <button v-for="n in Math.min(pdf.pages, 200)" :key="n" type="button" :aria-current="n === page" @click="page = n">
        <canvas ref="thumbs" width="90" height="60" /><span>{{ n }}</span>
      </button>
    </nav>
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  min-height: 0;
  flex: 1;
}
.stage {
  overflow: auto;
  display: grid;
  place-items: safe center;
  padding: 12px 360px 12px 12px;
  min-height: 0;
}
@media (max-width: 900px) {
  .stage {
    padding: 8px;
  }
}
pre.stage {
  background: var(--sheet);
  display: block;
  font: 13px/1.5 var(--mono);
  margin: 0;
}
canvas {
  background: #fff;
  box-shadow: 0 1px 6px #0003;
}
nav {
  display: flex;
  gap: 6px;
  overflow-x: auto;
  padding: 6px 360px 6px 10px;
  background: var(--sheet);
  border-top: 1px solid var(--line);
}
nav button {
  border: 2px solid transparent;
  background: none;
  cursor: pointer;
  display: grid;
  justify-items: center;
}
nav button[aria-current='true'] {
  border-color: var(--main);
}
</style>
