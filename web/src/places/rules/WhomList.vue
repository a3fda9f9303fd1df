<script setup lang="ts">
import Listbox from 'primevue/listbox'
import { computed } from 'vue'
import { things, type Audience, type Choices, type Described } from './choices'
import { must } from '../../parts/must'

/** Who is told: kinds of people, people, roles and firms out of a list, and addresses outside. */
const whom = defineModel<Audience[]>({ required: true })
const props = defineProps<{ choices: Choices; name: string }>()

/** Audiences as single values of a list: "AUTHOR", "ROLE 12", "ADDRESS a@b". */
const kindOf = (key: string) => must(props.choices.kinds.audiences.find((k) => k.key === key))
const partOf = (key: string) => kindOf(key).parts[0]
const value = (a: Audience) => `${a.kind} ${((a as unknown as Described)[partOf(a.kind)?.key ?? ''] as string | number | undefined) ?? ''}`
const addressed = computed(() => props.choices.kinds.audiences.find((k) => k.parts[0]?.shape === 'ADDRESS'))
const known = computed(() =>
  props.choices.kinds.audiences.flatMap((k) => {
    const part = k.parts[0]
    return part
      ? things(props.choices, part.thing).map((t) => ({ value: `${k.key} ${t.id}`, word: k.word.replace('…', t.name) }))
      : [{ value: `${k.key} `, word: k.word }]
  }),
)
/** Whoever was chosen when this was opened stands first, so that nobody chosen is out of sight. */
const first = new Set(whom.value.map(value))
const options = computed(() => {
  const all = [
    ...known.value,
    ...whom.value.filter((a) => a.kind === addressed.value?.key).map((a) => ({ value: value(a), word: value(a).slice(a.kind.length + 1) })),
  ]
  return [...all.filter((o) => first.has(o.value)), ...all.filter((o) => !first.has(o.value))]
})

function audience(of: string): Audience {
  const [kind, said] = [of.slice(0, of.indexOf(' ')), of.slice(of.indexOf(' ') + 1)]
  const part = partOf(kind)
  return (part ? { kind, [part.key]: part.shape === 'ONE' ? Number(said) : said } : { kind }) as Audience
}

function addAddress(event: Event) {
  const input = event.target as HTMLInputElement
  const address = input.value.trim()
  if (address && addressed.value) whom.value = [...whom.value, audience(`${addressed.value.key} ${address}`)]
  input.value = ''
}
</script>

<template>
  <div class="who">
    <Listbox
      class="whom"
      :model-value="whom.map(value)"
      :options="options"
      option-label="word"
      option-value="value"
      multiple
      checkmark
      :filter="options.length > 6"
      filter-placeholder="find a person, a role or a firm"
      scroll-height="150px"
      :aria-label="name"
      @update:model-value="(v: string[]) => (whom = v.map(audience))"
    />
    <input
      v-if="addressed"
      class="text"
      type="email"
      :maxlength="addressed.parts[0]?.most"
      placeholder="and an address outside, Enter"
      aria-label="An address outside the project"
      @keydown.enter.prevent="addAddress"
      @change="addAddress"
    />
  </div>
</template>

<style scoped>
.who {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  min-width: 0;
}
.whom :deep(.p-listbox-option) {
  padding: 3px 8px;
  font-size: 13px;
}
.whom :deep(.p-listbox-filter) {
  font-size: 13px;
  padding-block: 3px;
}
.whom :deep(.p-listbox-list-container) {
  font-size: 13px;
}
</style>
