<script setup lang="ts">
import type { RuleForm } from '../../api/client'
import PatternField from './PatternField.vue'
import type { Choices } from './choices'

/** What a rule says at Identify: how names are read, and what becomes of what register or ledger speak against. */
const form = defineModel<RuleForm>({ required: true })
defineProps<{ choices: Choices }>()

type Check = keyof RuleForm['checks']
const CHECKS: { key: Check; word: string; goOn: string }[] = [
  { key: 'unknownNumber', word: 'a number nobody was given', goOn: 'is a new document' },
  { key: 'wrongOriginator', word: "another firm's number", goOn: 'goes on all the same' },
  { key: 'outOfSequence', word: 'a revision that leaves codes out', goOn: 'is what its name says' },
  { key: 'onItsWay', word: 'one whose earlier revision is on its way', goOn: 'waits for that, then goes on' },
]

function set(i: number, text: string) {
  form.value.namePatterns[i] = text
}
</script>

<template>
  <div class="identify">
    <template v-if="form.namePatterns.length <= 1"><PatternField :model-value="form.namePatterns[0] ?? ''" @update:model-value="(text) => set(0, text)" /></template>
    <template v-else>
      <div v-for="(pattern, i) in form.namePatterns" :key="i" class="one">
        <small>{{ i === 0 ? 'First' : 'or else' }} <button class="act bare" type="button" @click="form.namePatterns.splice(i, 1)">Leave it out</button></small>
        <PatternField :model-value="pattern" @update:model-value="(text) => set(i, text)" />
      </div>
    </template>
    <button v-if="form.namePatterns.some((p) => p.trim())" class="act" type="button" data-test="another-pattern" @click="form.namePatterns.push('')">Another pattern, if these do not fit</button>
    <fieldset>
      <legend>A file with</legend>
      <label v-for="c in CHECKS" :key="c.key" class="check"><span>{{ c.word }}</span>
        <select v-model="form.checks[c.key]" class="text" :data-test="`check-${c.key}`"><option value="STOP">is stopped</option><option value="RETURN">goes back to its author</option><option value="GO_ON">{{ c.goOn }}</option></select></label>
    </fieldset>
    <label class="field"><span>Revisions are</span>
      <select v-model="form.sequence" class="text"><option :value="undefined">in the sequence the document is in</option><option v-for="s in choices.sequences" :key="s.key" :value="s.key">{{ s.name }}</option></select></label>
  </div>
</template>

<style scoped>
.identify { display: grid; gap: 9px; min-width: 0; } .one { border-left: 2px solid var(--line-strong); padding-left: 8px; min-width: 0; }
fieldset { border: 0; padding: 0; display: grid; gap: 4px; } legend { font-size: 12px; color: var(--ink-2); } .check { display: grid; gap: 1px; font-size: 12px; } .identify > button { justify-self: start; white-space: normal; text-align: left; }
</style>
