<script setup lang="ts">
import MultiSelect from 'primevue/multiselect'
import type { Schemas } from '../../api/client'
import { useSession } from '../../session'
import PatternField from './PatternField.vue'
import type { Choices } from './choices'

/** What a rule says at Identify: how names are read, what is asked for, and what becomes of what register, ledger or title block speak against. */
const form = defineModel<Schemas['IdentifyForm']>({ required: true })
defineProps<{ choices: Choices }>()
const session = useSession()

type Checks = Schemas['ChecksForm']
type Check = Exclude<keyof Checks, 'titleBlock' | 'sameName' | 'unreadable'>
const CHECKS: { key: Check; word: string; goOn: string }[] = [
  { key: 'unknownNumber', word: 'a number nobody was given', goOn: 'is a new document' },
  { key: 'wrongOriginator', word: "another firm's number", goOn: 'goes on all the same' },
  { key: 'outOfSequence', word: 'a revision that leaves codes out', goOn: 'is what its name says' },
  { key: 'onItsWay', word: 'one whose earlier revision is on its way', goOn: 'waits for that, then goes on' },
  { key: 'nameMisfit', word: 'a name no pattern reads', goOn: 'has the whole name as its title' },
]
const text = (event: Event) => (event.target as HTMLSelectElement).value
const patch = (change: Partial<Schemas['IdentifyForm']>) => (form.value = { ...form.value, ...change })
const check = (key: keyof Checks, value: string) => patch({ checks: { ...form.value.checks, [key]: value } })
const set = (i: number, pattern: string) => patch({ namePatterns: i < form.value.namePatterns.length ? form.value.namePatterns.map((p, k) => (k === i ? pattern : p)) : [...form.value.namePatterns, pattern] })
</script>

<template>
  <div class="identify">
    <template v-if="form.namePatterns.length <= 1"><PatternField :model-value="form.namePatterns[0] ?? ''" @update:model-value="(p) => set(0, p)" /></template>
    <template v-else>
      <div v-for="(pattern, i) in form.namePatterns" :key="i" class="one">
        <small>{{ i === 0 ? 'First' : 'or else' }} <button class="act bare" type="button" @click="patch({ namePatterns: form.namePatterns.filter((_, k) => k !== i) })">Leave it out</button></small>
        <PatternField :model-value="pattern" @update:model-value="(p) => set(i, p)" />
      </div>
    </template>
    <button v-if="form.namePatterns.some((p) => p.trim())" class="act" type="button" data-test="another-pattern" @click="set(form.namePatterns.length, '')">Another pattern, if these do not fit</button>
    <div class="field"><span>Asked for once, with the files</span>
      <MultiSelect :model-value="form.asks" :options="session.project?.fields.filter((f) => !['project', 'originator'].includes(f.key))" option-label="label" option-value="key" placeholder="nothing" aria-label="Fields asked for with the files" data-test="asks" @update:model-value="(asks) => patch({ asks })" /></div>
    <fieldset>
      <legend>A file with</legend>
      <label v-for="c in CHECKS" :key="c.key" class="check"><span>{{ c.word }}</span>
        <select class="text" :value="form.checks[c.key]" :data-test="`check-${c.key}`" @change="check(c.key, text($event))"><option value="STOP">is stopped</option><option value="RETURN">goes back to its author</option><option value="GO_ON">{{ c.goOn }}</option></select></label>
      <label class="check"><span>a title block that says another number or revision</span>
        <select class="text" :value="form.checks.titleBlock" data-test="check-titleBlock" @change="check('titleBlock', text($event))"><option value="NOT_COMPARED">is not looked at</option><option value="NOTE">is noted on its passage</option><option value="STOP">is stopped</option><option value="RETURN">goes back to its author</option></select>
        <small>compared where the PDF has text in the lower right corner of its first page</small></label>
      <label class="check"><span>the name of one that was handed in here before</span>
        <select class="text" :value="form.checks.sameName" data-test="check-sameName" @change="check('sameName', text($event))"><option value="NEXT_REVISION">is that document’s next revision</option><option value="NEW_DOCUMENT">is a new document</option><option value="ASK">is stopped, so that somebody says which</option></select>
        <small>where its name carries no number; one that came back before a decision is the same revision again</small></label>
      <label class="check"><span>a PDF that cannot be opened (password, damaged)</span>
        <select class="text" :value="form.checks.unreadable" data-test="check-unreadable" @change="check('unreadable', text($event))"><option value="NOTE">is marked at Prepare</option><option value="STOP">is stopped there</option><option value="RETURN">goes back to its author</option></select></label>
    </fieldset>
    <label class="field"><span>Revisions are</span>
      <select class="text" :value="form.sequence ?? ''" @change="patch({ sequence: text($event) || undefined })"><option value="">in the sequence the document is in</option><option v-for="s in choices.sequences" :key="s.key" :value="s.key">{{ s.name }}</option></select></label>
  </div>
</template>

<style scoped>
.identify { display: grid; gap: 9px; min-width: 0; } .one { border-left: 2px solid var(--line-strong); padding-left: 8px; min-width: 0; }
fieldset { border: 0; padding: 0; display: grid; gap: 4px; } legend { font-size: 12px; color: var(--ink-2); } .check { display: grid; gap: 1px; font-size: 12px; } .identify > button { justify-self: start; white-space: normal; text-align: left; }
</style>
