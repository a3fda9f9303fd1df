<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed } from 'vue'
import { useSession } from '../../session'
import { emptyCondition, EVENTS, FORMATS, type Choices, type Condition } from './choices'

/** One condition, or a group of them. */
const condition = defineModel<Condition>({ required: true })
const props = defineProps<{ choices: Choices; depth: number }>()
const emit = defineEmits<{ remove: [] }>()
const session = useSession()
const KINDS: { kind: Condition['kind']; word: string }[] = [
  { kind: 'FORMAT', word: 'file format' }, { kind: 'NAME', word: 'name' }, { kind: 'FIELD', word: 'field' }, { kind: 'AUTHOR', word: 'author' }, { kind: 'UPLOADER', word: 'handed in by' },
  { kind: 'EVENT', word: 'how it came' }, { kind: 'SIZE', word: 'size' }, { kind: 'ALL', word: 'all of these' }, { kind: 'ANY', word: 'any of these' }, { kind: 'NONE', word: 'none of these' },
]
const group = computed(() => ['ALL', 'ANY', 'NONE'].includes(condition.value.kind))
const kinds = computed(() => (props.depth < 3 ? KINDS : KINDS.slice(0, 7)))
const field = computed(() => session.project?.fields.find((f) => f.key === condition.value.field))
const text = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value
const patch = (change: Partial<Condition>) => (condition.value = { ...condition.value, ...change })
const within = computed(() => (condition.value.conditions ?? []) as Condition[])
/** Sizes are typed in kilobytes of 1,000 bytes. */
const kilo = (bytes?: number) => (bytes === undefined ? '' : bytes / 1000)
const bytes = (value: string) => (value === '' ? undefined : Math.round(Number(value) * 1000))

function turn(kind: Condition['kind']) {
  condition.value = group.value && ['ALL', 'ANY', 'NONE'].includes(kind) ? { ...condition.value, kind } : emptyCondition(kind)
}

function set(i: number, one: Condition) {
  patch({ conditions: within.value.map((c, k) => (k === i ? one : c)) })
}
</script>

<template>
  <div class="condition" :class="{ group }">
    <div class="row">
      <select class="text kind" :value="condition.kind" aria-label="What is asked" @change="turn(text($event) as Condition['kind'])"><option v-for="k in kinds" :key="k.kind" :value="k.kind">{{ k.word }}</option></select>
      <button class="act bare" type="button" :aria-label="`Leave out: ${KINDS.find((k) => k.kind === condition.kind)?.word}`" @click="emit('remove')">Leave out</button>
    </div>
    <MultiSelect v-if="condition.kind === 'FORMAT'" :model-value="condition.formats" :options="FORMATS" option-label="word" option-value="format" placeholder="choose formats" aria-label="Formats, by what is in the file" data-test="formats" @update:model-value="(formats) => patch({ formats })" />
    <MultiSelect v-else-if="condition.kind === 'EVENT'" :model-value="condition.events" :options="EVENTS" option-label="word" option-value="event" placeholder="choose ways" aria-label="How it came" @update:model-value="(events) => patch({ events })" />
    <input v-else-if="condition.kind === 'NAME'" class="text mono" :value="condition.pattern" maxlength="500" placeholder="{type}-{*}" aria-label="Pattern for names, without ending" @input="patch({ pattern: text($event) })">
    <div v-else-if="condition.kind === 'SIZE'" class="row">
      <input class="text" type="number" min="0" :value="kilo(condition.least)" aria-label="At least so many kB" @input="patch({ least: bytes(text($event)) ?? 0 })"><span>to</span>
      <input class="text" type="number" min="0" :value="kilo(condition.most)" aria-label="At most so many kB; empty for any" placeholder="any" @input="patch({ most: bytes(text($event)) })"><span>kB</span>
    </div>
    <template v-else-if="condition.kind === 'FIELD'">
      <select class="text" :value="condition.field" aria-label="Field" @change="patch({ field: text($event), values: [] })"><option v-for="f in session.project?.fields" :key="f.key" :value="f.key">{{ f.label }}</option></select>
      <MultiSelect v-if="field?.kind === 'CODES'" :model-value="condition.values" :options="field.codes.filter((c) => !c.retired)" :option-label="(c) => `${c.code} ${c.meaning}`" option-value="code" filter placeholder="choose values" aria-label="Values" @update:model-value="(values) => patch({ values })" />
      <input v-else class="text" :value="(condition.values ?? []).join(', ')" aria-label="Values, with commas between" placeholder="values, with commas between" @change="patch({ values: text($event).split(',').map((v) => v.trim()).filter(Boolean) })">
    </template>
    <template v-else-if="condition.kind === 'AUTHOR' || condition.kind === 'UPLOADER'">
      <MultiSelect :model-value="condition.firms" :options="choices.people.firms" option-label="name" option-value="id" filter placeholder="firms" aria-label="Firms" data-test="firms" @update:model-value="(firms) => patch({ firms })" />
      <MultiSelect :model-value="condition.roles" :options="choices.people.roles" option-label="name" option-value="id" filter placeholder="or roles" aria-label="Roles" @update:model-value="(roles) => patch({ roles })" />
      <MultiSelect :model-value="condition.people" :options="choices.people.people" option-label="name" option-value="id" filter placeholder="or people" aria-label="People" @update:model-value="(people) => patch({ people })" />
    </template>
    <div v-else class="within">
      <ConditionEdit v-for="(one, i) in within" :key="i" :model-value="one" :choices="choices" :depth="depth + 1" @update:model-value="(c) => set(i, c)" @remove="patch({ conditions: within.filter((_, k) => k !== i) })" />
      <button class="act bare" type="button" @click="patch({ conditions: [...within, emptyCondition('FORMAT')] })">Add to the group</button>
    </div>
  </div>
</template>

<style scoped>
.condition { display: grid; grid-template-columns: minmax(0, 1fr); gap: 4px; border-left: 2px solid var(--line-strong); padding-left: 7px; min-width: 0; }
.group { border-left-style: double; border-left-width: 4px; }
.condition :deep(.p-multiselect) { min-width: 0; width: 100%; } .kind { width: auto; flex: 1; min-width: 0; } .within { display: grid; gap: 7px; } .within > button { justify-self: start; }
</style>
