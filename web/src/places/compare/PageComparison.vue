<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useKeys } from '../../keys'
import { count } from '../../say'
import type { Pixels } from './differences'
import { type Side, usePages } from './drawing'
import Regions from './Regions.vue'

/** Pages of two files over each other, with a slider between them, or side by side; where they differ is outlined and counted. */
const props = defineProps<{
  before: Side
  now: Side
  names: { before: string; now: string }
  /** The page of the earlier file that is looked at first. */
  page?: number
}>()
const WAYS = { over: 'Over each other', slider: 'With a slider', side: 'Side by side' } as const
type Way = keyof typeof WAYS
const way = useLocalStorage<Way>('compare/way', 'over')
const { pairs, at, here, compared, regions, doing, trouble, counts, lay, open, show, register, nudge, countAll, stop } = usePages(
  props.before,
  props.now,
)
/** What a press turns it by, in radians, and makes it larger by. */
const TURN = Math.PI / 3600
const SIZE = 0.001
/** How far the earlier page was moved, turned and made larger; nothing where it lies as it is. */
const lies = computed(() => {
  const { dx, dy, turn, scale } = lay.value
  const turned = Math.abs(turn) > 1e-6 && `${((turn * 180) / Math.PI).toFixed(2)}°`
  const sized = Math.abs(scale - 1) > 1e-6 && `${(scale * 100).toFixed(2)} %`
  const moved = (dx || dy) && `${Math.round(dx * 10) / 10}, ${Math.round(dy * 10) / 10}`
  return [moved, turned, sized].filter(Boolean).join('; ')
})
/** The earlier page by itself, as it is laid over the later one. */
const laidOver = computed(() => {
  const { dx, dy, turn, scale } = lay.value
  const { width, height } = compared.value?.before ?? { width: 1, height: 1 }
  return { transform: `translate(${(100 * dx) / width}%, ${(100 * dy) / height}%) rotate(${turn}rad) scale(${scale})` }
})
const zoom = ref(1)
const slide = ref(50)
const canvases = {
  over: useTemplateRef<HTMLCanvasElement>('over'),
  before: useTemplateRef<HTMLCanvasElement>('was'),
  now: useTemplateRef<HTMLCanvasElement>('is'),
}
const stage = useTemplateRef<HTMLElement>('stage')
const other = useTemplateRef<HTMLElement>('other')

onMounted(open)
/** Once both are there: what was asked for meanwhile is looked at, too. */
watch([pairs, () => props.page], () => {
  const which = props.page ? pairs.value.findIndex((p) => p.before === props.page) : -1
  if (which > 0 && which !== at.value) void show(which)
})
function put(canvas: HTMLCanvasElement | null, { data, width, height }: Pixels) {
  if (!canvas) return
  canvas.width = width
  canvas.height = height
  canvas.getContext('2d')?.putImageData(new ImageData(data, width, height), 0, 0)
}
watch([compared, way], async () => {
  await nextTick()
  const found = compared.value
  if (!found) return
  put(canvases.over.value, found.over)
  put(canvases.before.value, found.before)
  put(canvases.now.value, found.now)
})
const box = computed(() => compared.value?.over ?? { width: 1, height: 1 })
const pair = computed(() => pairs.value[at.value])

async function look(which: number) {
  here.value = which
  await nextTick()
  document.querySelector('.region.at')?.scrollIntoView({ block: 'center', inline: 'center' })
}
/** The next difference, on the next page that has any where this one has no more. */
async function step(by: 1 | -1) {
  const to = here.value + by
  if (to >= 0 && to < regions.value.length) return look(to)
  for (let page = at.value + by; page >= 0 && page < pairs.value.length; page += by) {
    await show(page)
    if (at.value !== page) return
    if (regions.value.length) return look(by > 0 ? 0 : regions.value.length - 1)
  }
}
const turnWays = () => {
  const all = Object.keys(WAYS) as Way[]
  way.value = all[(all.indexOf(way.value) + 1) % all.length] ?? 'over'
}
const larger = (times: number) => (zoom.value = Math.min(16, Math.max(0.2, zoom.value * times)))
/** What scrolls on one side scrolls on the other. */
function together(from: HTMLElement | null, to: HTMLElement | null) {
  if (from && to && (to.scrollLeft !== from.scrollLeft || to.scrollTop !== from.scrollTop)) to.scrollTo(from.scrollLeft, from.scrollTop)
}
function wheel(event: WheelEvent) {
  if (!event.ctrlKey && !event.metaKey) return
  event.preventDefault()
  larger(event.deltaY < 0 ? 1.15 : 1 / 1.15)
}
useKeys([
  { key: 'n', says: 'Next difference', does: () => void step(1) },
  { key: 'p', says: 'Difference before', does: () => void step(-1) },
  { key: 'PageDown', says: 'Next page', does: () => void show(at.value + 1) },
  { key: 'PageUp', says: 'Page before', does: () => void show(at.value - 1) },
  { key: 'm', says: 'Look at both in another way', does: turnWays },
  { key: 'r', says: 'Put them into register', does: () => void register() },
  { key: '+', says: 'Larger', does: () => larger(1.25) },
  { key: '-', says: 'Smaller', does: () => larger(0.8) },
  { key: '0', says: 'As wide as the window', does: () => (zoom.value = 1) },
])
const pageName = (which: number) => {
  const { before, now } = pairs.value[which] ?? {}
  return now === undefined ? `${before} taken out` : before === undefined ? `${now} new` : String(now)
}
</script>

<template>
  <div class="comparison">
    <div class="row tools" role="toolbar" aria-label="How both are looked at">
      <select v-model="way" class="text" aria-label="How both are looked at">
        <option v-for="(says, key) in WAYS" :key="key" :value="key">{{ says }}</option>
      </select>
      <input
        v-if="way === 'slider'"
        v-model.number="slide"
        type="range"
        min="0"
        max="100"
        aria-label="How much of the earlier one is seen"
      />
      <button class="act" type="button" :disabled="!regions.length && pairs.length < 2" @click="step(-1)">Before</button>
      <button class="act" type="button" :disabled="!regions.length && pairs.length < 2" @click="step(1)">Next</button>
      <span v-if="compared" role="status" data-test="differences" :data-took="compared.took" :data-drew="compared.drew">{{
        regions.length
          ? `${here >= 0 ? `${here + 1} of ` : ''}${count(regions.length, 'difference')} on this page`
          : pair?.before && pair.now
            ? 'Nothing differs on this page'
            : 'This page stands alone'
      }}</span>
      <span class="grow" />
      <span class="key gone" aria-hidden="true" /> only in {{ names.before }} <span class="key added" aria-hidden="true" /> only in
      {{ names.now }}
      <span class="grow" />
      <span class="row" role="group" aria-label="Register">
        <button class="act" type="button" title="Looks for the shift, the small turn and the size by which both fit best" @click="register">
          Register
        </button>
        <button class="act bare" type="button" aria-label="The earlier one to the left" @click="nudge({ dx: -1 })">←</button>
        <button class="act bare" type="button" aria-label="The earlier one to the right" @click="nudge({ dx: 1 })">→</button>
        <button class="act bare" type="button" aria-label="The earlier one up" @click="nudge({ dy: -1 })">↑</button>
        <button class="act bare" type="button" aria-label="The earlier one down" @click="nudge({ dy: 1 })">↓</button>
        <button class="act bare" type="button" aria-label="The earlier one turned to the left" @click="nudge({ turn: -TURN })">↺</button>
        <button class="act bare" type="button" aria-label="The earlier one turned to the right" @click="nudge({ turn: TURN })">↻</button>
        <button class="act bare" type="button" aria-label="The earlier one smaller" @click="nudge({ scale: -SIZE })">−</button>
        <button class="act bare" type="button" aria-label="The earlier one larger" @click="nudge({ scale: SIZE })">+</button>
        <span v-if="lies" class="quiet mono" data-test="lay">{{ lies }}</span>
      </span>
    </div>
    <p v-if="trouble" class="note bad" role="alert">{{ trouble }}</p>
    <p v-if="doing" class="note doing" role="status">{{ doing }} … <button class="act" type="button" @click="stop">Stop</button></p>
    <div class="stages" :class="way">
      <div ref="stage" class="stage" role="region" tabindex="0" :aria-label="WAYS[way]" @wheel="wheel" @scroll="together(stage, other)">
        <div class="sheet" :style="{ width: `${zoom * 100}%`, aspectRatio: `${box.width} / ${box.height}` }">
          <canvas v-if="way === 'over'" ref="over" role="img" :aria-label="`Both pages over each other`" />
          <template v-else>
            <canvas ref="was" role="img" :aria-label="`The page in ${names.before}`" :style="laidOver" />
            <canvas
              v-if="way === 'slider'"
              ref="is"
              class="upper"
              role="img"
              :aria-label="`The page in ${names.now}`"
              :style="{ clipPath: `inset(0 0 0 ${slide}%)` }"
            />
            <span v-if="way === 'slider'" class="line" :style="{ left: `${slide}%` }" aria-hidden="true" />
          </template>
          <Regions :regions="regions" :at="here" :page="box" />
        </div>
      </div>
      <div v-if="way === 'side'" ref="other" class="stage" @wheel="wheel" @scroll="together(other, stage)">
        <div class="sheet" :style="{ width: `${zoom * 100}%`, aspectRatio: `${box.width} / ${box.height}` }">
          <canvas ref="is" role="img" :aria-label="`The page in ${names.now}`" />
          <Regions :regions="regions" :at="here" :page="box" />
        </div>
      </div>
    </div>
    <nav v-if="pairs.length > 1" class="row pages" aria-label="Pages">
      <button class="act bare" type="button" @click="countAll">Count on all pages</button>
      <button
        v-for="(p, i) in pairs"
        :key="i"
        type="button"
        class="act"
        :class="{ differs: counts.get(i) || !p.before || !p.now }"
        :aria-current="i === at"
        @click="show(i)"
      >
        {{ pageName(i) }}<small v-if="counts.has(i)">{{ counts.get(i) }}</small>
      </button>
    </nav>
  </div>
</template>

<style scoped>
.comparison {
  min-width: 0;
  display: flex;
  flex-direction: column;
  min-height: 0;
  flex: 1;
}
.tools {
  padding: 4px 10px;
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
  flex-wrap: wrap;
}
.tools select {
  width: auto;
}
.key {
  width: 22px;
  height: 12px;
  flex: none;
}
.gone.key {
  background: repeating-linear-gradient(45deg, #b04a20 0 4px, #dcb39f 4px 6px);
}
.added.key {
  background: repeating-linear-gradient(-45deg, #005ca8 0 4px, #92bedf 4px 6px);
}
.doing {
  position: absolute;
  left: 50%;
  top: 120px;
  transform: translateX(-50%);
  z-index: 3;
}
.stages {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 2px;
}
.stages.side {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
.stage {
  overflow: auto;
  min-height: 0;
  padding: 8px;
}
.sheet {
  position: relative;
  overflow: hidden;
  background: #fff;
}
canvas {
  display: block;
  width: 100%;
}
.upper {
  position: absolute;
  inset: 0;
  width: 100%;
}
.line {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 2px;
  background: var(--main);
}
.pages {
  padding: 4px 10px;
  overflow-x: auto;
  background: var(--sheet);
  border-top: 1px solid var(--line);
}
.pages .act {
  flex: none;
}
.pages small {
  margin-left: 4px;
  color: var(--attention);
}
.pages [aria-current='true'] {
  border-color: var(--main);
  border-width: 2px;
}
</style>
