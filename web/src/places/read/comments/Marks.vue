<script setup lang="ts">
import { computed, ref, shallowRef, useId, useTemplateRef, watch } from 'vue'
import { must } from '../../../parts/must'
import type { Surface } from '../surface'
import type { Comment } from './comments'
import Crosshair from './Crosshair.vue'
import type { Drawing } from './drawing'
import { anchor, type At, lengthOf, pathOf, type Place, reshaped, shifted } from './place'

/** The marks over the sheet, the lines from them to what is said in the margin, and the drawing of new ones. */
const props = defineProps<{
  surface: Surface
  /** Counts how often the sheet may have moved in the window. */
  moved: number
  comments: Comment[]
  colours: Map<number, string>
  /** Comments that may be somewhere else. */
  unsure: ReadonlySet<number>
  selected?: number
  drawing: Drawing
  /** The place of what is being written, and its words. */
  draft?: { place: Place; text: string }
}>()
const emit = defineEmits<{ select: [id: number]; lay: [comment: Comment, place: Place] }>()
/** How wide the strip at the edge of the sheet is in which lines go up and down, in pixels. */
const LANE = 40
const svg = useTemplateRef<SVGSVGElement>('svg')
const clip = useId()
/** Where the svg itself lies, and what of the window the sheet has. */
const origin = ref({ x: 0, y: 0 })
const frame = ref({ x: 0, y: 0, width: 0, height: 0 })
/** One's own mark that is being moved. */
const dragged = shallowRef<{ comment: Comment; place: Place; from: { x: number; y: number }; point?: number }>()

const here = ([x, y]: At): At => [x - origin.value.x, y - origin.value.y]
const inFrame = ([x, y]: At) =>
  x >= frame.value.x && x <= frame.value.x + frame.value.width && y >= frame.value.y && y <= frame.value.y + frame.value.height

interface Mark {
  comment?: Comment
  place: Place
  at: At[]
  path: string
  colour: string
  words: string
  /** Where its words stand. */
  label: At
  leader?: string
}

function mark(place: Place, colour: string, words: string, comment?: Comment): Mark[] {
  const at = place.points.map((p) => props.surface.toWindow(place.page, p))
  if (at.some((p) => !p)) return []
  const drawn = at.map((p) => here(must(p)))
  const written = place.shape === 'LENGTH' ? lengthOf(place) : place.shape === 'TEXT' ? words : ''
  const [x, y] = anchor(place.shape, drawn)
  const label: At = place.shape === 'LENGTH' ? [x, y - 6] : [x, y]
  return [{ comment, place, at: drawn, path: pathOf(place.shape, drawn), colour, words: written, label }]
}

/**
 * From the mark level to the edge of the sheet and from there to its card in the margin; only while both are seen. Level lines do not
 * cross, and what goes on from them does not either while the cards are in the order of the marks.
 */
function leader(of: Mark, card: string): string | undefined {
  const from = anchor(of.place.shape, of.at)
  const box = document.getElementById(card)?.getBoundingClientRect()
  const list = document.getElementById('comments-list')?.getBoundingClientRect()
  if (!box || !list || !inFrame(from)) return undefined
  const y = Math.min(box.top + 14, box.bottom - 4)
  if (y < list.top - 4 || y > list.bottom + 4) return undefined
  const to = here([box.left, y])
  const bend = Math.max(from[0], frame.value.x + frame.value.width - LANE)
  return `M${from[0]} ${from[1]}H${bend}L${to[0] - 6} ${to[1]}H${to[0]}`
}

const marks = shallowRef<Mark[]>([])
let waiting = false
function draw() {
  waiting = false
  if (!svg.value) return
  const own = svg.value.getBoundingClientRect()
  const sheet = props.surface.frame.getBoundingClientRect()
  origin.value = { x: own.left, y: own.top }
  frame.value = {
    x: sheet.left - own.left,
    y: sheet.top - own.top,
    width: props.surface.frame.clientWidth,
    height: props.surface.frame.clientHeight,
  }
  const all = props.comments.flatMap((c) => {
    const place = dragged.value?.comment.id === c.id ? dragged.value.place : c.on.place
    return place ? mark(place, props.colours.get(c.by.person) ?? 'var(--main)', c.text, c) : []
  })
  all.forEach((m) => (m.leader = leader(m, `comment-${must(m.comment).id}`)))
  if (props.draft) {
    const [m] = mark(props.draft.place, 'var(--main)', props.draft.text)
    if (m) all.push({ ...m, leader: leader(m, 'comment-draft') })
  }
  const now = props.drawing.place.value
  if (now) all.push(...mark(now, 'var(--main)', ''))
  marks.value = all
}
/** Once for each picture the browser draws, however often something moves. */
function soon() {
  if (waiting) return
  waiting = true
  requestAnimationFrame(draw)
}
watch(() => [props.moved, props.surface, props.comments, props.draft, props.selected, props.drawing.place.value, dragged.value], soon, {
  flush: 'post',
})
watch(svg, soon)
defineExpose({ again: soon })

const cross = computed(() => props.drawing.cross.value && here(props.drawing.cross.value))

function wheel(event: WheelEvent) {
  if (event.ctrlKey || event.metaKey) return
  props.surface.frame.scrollBy(event.deltaX, event.deltaY)
}
const captured = (event: PointerEvent, on: boolean) =>
  on
    ? (event.currentTarget as Element).setPointerCapture(event.pointerId)
    : (event.currentTarget as Element).releasePointerCapture(event.pointerId)

function press(event: PointerEvent) {
  if (event.button !== 0) return
  event.preventDefault()
  captured(event, true)
  props.drawing.press(event.clientX, event.clientY)
}
function grab(event: PointerEvent, of: Mark, point?: number) {
  if (event.button !== 0 || !of.comment) return
  event.preventDefault()
  const there = props.surface.toPage(event.clientX, event.clientY)
  if (of.comment.id === props.selected && of.comment.may.change && !of.comment.on.carried && there) {
    captured(event, true)
    dragged.value = { comment: of.comment, place: of.place, from: there.point, point }
  }
  emit('select', of.comment.id)
}
function drag(event: PointerEvent) {
  const now = dragged.value
  const there = now && props.surface.toPage(event.clientX, event.clientY)
  if (!now || !there || there.page !== now.place.page) return
  const from = must(now.comment.on.place)
  dragged.value = {
    ...now,
    place:
      now.point === undefined
        ? shifted(from, there.point.x - now.from.x, there.point.y - now.from.y)
        : reshaped(from, now.point, there.point),
  }
}
function drop() {
  const now = dragged.value
  dragged.value = undefined
  if (now && JSON.stringify(now.place) !== JSON.stringify(now.comment.on.place)) emit('lay', now.comment, now.place)
}
const handles = (m: Mark) =>
  m.comment && m.comment.id === props.selected && m.comment.may.change && !m.comment.on.carried && m.at.length === 2
</script>

<template>
  <svg ref="svg" class="marks" :class="{ drawing: drawing.shape.value }" @wheel="wheel">
    <defs>
      <clipPath :id="clip"><rect :x="frame.x" :y="frame.y" :width="frame.width" :height="frame.height" /></clipPath>
    </defs>
    <g class="leaders" aria-hidden="true">
      <template v-for="(m, i) in marks" :key="i">
        <path v-if="m.leader" :d="m.leader" :stroke="m.colour" :class="{ at: m.comment?.id === selected }" />
      </template>
    </g>
    <g :clip-path="`url(#${clip})`">
      <!-- The margin does for keys what the marks do for the pointer. -->
      <g
        v-for="(m, i) in marks"
        :key="m.comment?.id ?? `draft${i}`"
        class="mark"
        :class="{ at: m.comment?.id === selected, done: m.comment?.stage === 'CLOSED', carried: m.comment && unsure.has(m.comment.id) }"
        :stroke="m.colour"
        :data-comment="m.comment?.id"
        aria-hidden="true"
        @pointerdown="grab($event, m)"
        @pointermove="drag"
        @pointerup="drop"
        @pointercancel="dragged = undefined"
      >
        <path v-if="m.path" class="wide" :d="m.path" />
        <path v-if="m.path" class="line" :d="m.path" />
        <text
          v-if="m.words"
          :x="m.label[0]"
          :y="m.label[1]"
          :fill="m.colour"
          :font-size="m.place.shape === 'TEXT' ? Math.max(6, 12 * surface.perPoint()) : 13"
          :text-anchor="m.place.shape === 'TEXT' ? 'start' : 'middle'"
        >
          {{ m.words }}
        </text>
        <template v-if="handles(m)">
          <circle v-for="(p, n) in m.at" :key="n" :cx="p[0]" :cy="p[1]" r="6" class="handle" @pointerdown.stop="grab($event, m, n)" />
        </template>
      </g>
    </g>
    <rect
      v-if="drawing.shape.value"
      class="pad"
      :x="frame.x"
      :y="frame.y"
      :width="frame.width"
      :height="frame.height"
      @pointerdown="press"
      @pointermove="drawing.move($event.clientX, $event.clientY, $event.buttons > 0)"
      @pointerup="drawing.release($event.clientX, $event.clientY)"
    />
    <path v-if="drawing.shape.value && cross" class="cross" :d="`M${cross[0] - 16} ${cross[1]}h32M${cross[0]} ${cross[1] - 16}v32`" />
  </svg>
  <Crosshair v-if="drawing.shape.value" :drawing="drawing" />
</template>

<style scoped>
.marks {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
  overflow: hidden;
}
.mark {
  pointer-events: auto;
  cursor: pointer;
  fill: none;
}
.line {
  stroke-width: 2;
  stroke-linejoin: round;
}
.wide {
  stroke: transparent;
  stroke-width: 12;
}
.mark.at .line {
  stroke-width: 3.2;
}
.mark.done,
.mark.carried:not(.at) {
  opacity: 0.6;
}
.mark.carried .line {
  stroke-dasharray: 7 3;
}
text {
  stroke: #fff;
  stroke-width: 3;
  paint-order: stroke;
  font-family: var(--sans);
  user-select: none;
}
.handle {
  fill: var(--sheet);
  stroke-width: 2;
  cursor: grab;
}
.leaders path {
  fill: none;
  stroke-width: 1;
  opacity: 0.55;
}
.leaders path.at {
  stroke-width: 1.8;
  opacity: 1;
}
.pad {
  fill: transparent;
  pointer-events: all;
  cursor: crosshair;
  touch-action: none;
}
.cross {
  stroke: var(--main);
  stroke-width: 1.4;
}
@media (max-width: 900px) {
  .leaders {
    display: none;
  }
}
</style>
