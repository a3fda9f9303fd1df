<script setup lang="ts">
import type { RuleForm } from '../../api/client'

/** The head of the sheet: what it is, what stands beside it, and new rules. */
type Beside = 'trial' | 'history' | 'file'
const beside = defineModel<Beside>('beside')
defineProps<{ last?: string; busy: boolean; controls: boolean }>()
const emit = defineEmits<{ undo: []; add: [kind: RuleForm['kind']] }>()
const turn = (what: Beside) => (beside.value = beside.value === what ? undefined : what)
</script>

<template>
  <header>
    <h1>Rule sheet</h1>
    <span class="quiet says">{{
      controls
        ? 'The first handling rule that fits takes the file; every watching rule that fits goes beside.'
        : 'The rules that stand only on folders you look after; others may stand above them.'
    }}</span>
    <button v-if="last" class="act" type="button" :disabled="busy" :title="`Takes back: ${last}`" @click="emit('undo')">
      Take back <span class="key">u</span>
    </button>
    <template v-if="controls">
      <button class="act" type="button" :aria-expanded="beside === 'history'" @click="turn('history')">Editions</button>
      <button class="act" type="button" :aria-expanded="beside === 'file'" @click="turn('file')">As a file</button>
    </template>
    <button class="act" type="button" :aria-expanded="beside === 'trial'" @click="turn('trial')">Try the draft</button>
    <button class="act" type="button" @click="emit('add', 'WATCHING')">Add a watching rule</button>
    <button class="act first" type="button" @click="emit('add', 'HANDLING')">Add a rule</button>
  </header>
</template>

<style scoped>
header {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.says {
  flex: 1 1 200px;
  font-size: 12px;
}
@media (max-width: 700px) {
  header {
    flex-wrap: wrap;
  }
  .says {
    flex-basis: 100%;
    order: 1;
  }
}
</style>
