<script setup lang="ts">
import { nextTick, onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'
import type { OpenPdf } from './pdf'

/** The pages as small pictures; only those that are seen are drawn. */
const props = defineProps<{ pdf: OpenPdf; page: number }>()
const emit = defineEmits<{ go: [page: number] }>()
const strip = useTemplateRef<HTMLElement>('strip')
let seen: IntersectionObserver | undefined

onMounted(() => {
  seen = new IntersectionObserver(
    (entries) =>
      entries
        .filter((e) => e.isIntersecting)
        .forEach(({ target }) => {
          seen?.unobserve(target)
          const canvas = target.querySelector('canvas')
          // A page that cannot be drawn shows its number alone; the sheet itself says why.
          if (canvas) props.pdf.thumb(Number((target as HTMLElement).dataset.page), canvas).catch(() => undefined)
        }),
    { root: strip.value, rootMargin: '0px 200px' },
  )
  strip.value?.querySelectorAll('button').forEach((button) => seen?.observe(button))
})
onBeforeUnmount(() => seen?.disconnect())
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
    <button v-for="n in pdf.pages" :key="n" type="button" :data-page="n" :aria-current="n === page" @click="emit('go', n)">
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
