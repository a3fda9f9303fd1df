<script setup lang="ts">
import { nextTick, onBeforeUnmount, useTemplateRef, watch } from 'vue'
import type { OpenPdf } from './pdf'

/** The pages as small pictures; only those that are seen are drawn. */
const props = defineProps<{
  /** Absent until its pictures may be drawn. */
  pdf?: OpenPdf
  pages: number
  page: number
}>()
const emit = defineEmits<{ go: [page: number] }>()
const strip = useTemplateRef<HTMLElement>('strip')
let seen: IntersectionObserver | undefined

/** Those that were seen and wait to be drawn, one after the other: what is read comes first. */
const waiting: HTMLElement[] = []
let drawing = false
async function draw(pdf: OpenPdf) {
  if (drawing) return
  drawing = true
  for (let next = waiting.shift(); next; next = waiting.shift()) {
    const canvas = next.querySelector('canvas')
    // A page that cannot be drawn shows its number alone; the sheet itself says why.
    if (!canvas?.isConnected) continue
    const picture = await pdf.thumb(Number(next.dataset.page), { width: 90, height: 60 }).catch(() => undefined)
    if (!picture) continue
    canvas.width = picture.width
    canvas.height = picture.height
    canvas.getContext('bitmaprenderer')?.transferFromImageBitmap(picture)
  }
  drawing = false
}
watch(
  () => props.pdf,
  (pdf) => {
    if (!pdf || seen) return
    seen = new IntersectionObserver(
      (entries) => {
        entries
          .filter((e) => e.isIntersecting)
          .forEach(({ target }) => {
            seen?.unobserve(target)
            waiting.push(target as HTMLElement)
          })
        void draw(pdf)
      },
      { root: strip.value, rootMargin: '0px 200px' },
    )
    strip.value?.querySelectorAll('button').forEach((button) => seen?.observe(button))
  },
  { flush: 'post', immediate: true },
)
onBeforeUnmount(() => {
  seen?.disconnect()
  waiting.length = 0
})
watch(
  () => props.page,
  async () => {
    await nextTick()
    strip.value?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
  },
)
</script>

<template>
  <nav ref="strip" aria-label="Pages">
    <button v-for="n in pages" :key="n" type="button" :data-page="n" :aria-current="n === page" @click="emit('go', n)">
      <canvas width="90" height="60" aria-hidden="true" /><span>{{ n }}</span>
    </button>
  </nav>
</template>

<style scoped>
nav {
  display: flex;
  gap: 6px;
  overflow-x: auto;
  scroll-padding: 0 10px;
  /* The title block of the room keeps its corner free. */
  margin-right: 360px;
  padding: 6px 10px;
  background: var(--sheet);
  border-top: 1px solid var(--line);
}
@media (max-width: 900px) {
  nav {
    margin-right: 0;
  }
}
button {
  flex: 0 0 auto;
  min-width: 62px;
  border: 2px solid transparent;
  background: none;
  cursor: pointer;
  display: grid;
  justify-items: center;
}
button[aria-current='true'] {
  border-color: var(--main);
}
canvas {
  background: #fff;
  box-shadow: 0 1px 6px #0003;
}
</style>
