<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import type { Schemas } from '../../api/client'
import { useSession } from '../../session'
import PatternField from './PatternField.vue'
import type { Choices } from './choices'
import type { NamePart } from './example'

/** What a rule says at Identify: how names are read, what is asked for, and what becomes of what something speaks against. */
const form = defineModel<Schemas['IdentifyForm']>({ required: true })
defineProps<{ choices: Choices; names: string[]; parts: NamePart[] }>()
const session = useSession()

const text = (event: Event) => (event.target as HTMLSelectElement).value
const patch = (change: Partial<Schemas['IdentifyForm']>) => (form.value = { ...form.value, ...change })
type Checks = Schemas['Checks']
const said = (key: string) => form.value.checks[key as keyof Checks]
const check = (key: string, value: string) => patch({ checks: { ...form.value.checks, [key]: value } })
const set = (i: number, pattern: string) =>
  patch({
    namePatterns:
      i < form.value.namePatterns.length
        ? form.value.namePatterns.map((p, k) => (k === i ? pattern : p))
        : [...form.value.namePatterns, pattern],
  })
</script>

<template>
  <div class="identify">
    <div class="patterns">
      <PatternField
        v-if="form.namePatterns.length <= 1"
        :model-value="form.namePatterns[0] ?? ''"
        :names="names"
        :parts="parts"
        @update:model-value="(p) => set(0, p)"
      />
      <template v-else>
        <div v-for="(pattern, i) in form.namePatterns" :key="i" class="one">
          <small
            >{{ i === 0 ? 'First' : 'or else' }}
            <button class="act bare" type="button" @click="patch({ namePatterns: form.namePatterns.filter((_, k) => k !== i) })">
              Leave it out
            </button></small
          >
          <PatternField :model-value="pattern" :names="names" :parts="i ? [] : parts" @update:model-value="(p) => set(i, p)" />
        </div>
      </template>
      <button
        v-if="form.namePatterns.some((p) => p.trim())"
        class="act"
        type="button"
        data-test="another-pattern"
        @click="set(form.namePatterns.length, '')"
      >
        Another pattern, if these do not fit
      </button>
    </div>
    <div class="more">
      <div class="field">
        <span>Asked for once, with the files</span>
        <MultiSelect
          :model-value="form.asks"
          :options="session.project?.fields.filter((f) => !['project', 'originator'].includes(f.key))"
          option-label="label"
          option-value="key"
          placeholder="nothing"
          aria-label="Fields asked for with the files"
          data-test="asks"
          @update:model-value="(asks) => patch({ asks })"
        />
      </div>
      <label class="field"
        ><span>Revisions are</span>
        <select class="text" :value="form.sequence ?? ''" @change="patch({ sequence: text($event) || undefined })">
          <option value="">in the sequence the document is in</option>
          <option v-for="s in choices.sequences" :key="s.key" :value="s.key">{{ s.name }}</option>
        </select></label
      >
    </div>
    <fieldset>
      <legend>A file with</legend>
      <label v-for="c in choices.kinds.checks" :key="c.key" class="check"
        ><span>{{ c.with }}</span>
        <select class="text" :value="said(c.key)" :data-test="`check-${c.key}`" @change="check(c.key, text($event))">
          <option v-for="o in c.options" :key="o.name" :value="o.name">{{ o.label }}</option>
        </select>
        <small v-if="c.hint">{{ c.hint }}</small></label
      >
    </fieldset>
  </div>
</template>

<style scoped>
.identify {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 3fr) minmax(0, 6fr);
  gap: 8px 18px;
  min-width: 0;
}
.patterns,
.more {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
  min-width: 0;
}
.one {
  border-left: 2px solid var(--line-strong);
  padding-left: 8px;
  min-width: 0;
}
fieldset {
  border: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 4px 12px;
  align-content: start;
  min-width: 0;
}
legend {
  font-size: 12px;
  color: var(--ink-2);
}
.check {
  display: grid;
  gap: 1px;
  font-size: 12px;
  align-content: start;
}
.patterns > button {
  justify-self: start;
  white-space: normal;
  text-align: left;
}
@media (max-width: 1150px) {
  .identify {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }
  fieldset {
    grid-column: 1 / -1;
  }
}
@media (max-width: 700px) {
  .identify {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
