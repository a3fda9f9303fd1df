<script setup lang="ts">
import { useEventListener, useResizeObserver } from '@vueuse/core'
import type { Readable } from '../../parts/readable'
import { onMounted, ref, shallowRef, useTemplateRef } from 'vue'
import { api, data } from '../../api/client'
import { useKeys } from '../../keys'
import { reason } from '../../say'
import { useEnlarging } from './enlarging'
import PageNumber from './PageNumber.vue'
import { pictureSurface, type Surface } from './surface'

/** A TIFF: its pages one at a time, as pictures the server makes of them. */
const props = defineProps<{ file: Readable }>()
const path = { id: props.file.folderFile }
const pages = ref(0)
const page = ref(1)
const trouble = ref('')
const opening = ref(true)
const moved = ref(0)
const surface = shallowRef<Surface>()
const frame = useTemplateRef<HTMLElement>('frame')
useEventListener(frame, 'scroll', () => moved.value++, { passive: true })
useResizeObserver(frame, () => moved.value++)
const { scale, by } = useEnlarging(frame, () => moved.value++)

onMounted(async () => {
  try {
    pages.value = (await data(api.GET('/api/files/{id}/pages', { params: { path } }))).pages
  } catch (e) {
    says(e)
  }
})
const says = (e: unknown) => (trouble.value = `This file cannot be shown here: ${reason(e)}.`)

/** The first page that is there is fitted into the window; the others are shown as large. */
let fitted = false
function drawn(event: Event) {
  opening.value = false
  trouble.value = ''
  if (frame.value) surface.value = pictureSurface(frame.value, event.target as HTMLImageElement, () => page.value, goTo)
  if (!fitted) fit('page-fit')
  fitted = true
  moved.value++
}
/** A picture does not say why it is not there; the call says. */
async function failed() {
  const which = page.value
  opening.value = false
  surface.value = undefined
  try {
    await data(api.GET('/api/files/{id}/pages/{page}', { params: { path: { ...path, page: which } }, parseAs: 'blob' }))
    if (which === page.value) says('it could not be drawn')
  } catch (e) {
    if (which === page.value) says(e)
  }
}
function goTo(to: number) {
  const there = Math.max(1, Math.min(pages.value, to))
  if (there === page.value) return
  opening.value = true
  trouble.value = ''
  surface.value = undefined
  page.value = there
}
function fit(what: 'page-fit' | 'page-width') {
  const picture = frame.value?.querySelector('img')
  if (!frame.value || !picture) return
  const high = (frame.value.clientHeight - 24) / frame.value.clientWidth / (picture.naturalHeight / (picture.naturalWidth || 1) || 1)
  void by((what === 'page-fit' ? Math.min(1, high) : 1) / scale.value)
}
useKeys([
  { key: 'PageDown', says: 'Next page', does: () => goTo(page.value + 1) },
  { key: 'PageUp', says: 'Page before', does: () => goTo(page.value - 1) },
  { key: 'Home', says: 'First page', does: () => goTo(1) },
  { key: 'End', says: 'Last page', does: () => goTo(pages.value) },
])
defineExpose({ larger: () => by(1.25), smaller: () => by(0.8), fit, scale, page, pages, surface, moved })
</script>

<template>
  <div class="tiff">
    <p v-if="trouble" class="note bad" role="alert">{{ trouble }} Download it to read it.</p>
    <!-- eslint-disable-next-line vuejs-accessibility/no-noninteractive-tabindex -- what scrolls is reached by the keys -->
    <div ref="frame" class="frame" tabindex="0" role="region" aria-label="The sheet">
      <p v-if="opening && !trouble" class="quiet" role="status">Opening page {{ page }} …</p>
      <img
        v-if="pages && !(trouble && !opening)"
        v-show="!opening"
        :src="`/api/files/${file.folderFile}/pages/${page}`"
        :alt="`Page ${page} of ${file.name}`"
        :style="{ width: `${scale * 100}%` }"
        @load="drawn"
        @error="failed"
      />
    </div>
    <div v-if="pages > 1" class="row tools" role="toolbar" aria-label="In this document">
      <button type="button" class="act bare" :disabled="page <= 1" @click="goTo(page - 1)">Page before</button>
      <PageNumber :page="page" :pages="pages" @go="goTo" />
      <button type="button" class="act bare" :disabled="page >= pages" @click="goTo(page + 1)">Next page</button>
    </div>
  </div>
</template>

<style scoped>
.tiff {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  grid-template-columns: minmax(0, 1fr);
  min-height: 0;
  flex: 1;
}
.frame {
  grid-row: 2;
  overflow: auto;
  /* The title block of the room keeps its corner free. */
  margin-right: 360px;
  padding: 12px;
}
.frame img {
  display: block;
  background: var(--sheet);
}
.tools {
  grid-row: 3;
  padding: 3px 360px 3px 10px;
  background: var(--sheet);
  border-top: 1px solid var(--line);
  min-height: 34px;
}
@media (max-width: 900px) {
  .frame {
    margin-right: 0;
  }
  .tools {
    padding-right: 10px;
  }
}
</style>
