<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { helpOf, type Word } from '../help/help'
import { FIELDS, nameOf } from '../help/nameOf'
import { useSession } from '../session'

/**
 * A word of help at every field that has one: a mark at the field that is pointed at or written in, opened by a click on it or by F1, put
 * away by Escape or by going elsewhere.
 */
const route = useRoute()
const session = useSession()
const place = computed(() => route.path.split('/')[1] ?? '')
const field = shallowRef<HTMLElement>()
const word = shallowRef<Word>()
const at = ref({ left: 0, top: 0 })
const inView = ref(true)
const open = ref(false)
const bubble = ref<HTMLElement>()
const WIDE = 320
const MARK = 24

const fieldOf = (target: EventTarget | null): HTMLElement | undefined => {
  const control = (target as HTMLElement | null)?.closest?.<HTMLElement>(`main :is(${FIELDS})`)
  return control ?? undefined
}

/** Shows the mark at a field, unless help stands open at another. */
function point(target: EventTarget | null) {
  const control = fieldOf(target)
  if (!control || open.value) return
  const its = helpOf(place.value, nameOf(control))
  if (!its) return hide()
  field.value = control
  word.value = its
  set(control)
  const whole = document.querySelector('main > *')
  laidOut.disconnect()
  if (whole) laidOut.observe(whole)
  laidOut.observe(control)
}
/** What is laid out anew moves fields away from under the mark. */
const laidOut = new ResizeObserver(() => !open.value && field.value && (field.value.isConnected ? set(field.value) : hide()))
function set(control: HTMLElement) {
  const box = (control.closest('.p-multiselect, .p-listbox') ?? control).getBoundingClientRect()
  const tick = (control as HTMLInputElement).type === 'checkbox'
  at.value = {
    left: Math.min(innerWidth - MARK, tick ? box.left - MARK : box.right - MARK),
    top: Math.max(0, tick ? box.top - 4 : box.top - MARK + 2),
  }
  inView.value = !scrolledAway(control, box)
}
/** Whether a field in a box that scrolls is not to be seen in it, or has gone under the strap; its mark would lie on something else. */
function scrolledAway(control: HTMLElement, box: DOMRect): boolean {
  for (let around = control.parentElement; around && around.tagName !== 'MAIN'; around = around.parentElement) {
    if (around.scrollHeight <= around.clientHeight + 1 || !/auto|scroll/.test(getComputedStyle(around).overflowY)) continue
    const its = around.getBoundingClientRect()
    if (box.top + box.height / 2 < its.top || box.top + box.height / 2 > its.bottom) return true
  }
  return box.bottom < (control.closest('main')?.getBoundingClientRect().top ?? 0)
}
function hide() {
  laidOut.disconnect()
  open.value = false
  field.value = undefined
  word.value = undefined
}
async function show() {
  open.value = true
  await nextTick()
  const box = bubble.value?.getBoundingClientRect()
  if (!box) return
  // Under the field, or over it where there is no room, so that it stays to be seen.
  const its = (field.value?.closest('.p-multiselect, .p-listbox') ?? field.value)?.getBoundingClientRect()
  if (!its) return
  const under = its.bottom + 4
  at.value = {
    left: Math.max(4, Math.min(its.left, innerWidth - WIDE - 8)),
    top: under + box.height < innerHeight ? under : Math.max(4, its.top - box.height - 4),
  }
}

function focused(event: FocusEvent) {
  if (open.value && fieldOf(event.target) !== field.value && !bubble.value?.contains(event.target as Node)) open.value = false
  point(event.target)
}
function over(event: Event) {
  const control = fieldOf(event.target)
  if (control && control !== field.value) point(control)
  // Away from a field nobody writes in, its mark goes.
  else if (!control && !open.value && field.value && field.value !== document.activeElement && !isMark(event.target)) hide()
}
const isMark = (target: EventTarget | null) => !!(target as HTMLElement | null)?.closest?.('.help-mark')
function pressed(event: KeyboardEvent) {
  if (event.key === 'F1') {
    point(event.target)
    if (!word.value) return
    event.preventDefault()
    if (open.value) open.value = false
    else void show()
  } else if (event.key === 'Escape' && open.value) {
    event.stopPropagation()
    hide()
  }
}
function away(event: Event) {
  if (open.value && !(event.target as HTMLElement).closest('.help-bubble, .help-mark')) hide()
}
const moved = () => (open.value ? hide() : field.value?.isConnected ? set(field.value) : hide())

onMounted(() => {
  addEventListener('focusin', focused)
  addEventListener('pointerover', over)
  addEventListener('keydown', pressed, true)
  addEventListener('pointerdown', away)
  addEventListener('scroll', moved, true)
  addEventListener('resize', moved)
})
onBeforeUnmount(() => {
  removeEventListener('focusin', focused)
  removeEventListener('pointerover', over)
  removeEventListener('keydown', pressed, true)
  removeEventListener('pointerdown', away)
  removeEventListener('scroll', moved, true)
  removeEventListener('resize', moved)
})
const example = computed(() => (session.project && word.value?.example ? word.value.example(session.project) : undefined))
</script>

<template>
  <button
    v-if="word && !open && inView"
    type="button"
    class="help-mark"
    aria-label="Help for this field"
    title="Help for this field, F1"
    tabindex="-1"
    :style="{ left: `${at.left}px`, top: `${at.top}px` }"
    @mousedown.prevent
    @click="show"
  >
    ?
  </button>
  <aside
    v-if="word && open"
    ref="bubble"
    class="help-bubble"
    role="note"
    aria-live="polite"
    :style="{ left: `${at.left}px`, top: `${at.top}px`, width: `${WIDE}px` }"
  >
    <p>{{ word.text }}</p>
    <p v-if="example" class="example">
      Here, such as <span class="mono">{{ example }}</span>
    </p>
    <button class="act bare" type="button" @click="hide">Put away</button>
  </aside>
</template>

<style scoped>
.help-mark {
  position: fixed;
  z-index: 45;
  width: 24px;
  height: 24px;
  border: 0;
  background: none;
  color: var(--main);
  font-weight: 700;
  cursor: help;
  padding: 0;
}
.help-mark:hover {
  background: var(--main-soft);
}
.help-bubble {
  position: fixed;
  z-index: 45;
  background: var(--sheet);
  border: 1px solid var(--main);
  border-left-width: 4px;
  box-shadow: 0 6px 24px #0003;
  padding: 8px 12px;
  font-size: 13px;
  display: grid;
  gap: 4px;
}
.help-bubble button {
  justify-self: end;
}
.example {
  color: var(--ink-2);
}
.example .mono {
  white-space: normal;
  overflow-wrap: anywhere;
}
</style>
