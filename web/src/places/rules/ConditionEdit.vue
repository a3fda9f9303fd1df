<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import { computed } from 'vue'
import { useSession } from '../../session'
import { emptyCondition, things, type Choices, type Condition, type Described, type Kind } from './choices'
import { must } from '../../parts/must'

/** One condition, or a group of them, drawn from what its kind is made of. */
const condition = defineModel<Condition>({ required: true })
const props = defineProps<{ choices: Choices; depth: number }>()
const emit = defineEmits<{ remove: [] }>()
const session = useSession()
const its = computed(() => condition.value as unknown as Described)
const isGroup = (kind?: Kind) => kind?.parts.some((p) => p.shape === 'GROUP') ?? false
const kind = computed(() => props.choices.kinds.conditions.find((k) => k.key === condition.value.kind))
const group = computed(() => isGroup(kind.value))
const kinds = computed(() => props.choices.kinds.conditions.filter((k) => props.depth < props.choices.kinds.deepest || !isGroup(k)))
const field = computed(() =>
  session.project?.fields.find((f) => f.key === kind.value?.parts.filter((p) => p.shape === 'FIELD').map((p) => its.value[p.key])[0]),
)
const text = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value
const patch = (key: string, value: unknown) => (condition.value = { ...its.value, [key]: value } as unknown as Condition)
const within = (key: string) => (its.value[key] ?? []) as Condition[]
const several = (key: string) => (its.value[key] ?? []) as (string | number)[]
/** Sizes are typed in kilobytes of 1,000 bytes. */
const kilo = (bytes: unknown) => (bytes === undefined ? '' : (bytes as number) / 1000)
const bytes = (value: string) => (value === '' ? undefined : Math.round(Number(value) * 1000))

/** Another kind; a group keeps what it is made of. */
function turn(key: string) {
  const next = must(props.choices.kinds.conditions.find((k) => k.key === key))
  condition.value = group.value && isGroup(next) ? ({ ...its.value, kind: key } as unknown as Condition) : emptyCondition(next)
}

function turnField(key: string, value: string) {
  const values = Object.fromEntries((kind.value?.parts ?? []).filter((p) => p.shape === 'FIELD_VALUES').map((p) => [p.key, []]))
  condition.value = { ...its.value, ...values, [key]: value } as unknown as Condition
}
</script>

<template>
  <div class="condition" :class="{ group }">
    <div class="row">
      <select class="text kind" :value="condition.kind" aria-label="What is asked" data-test="condition-kind" @change="turn(text($event))">
        <option v-for="k in kinds" :key="k.key" :value="k.key">{{ k.word }}</option>
      </select>
      <button class="act bare" type="button" :aria-label="`Leave out: ${kind?.word}`" @click="emit('remove')">Leave out</button>
    </div>
    <template v-for="(p, n) in kind?.parts" :key="p.key">
      <MultiSelect
        v-if="p.shape === 'WORDS'"
        :model-value="several(p.key)"
        :options="p.options"
        option-label="label"
        option-value="name"
        :placeholder="`choose ${p.word}`"
        :aria-label="p.word"
        :data-test="p.key"
        @update:model-value="(chosen) => patch(p.key, chosen)"
      />
      <input
        v-else-if="p.shape === 'PATTERN' || p.shape === 'ADDRESS'"
        class="text mono"
        :value="its[p.key]"
        :maxlength="p.most"
        placeholder="{type}-{*}"
        :aria-label="`Pattern for ${p.word}, without ending`"
        @input="patch(p.key, text($event))"
      />
      <label v-else-if="p.shape === 'SIZE'" class="row"
        ><span class="bound">{{ p.word }}</span
        ><input
          class="text"
          type="number"
          min="0"
          :value="kilo(its[p.key])"
          :placeholder="p.open ? 'any' : ''"
          :aria-label="`${p.word} so many kB${p.open ? '; empty for any' : ''}`"
          @input="patch(p.key, bytes(text($event)) ?? (p.open ? undefined : 0))"
        /><span>kB</span></label
      >
      <select v-else-if="p.shape === 'FIELD'" class="text" :value="its[p.key]" aria-label="Field" @change="turnField(p.key, text($event))">
        <option v-for="f in session.project?.fields" :key="f.key" :value="f.key">{{ f.label }}</option>
      </select>
      <template v-else-if="p.shape === 'FIELD_VALUES'">
        <MultiSelect
          v-if="field?.kind === 'CODES'"
          :model-value="several(p.key)"
          :options="field.codes.filter((c) => !c.retired)"
          :option-label="(c) => `${c.code} ${c.meaning}`"
          option-value="code"
          filter
          :placeholder="`choose ${p.word}`"
          aria-label="Values"
          @update:model-value="(values) => patch(p.key, values)"
        />
        <input
          v-else
          class="text"
          :value="several(p.key).join(', ')"
          aria-label="Values, with commas between"
          placeholder="values, with commas between"
          @change="
            patch(
              p.key,
              text($event)
                .split(',')
                .map((v) => v.trim())
                .filter(Boolean),
            )
          "
        />
      </template>
      <MultiSelect
        v-else-if="p.shape === 'SOME'"
        :model-value="several(p.key)"
        :options="things(choices, p.thing)"
        option-label="name"
        option-value="id"
        filter
        :placeholder="n === 0 ? p.word : `or ${p.word}`"
        :aria-label="p.word"
        :data-test="p.key"
        @update:model-value="(ids) => patch(p.key, ids)"
      />
      <select
        v-else-if="p.shape === 'ONE'"
        class="text"
        :value="its[p.key]"
        :aria-label="p.word"
        @change="patch(p.key, Number(text($event)))"
      >
        <option v-for="t in things(choices, p.thing)" :key="t.id" :value="t.id">{{ t.name }}</option>
      </select>
      <div v-else class="within">
        <ConditionEdit
          v-for="(one, i) in within(p.key)"
          :key="i"
          :model-value="one"
          :choices="choices"
          :depth="depth + 1"
          @update:model-value="
            (c: Condition) =>
              patch(
                p.key,
                within(p.key).map((x, k) => (k === i ? c : x)),
              )
          "
          @remove="
            patch(
              p.key,
              within(p.key).filter((_, k) => k !== i),
            )
          "
        />
        <button class="act bare" type="button" @click="patch(p.key, [...within(p.key), emptyCondition(must(choices.kinds.conditions[0]))])">
          Add to the group
        </button>
      </div>
    </template>
  </div>
</template>

<style scoped>
.condition {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  border-left: 2px solid var(--line-strong);
  padding-left: 7px;
  min-width: 0;
}
.group {
  border-left-style: double;
  border-left-width: 4px;
}
.condition :deep(.p-multiselect) {
  min-width: 0;
  width: 100%;
}
.kind {
  width: auto;
  flex: 1;
  min-width: 0;
}
.bound {
  min-width: 52px;
}
.within {
  display: grid;
  gap: 7px;
}
.within > button {
  justify-self: start;
}
</style>
