<script setup lang="ts">
import { useEventListener, useResizeObserver } from '@vueuse/core'
import type { Readable } from '../../parts/readable'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { reason, size } from '../../say'
import PdfSheet from './PdfSheet.vue'
import TiffSheet from './TiffSheet.vue'
import { useEnlarging } from './enlarging'
import { mustFit } from './pictureSize'
import { pictureSurface, type Surface } from './surface'
import { MOST_TEXT } from './text'
import { asPicture } from './vector'

/** A file as it is read here: a PDF, a picture, text; or that its own program reads it. */
const props = defineProps<{ file: Readable }>()
const { url } = props.file
const text = ref<string>()
const trouble = ref('')
/** What has pages: a PDF, a TIFF. */
const paged = useTemplateRef<InstanceType<typeof PdfSheet> | InstanceType<typeof TiffSheet>>('paged')

/** A picture, once it is there. */
const picture = shallowRef<Surface>()
const stage = useTemplateRef<HTMLElement>('stage')
const moved = ref(0)
useEventListener(stage, 'scroll', () => moved.value++, { passive: true })
useResizeObserver(stage, () => moved.value++)
function drawn(event: Event) {
  if (stage.value) picture.value = pictureSurface(stage.value, event.target as HTMLImageElement)
}

const isSvg = props.file.mediaType === 'image/svg+xml'
const isPicture = isSvg || props.file.mediaType === 'image/png' || props.file.mediaType === 'image/jpeg'
const isShown = isPicture || props.file.mediaType.startsWith('text/') || ['application/pdf', 'image/tiff'].includes(props.file.mediaType)
const long = props.file.size > MOST_TEXT
/** The address of a picture, once it was looked at: before the browser unpacks it. */
const shown = ref('')
onBeforeUnmount(() => isSvg && URL.revokeObjectURL(shown.value))
onMounted(async () => {
  try {
    if (isSvg) {
      shown.value = await asPicture(url)
    } else if (isPicture) {
      await mustFit(url)
      shown.value = url
    } else if (props.file.mediaType.startsWith('text/')) {
      const answer = await fetch(url, long ? { headers: { Range: `bytes=0-${MOST_TEXT - 1}` } } : {})
      if (!answer.ok) throw new Error(`the server answered ${answer.status}`)
      text.value = await answer.text()
    }
  } catch (e) {
    trouble.value = `This file cannot be shown here: ${reason(e)}. Download it to read it.`
  }
})

const { scale: zoom, by } = useEnlarging(stage, () => moved.value++)
defineExpose({
  larger: () => (paged.value ? paged.value.larger() : by(1.25)),
  smaller: () => (paged.value ? paged.value.smaller() : by(0.8)),
  fit: (what: 'page-fit' | 'page-width') => (paged.value ? paged.value.fit(what) : by(1 / zoom.value)),
  /** Times its own size; of a picture times the width of the window. */
  scale: computed(() => paged.value?.scale ?? zoom.value),
  page: computed(() => paged.value?.page ?? 1),
  pages: computed(() => paged.value?.pages ?? 1),
  /** Where places of the sheet are in the window; absent for what has none. */
  surface: computed(() => paged.value?.surface ?? picture.value),
  moved: computed(() => (paged.value?.moved ?? 0) + moved.value),
})
</script>

<template>
  <div class="sheet">
    <p v-if="trouble" class="note bad" role="alert">{{ trouble }}</p>
    <PdfSheet v-if="file.mediaType === 'application/pdf'" ref="paged" :file="file" />
    <TiffSheet v-else-if="file.mediaType === 'image/tiff'" ref="paged" :file="file" />
    <div v-else-if="isPicture" ref="stage" class="stage">
      <img v-if="shown" :src="shown" :alt="file.name" :style="{ width: `${zoom * 100}%` }" @load="drawn" />
    </div>
    <p v-if="long && text !== undefined" class="note">
      This is the beginning of {{ size(file.size) }} of text. Download it to read all of it.
    </p>
    <pre v-if="text !== undefined" class="stage" :style="{ fontSize: `${13 * zoom}px` }">{{ text }}</pre>
    <div v-if="!isShown" class="empty">
      <strong>{{ file.name }} is read with its own program.</strong>Download it, then decide here.
    </div>
  </div>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  min-height: 0;
  flex: 1;
}
.stage {
  flex: 1;
  overflow: auto;
  display: grid;
  place-items: safe center;
  padding: 12px 360px 12px 12px;
  min-height: 0;
}
@media (max-width: 900px) {
  /* Comments and the title block come below it, and all of it scrolls. */
  .sheet {
    flex: 1 0 45vh;
  }
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
</style>
