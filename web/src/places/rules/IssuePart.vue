<script setup lang="ts">
import { computed } from 'vue'
import type { Code, Schemas } from '../../api/client'
import { useSession } from '../../session'
import PlaceEdit from './PlaceEdit.vue'
import ReleasesPart from './ReleasesPart.vue'
import { emptyPlace, notTarget, usualStatus, type Choices, type Place, type Target } from './choices'
import type { Insertable } from './example'
import { must } from '../../parts/must'

/** What a rule says of Issue: what follows from each decision code, or where files go that nobody reviews. */
const issue = defineModel<Schemas['IssueForm']>({ required: true })
const props = defineProps<{ choices: Choices; reviewed: boolean; numbered: boolean; parts: Insertable[] }>()
const emit = defineEmits<{ put: [text: string] }>()
const session = useSession()
const codes = computed(() => session.project?.decisionCodes ?? [])
/** Every folder, with why it cannot be a target if it cannot. */
const targets = computed(() => props.choices.folders.map((f) => ({ ...f, why: notTarget(f, props.reviewed && props.numbered) })))
const shownAs = (f: { path: string; name: string; why: string }) => (f.path || f.name) + (f.why && ` (${f.why})`)
const text = (event: Event) => (event.target as HTMLSelectElement).value
const follows = (code: number) => issue.value.byCode.find((f) => f.code === code)
const releases = computed({
  get: () => issue.value.releases ?? [],
  set: (some) => (issue.value = { ...issue.value, releases: some }),
})
const status = (folder: number) =>
  usualStatus(
    session.project?.statusCodes ?? [],
    props.choices.folders.find((f) => f.id === folder),
    props.numbered,
  )

/** What the project says of a code, in words. */
const asProject = (code: Code) =>
  code.folder ? `${props.choices.folders.find((f) => f.id === code.folder)?.path ?? 'a folder'} ${code.status ?? ''}` : 'back to the author'
/** Targets that are made of nothing are chosen as they are; where it is placed, by the folder. */
const plain = computed(() => props.choices.kinds.targets.filter((k) => k.parts.length === 0))
const placeOf = (code: number) => {
  const target = follows(code)?.target
  return target?.kind === 'PLACE' ? target.place : undefined
}
const chosen = (code: number) => String(placeOf(code)?.into.folder ?? follows(code)?.target.kind ?? '')

function setTarget(code: number, value: string) {
  const before = placeOf(code)
  const others = issue.value.byCode.filter((f) => f.code !== code)
  const place = before ? { ...before, into: { ...before.into, folder: Number(value) } } : emptyPlace(Number(value), status(Number(value)))
  const target = plain.value.some((k) => k.key === value) ? ({ kind: value } as Target) : { kind: 'PLACE' as const, place }
  issue.value = { ...issue.value, byCode: value ? [...others, { code, target }] : others }
}

const setPlace = (code: number, place: Place) =>
  (issue.value = {
    ...issue.value,
    byCode: issue.value.byCode.map((f) => (f.code === code ? { code, target: { kind: 'PLACE' as const, place } } : f)),
  })

function setAtOnce(value: string) {
  const before = issue.value.atOnce
  issue.value = {
    ...issue.value,
    atOnce: value
      ? before
        ? { ...before, into: { ...before.into, folder: Number(value) } }
        : emptyPlace(Number(value), status(Number(value)))
      : undefined,
  }
}
</script>

<template>
  <div v-if="reviewed" class="issue">
    <div v-for="code in codes" :key="code.digit" class="code">
      <span
        ><span class="key">{{ code.digit }}</span> {{ code.name }}</span
      >
      <select
        class="text"
        :aria-label="`Where ${code.digit} goes`"
        :value="chosen(code.digit)"
        :data-test="`target-${code.digit}`"
        @change="setTarget(code.digit, text($event))"
      >
        <option value="">say what follows</option>
        <option v-for="k in plain" :key="k.key" :value="k.key">
          {{ k.key === 'PROJECT' ? `${k.word} (${asProject(code)})` : k.word }}
        </option>
        <option v-for="f in targets" :key="f.id" :value="f.id" :disabled="!!f.why && chosen(code.digit) !== String(f.id)">
          {{ shownAs(f) }}
        </option>
      </select>
      <PlaceEdit
        v-if="placeOf(code.digit)"
        :model-value="must(placeOf(code.digit))"
        :choices="choices"
        :label="String(code.digit)"
        :numbered="numbered"
        :parts="parts"
        @put="(part) => emit('put', part)"
        @update:model-value="(p) => setPlace(code.digit, p)"
      />
    </div>
  </div>
  <div v-else class="issue code">
    <span>Filed at once in</span>
    <select
      class="text target"
      aria-label="Filed at once in"
      :value="issue.atOnce?.into.folder ?? ''"
      data-test="target-at-once"
      @change="setAtOnce(text($event))"
    >
      <option value="">{{ releases.length ? 'nowhere: released to a device only' : 'choose a folder' }}</option>
      <option v-for="f in targets" :key="f.id" :value="f.id" :disabled="!!f.why && issue.atOnce?.into.folder !== f.id">
        {{ shownAs(f) }}
      </option>
    </select>
    <PlaceEdit
      v-if="issue.atOnce"
      :model-value="issue.atOnce"
      :choices="choices"
      label="filing"
      :numbered="numbered"
      :parts="parts"
      wide
      @put="(part) => emit('put', part)"
      @update:model-value="(p) => (issue = { ...issue, atOnce: p })"
    />
  </div>
  <ReleasesPart v-model="releases" class="released" :codes="codes" :reviewed="reviewed" />
</template>

<style scoped>
.issue {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: 8px 16px;
  min-width: 0;
}
.issue.code {
  grid-template-columns: minmax(0, 1fr);
}
.released {
  margin-top: 10px;
}
.target {
  max-width: 420px;
}
.code {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 3px;
  min-width: 0;
  align-content: start;
}
</style>
