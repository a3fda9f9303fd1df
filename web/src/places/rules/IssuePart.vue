<script setup lang="ts">
import { computed } from 'vue'
import type { Code, Schemas } from '../../api/client'
import { useSession } from '../../session'
import PlaceEdit from './PlaceEdit.vue'
import { emptyPlace, type Choices, type Place, type Target } from './choices'
import { must } from '../../parts/must'

/** What a rule says of Issue: what follows from each decision code, or where files go that nobody reviews. */
const issue = defineModel<Schemas['IssueForm']>({ required: true })
const props = defineProps<{ choices: Choices; reviewed: boolean; numbered: boolean }>()
const session = useSession()
const codes = computed(() => session.project?.decisionCodes ?? [])
const targets = computed(() => props.choices.folders.filter((f) => f.state !== 'ARCHIVE'))
/** A numbered revision that was decided on leaves work in progress; a plain file may go anywhere. */
const reviewTargets = computed(() => targets.value.filter((f) => !props.numbered || f.state !== 'WORK_IN_PROGRESS'))
const text = (event: Event) => (event.target as HTMLSelectElement).value
const follows = (code: number) => issue.value.byCode.find((f) => f.code === code)
const status = () => session.project?.statusCodes[0]?.code ?? ''

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
  const place = before ? { ...before, into: { ...before.into, folder: Number(value) } } : emptyPlace(Number(value), status())
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
        : emptyPlace(Number(value), status())
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
        <option v-for="f in reviewTargets" :key="f.id" :value="f.id">{{ f.path }}</option>
      </select>
      <PlaceEdit
        v-if="placeOf(code.digit)"
        :model-value="must(placeOf(code.digit))"
        :choices="choices"
        :label="String(code.digit)"
        :numbered="numbered"
        @update:model-value="(p) => setPlace(code.digit, p)"
      />
    </div>
  </div>
  <div v-else class="issue code">
    <span>Filed at once in</span>
    <select
      class="text"
      aria-label="Filed at once in"
      :value="issue.atOnce?.into.folder ?? ''"
      data-test="target-at-once"
      @change="setAtOnce(text($event))"
    >
      <option value="">choose a folder</option>
      <option v-for="f in targets" :key="f.id" :value="f.id">{{ f.path }}</option>
    </select>
    <PlaceEdit
      v-if="issue.atOnce"
      :model-value="issue.atOnce"
      :choices="choices"
      label="filing"
      :numbered="numbered"
      @update:model-value="(p) => (issue = { ...issue, atOnce: p })"
    />
  </div>
</template>

<style scoped>
.issue {
  display: grid;
  gap: 8px;
  min-width: 0;
}
.code {
  display: grid;
  gap: 3px;
  min-width: 0;
}
</style>
