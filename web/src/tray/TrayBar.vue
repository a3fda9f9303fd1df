<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useKeys } from '../keys'
import { whenChanged } from '../live'
import { exact, since } from '../say'
import OneOf from '../parts/OneOf.vue'
import { useSession } from '../session'
import { leadsTo, LOOKS, says, type Line } from './fold'
import ShelfEdit from './ShelfEdit.vue'
import { useTray } from './store'

/** What arrives live for me, along the lower edge: newest first; go there, put it on a shelf of mine, or let it pass. */
const tray = useTray()
const session = useSession()
const router = useRouter()
const open = ref(false)
const editing = ref<'new' | number>()
const at = ref(0)
const chosen = ref(new Set<number>())
const whole = ref<HTMLElement>()
const list = ref<HTMLElement>()
const said = ref('')
const now = ref(Date.now())
const QUIET = 'tray-quiet-until'
const quietUntil = ref(Number(localStorage.getItem(QUIET) ?? 0))
const quiet = computed(() => quietUntil.value > now.value)
const project = (id: number) => session.projects.find((p) => p.id === id)?.code ?? ''
const shelfNow = computed(() => tray.shelves.find((s) => s.id === tray.shelf))

watch(
  () => session.me?.account,
  (account) => (account ? void tray.load() : tray.forget()),
)
onMounted(() => {
  void tray.load()
  whole.value?.addEventListener('keydown', pressed)
})
const clock = setInterval(() => (now.value = Date.now()), 30_000)
onBeforeUnmount(() => clearInterval(clock))
/** Something has come, or what was asked of one is not any more, since one has decided. */
whenChanged(['TRAY', 'REVIEW'], tray.news, 300, (change) => change.topic === 'TRAY' || change.own)
watch(
  () => tray.newest,
  (line, before) => {
    now.value = Date.now()
    if (line && before && line.first.id > before.first.id && !quiet.value) {
      said.value = `${says(line)} ${line.first.label}`
      if (document.hidden && 'Notification' in window && Notification.permission === 'granted' && localStorage.getItem('tray-notices'))
        new Notification(`${project(line.first.project)} ${says(line)} ${line.first.label}`, { tag: 'pervius' })
    }
  },
)
watch(
  () => tray.lines.length,
  (many) => (at.value = Math.max(0, Math.min(at.value, many - 1))),
)

let before: HTMLElement | null = null
async function turn() {
  open.value = !open.value
  chosen.value = new Set()
  if (open.value) {
    before = document.activeElement as HTMLElement | null
    await nextTick()
    list.value?.focus()
  } else if (before?.isConnected) before.focus()
}
function go(line: Line) {
  open.value = false
  const id = line.first.project
  if (session.project?.id !== id) session.choose(id)
  void router.push(leadsTo(line))
}
/** What a key or a button is for: all that is chosen, or the line pointed at. */
const meant = (line?: Line) => (chosen.value.size ? [...chosen.value] : (line?.ids ?? []))
async function mark(ids: number[], on?: number) {
  if (!ids.length) return
  await tray.mark(ids, on)
  chosen.value = new Set()
}
function choose(line: Line) {
  at.value = Math.max(0, tray.lines.indexOf(line))
  const next = new Set(chosen.value)
  const all = line.ids.every((id) => next.has(id))
  line.ids.forEach((id) => (all ? next.delete(id) : next.add(id)))
  chosen.value = next
}
function pressed(event: KeyboardEvent) {
  if (!open.value || (event.target as HTMLElement).closest('input:not([type=checkbox]), select, form')) return
  const line = tray.lines[at.value]
  const number = Number(event.key)
  const shelf = number >= 1 ? tray.shelves[number - 1] : undefined
  const onButton = (event.target as HTMLElement).closest('button, a')
  if (event.key === 'ArrowDown') at.value = Math.min(at.value + 1, tray.lines.length - 1)
  else if (event.key === 'ArrowUp') at.value = Math.max(at.value - 1, 0)
  else if (event.key === 'Enter' && line && !onButton) go(line)
  else if (event.key === ' ' && line && !onButton) choose(line)
  else if (event.key === 'x' || event.key === 'Delete') void mark(meant(line))
  else if (shelf) void mark(meant(line), shelf.id)
  else if (event.key === 'Escape') void turn()
  else return
  event.preventDefault()
  event.stopPropagation()
  void nextTick(() => list.value?.querySelector('.at')?.scrollIntoView({ block: 'nearest' }))
}
function beQuiet(hours?: number) {
  const until = new Date()
  if (hours) until.setHours(until.getHours() + hours)
  else until.setHours(31, 0, 0, 0)
  now.value = Date.now()
  quietUntil.value = quiet.value ? 0 : until.getTime()
  localStorage.setItem(QUIET, String(quietUntil.value))
}
const notices = ref(!!localStorage.getItem('tray-notices'))
async function turnNotices(event: Event) {
  const box = event.target as HTMLInputElement
  notices.value = box.checked && 'Notification' in window && (await Notification.requestPermission()) === 'granted'
  refused.value = box.checked && !notices.value
  box.checked = notices.value
  if (notices.value) localStorage.setItem('tray-notices', 'on')
  else localStorage.removeItem('tray-notices')
}
const refused = ref(false)
const TRAY = 'tray'
const places = computed(() => [
  { key: TRAY as string | number, word: 'Tray' },
  ...tray.shelves.map((s, i) => ({ key: s.id, word: s.name, title: i < 9 ? `${s.name}; key ${i + 1} puts there` : s.name })),
])
const lookAt = (key: string | number) => ((chosen.value = new Set()), tray.look(key === TRAY ? undefined : Number(key)))
const looks = (id: string | number) => LOOKS[tray.shelves.find((s) => s.id === id)?.colour ?? 'TEAL']
useKeys([{ key: 'i', says: 'Open or close the tray', does: () => void turn() }])
</script>

<template>
  <section ref="whole" class="tray" aria-label="Tray">
    <span class="hidden-text" aria-live="polite">{{ said }}</span>
    <div v-if="open" ref="list" class="open" tabindex="-1" role="region" aria-label="What arrived for me">
      <div class="row head">
        <OneOf :model-value="tray.shelf ?? TRAY" :choices="places" name="Tray and shelves" @update:model-value="lookAt">
          <template #default="{ choice }"
            ><span v-if="choice.key !== TRAY" aria-hidden="true" :style="{ color: looks(choice.key).ink }">{{
              looks(choice.key).mark
            }}</span>
            {{ choice.word }}</template
          >
        </OneOf>
        <button class="act bare" type="button" data-test="new-shelf" @click="editing = 'new'">Add a shelf</button>
        <button v-if="shelfNow" class="act bare" type="button" @click="editing = shelfNow.id">Change this shelf</button>
        <span class="grow" />
        <span v-if="chosen.size" class="quiet">{{ chosen.size }} chosen</span>
        <button class="act bare" type="button" @click="beQuiet(1)">{{ quiet ? 'Be heard again' : 'Quiet for an hour' }}</button>
        <button v-if="!quiet" class="act bare" type="button" @click="beQuiet()">until tomorrow</button>
        <label class="notices"><input type="checkbox" :checked="notices" @change="turnNotices" /> notices of this browser</label
        ><span v-if="refused" role="status" class="error">The browser does not allow them.</span>
      </div>
      <ShelfEdit
        v-if="editing"
        :shelf="editing === 'new' ? undefined : tray.shelves.find((s) => s.id === editing)"
        @over="editing = undefined"
      />
      <p v-if="tray.problem" role="alert" class="error">{{ tray.problem.message }}</p>
      <p v-if="!tray.lines.length" class="quiet">
        {{
          shelfNow ? `Nothing lies on “${shelfNow.name}”.` : 'Nothing has arrived for you in the last 14 days that you have not put away.'
        }}
      </p>
      <ul>
        <li v-for="(line, i) in tray.lines" :key="line.first.id" :class="{ at: i === at }">
          <input
            type="checkbox"
            :checked="line.ids.every((id) => chosen.has(id))"
            :aria-label="`Choose ${says(line)}`"
            @change="choose(line)"
          />
          <a :href="leadsTo(line)" class="what clip" :title="line.first.what" @click.prevent="go(line)">{{ says(line) }}</a>
          <span class="label clip">{{ line.first.label }}</span>
          <span class="from clip quiet" :title="line.first.from">{{ project(line.first.project) }} {{ line.first.from }}</span>
          <span class="when quiet" :title="exact(line.first.at)">{{ since(line.first.at) }}</span>
          <span class="deeds">
            <button
              v-for="s in tray.shelves.filter((x) => x.id !== tray.shelf)"
              :key="s.id"
              type="button"
              class="act bare shelf"
              :style="{ color: LOOKS[s.colour].ink }"
              :title="`Put on “${s.name}”`"
              :aria-label="`Put ${says(line)} on ${s.name}`"
              @click="mark(meant(line), s.id)"
            >
              {{ LOOKS[s.colour].mark }}
            </button>
            <button
              type="button"
              class="act bare"
              :aria-label="`Let ${says(line)} pass`"
              title="Let it pass, x"
              data-test="pass"
              @click="mark(meant(line))"
            >
              {{ tray.shelf === undefined ? 'let pass' : 'take off' }}
            </button>
          </span>
        </li>
      </ul>
      <button v-if="tray.more" class="act" type="button" @click="tray.older">Show older ones</button>
    </div>
    <div class="bar">
      <button type="button" class="act bare handle" :aria-expanded="open" data-test="tray" title="Tray, i" @click="turn">
        Tray <span class="mono">{{ tray.waiting ? `${tray.waiting}${tray.waitingMore ? '+' : ''}` : '' }}</span>
      </button>
      <template v-if="!open && tray.newest && !quiet">
        <a :href="leadsTo(tray.newest)" class="what clip" :title="tray.newest.first.what" @click.prevent="tray.newest && go(tray.newest)">{{
          says(tray.newest)
        }}</a>
        <span class="label clip">{{ tray.newest.first.label }}</span>
        <span class="from clip quiet">{{ project(tray.newest.first.project) }} {{ tray.newest.first.from }}</span>
        <span class="when quiet">{{ since(tray.newest.first.at) }}</span>
        <button type="button" class="act bare" title="Let it pass" data-test="pass-newest" @click="tray.newest && mark(tray.newest.ids)">
          let pass
        </button>
      </template>
      <span v-else-if="quiet" class="quiet">quiet for now</span>
      <span v-else-if="!tray.newest" class="quiet">nothing new</span>
      <span class="grow" />
      <span v-if="tray.done" class="quiet"
        >{{ tray.done.ids.length === 1 ? 'one' : tray.done.ids.length }} {{ tray.done.says }}
        <button type="button" class="act bare" data-test="tray-back" @click="tray.takeBack">Take back</button></span
      >
    </div>
  </section>
</template>

<style scoped>
.tray {
  position: relative;
  border-top: 1px solid var(--line-strong);
  background: var(--sheet);
  min-width: 0;
}
.bar {
  display: flex;
  align-items: center;
  gap: 10px;
  height: 30px;
  padding: 0 16px;
  font-size: 13px;
}
.handle {
  font-weight: 600;
}
.bar .what {
  max-width: 36%;
}
.bar .from {
  max-width: 26%;
}
.open:focus-visible {
  outline-offset: -2px;
}
.open {
  max-height: 44vh;
  overflow: auto;
  padding: 8px 16px;
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 6px;
  align-content: start;
}
.head {
  flex-wrap: wrap;
}
.notices {
  font-size: 12px;
  display: inline-flex;
  gap: 4px;
  align-items: center;
}
ul {
  display: grid;
}
li {
  display: grid;
  grid-template-columns: 24px minmax(0, 2fr) minmax(0, 1.2fr) minmax(0, 1.6fr) 70px auto;
  gap: 10px;
  align-items: center;
  min-height: 28px;
  border-bottom: 1px solid var(--line);
  font-size: 13px;
}
li.at {
  background: var(--main-soft);
  box-shadow: inset 3px 0 var(--main);
}
.deeds {
  display: inline-flex;
  gap: 4px;
}
.shelf {
  min-width: 24px;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: 24px minmax(0, 1fr) auto;
  }
  .label,
  .from,
  .when,
  .bar .label,
  .bar .from {
    display: none;
  }
}
.when {
  white-space: nowrap;
  flex: none;
}
</style>
