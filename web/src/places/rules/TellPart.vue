<script setup lang="ts">
import Listbox from 'primevue/listbox'
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import PaceEdit from '../../parts/PaceEdit.vue'
import { useSession } from '../../session'
import { things, type Audience, type Choices, type Described, type Telling } from './choices'
import { must } from '../../parts/must'

/** Whom a rule tells on which occasion, and in which words. */
const tell = defineModel<Schemas['TellForm']>({ required: true })
const props = defineProps<{ choices: Choices }>()
const session = useSession()
const occasions = computed(() => props.choices.kinds.occasions)
const wordOf = (occasion: Telling['occasion']) => occasions.value.find((o) => o.occasion === occasion)?.word ?? ''
const FIELDS = ['number', 'revision', 'title', 'status', 'decision', 'name', 'author', 'firm', 'folder', 'submission', 'purpose', 'reason']

/** Audiences as single values of a list: "AUTHOR", "ROLE 12", "ADDRESS a@b". */
const kindOf = (key: string) => must(props.choices.kinds.audiences.find((k) => k.key === key))
const partOf = (key: string) => kindOf(key).parts[0]
const value = (a: Audience) => `${a.kind} ${((a as unknown as Described)[partOf(a.kind)?.key ?? ''] as string | number | undefined) ?? ''}`
const known = computed(() =>
  props.choices.kinds.audiences.flatMap((k) => {
    const part = k.parts[0]
    return part
      ? things(props.choices, part.thing).map((t) => ({ value: `${k.key} ${t.id}`, word: k.word.replace('…', t.name) }))
      : [{ value: `${k.key} `, word: k.word }]
  }),
)
const addressed = computed(() => props.choices.kinds.audiences.find((k) => k.parts[0]?.shape === 'ADDRESS'))
const options = (t: Telling) => [
  ...known.value,
  ...t.whom.filter((a) => a.kind === addressed.value?.key).map((a) => ({ value: value(a), word: value(a).slice(a.kind.length + 1) })),
]
const patch = (i: number, change: Partial<Telling>) =>
  (tell.value = { tellings: tell.value.tellings.map((t, k) => (k === i ? { ...t, ...change } : t)) })

function audience(of: string): Audience {
  const [kind, said] = [of.slice(0, of.indexOf(' ')), of.slice(of.indexOf(' ') + 1)]
  const part = partOf(kind)
  return (part ? { kind, [part.key]: part.shape === 'ONE' ? Number(said) : said } : { kind }) as Audience
}

function addAddress(i: number, event: Event) {
  const input = event.target as HTMLInputElement
  const address = input.value.trim()
  if (address && addressed.value) patch(i, { whom: [...must(tell.value.tellings[i]).whom, audience(`${addressed.value.key} ${address}`)] })
  input.value = ''
}
const text = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <div class="tell">
    <div v-for="(t, i) in tell.tellings" :key="i" class="telling">
      <span class="row"
        ><select class="text" :value="t.occasion" aria-label="When" @change="patch(i, { occasion: text($event) as Telling['occasion'] })">
          <option v-for="o in occasions" :key="o.occasion" :value="o.occasion">{{ o.word }}</option>
        </select>
        <button
          class="act bare"
          type="button"
          :aria-label="`Leave out: ${wordOf(t.occasion)}`"
          @click="tell = { tellings: tell.tellings.filter((_, k) => k !== i) }"
        >
          Leave out
        </button></span
      >
      <Listbox
        class="whom"
        :model-value="t.whom.map(value)"
        :options="options(t)"
        option-label="word"
        option-value="value"
        multiple
        checkmark
        :filter="options(t).length > 6"
        filter-placeholder="find a person, a role or a firm"
        scroll-height="150px"
        :aria-label="`Who is told ${wordOf(t.occasion).toLowerCase()}`"
        @update:model-value="(v: string[]) => patch(i, { whom: v.map(audience) })"
      />
      <input
        v-if="addressed"
        class="text"
        type="email"
        :maxlength="addressed.parts[0]?.most"
        placeholder="and an address outside, Enter"
        aria-label="An address outside the project"
        @keydown.enter.prevent="addAddress(i, $event)"
        @change="addAddress(i, $event)"
      />
      <textarea
        class="text"
        rows="2"
        maxlength="500"
        :value="t.text"
        placeholder="the usual words"
        aria-label="Text, with merge fields"
        @input="patch(i, { text: text($event) })"
      />
      <PaceEdit
        :model-value="t.pace"
        :name="`How soon: ${wordOf(t.occasion).toLowerCase()}`"
        otherwise="as soon as the project says"
        data-help="How soon"
        @update:model-value="(pace) => patch(i, { pace })"
      />
    </div>
    <button class="act bare" type="button" @click="tell = { tellings: [...tell.tellings, { occasion: 'ISSUED', whom: [], text: '' }] }">
      Tell somebody else
    </button>
    <details>
      <summary>merge fields</summary>
      <p class="mono fields">
        <span v-for="f in [...FIELDS, ...(session.project?.fields ?? []).map((x) => x.key)]" :key="f">{{ '{' + f + '}' }} </span>
      </p>
      <p class="quiet">What stands in square brackets is left out where a field in it has no value.</p>
    </details>
    <p class="quiet">
      Those who decide are told of their step, and controllers of a stop, in any case; so is the originator of a stop, unless a line here
      says who is told of it.
    </p>
  </div>
</template>

<style scoped>
.tell {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(290px, 1fr));
  gap: 8px 16px;
  min-width: 0;
  align-items: start;
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
.tell > p,
.tell > details {
  grid-column: 1 / -1;
}
.telling .row select {
  flex: 1;
  min-width: 0;
  width: auto;
}
.telling {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  border-left: 2px solid var(--line-strong);
  padding-left: 7px;
  min-width: 0;
}
.tell > button {
  justify-self: start;
}
summary {
  cursor: pointer;
  color: var(--main);
  font-size: 12px;
}
.fields {
  white-space: normal;
  font-size: 11px;
}
</style>
