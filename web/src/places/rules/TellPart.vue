<script setup lang="ts">
import type { Schemas } from '../../api/client'
import type { Choices, Telling } from './choices'
import TellingEdit from './TellingEdit.vue'

/** Whom a rule tells on which occasion, and in which words. */
const tell = defineModel<Schemas['TellForm']>({ required: true })
defineProps<{ choices: Choices; rule?: string }>()
const patch = (i: number, telling: Telling) => (tell.value = { tellings: tell.value.tellings.map((t, k) => (k === i ? telling : t)) })
</script>

<template>
  <div class="tell">
    <div class="tellings">
      <TellingEdit
        v-for="(t, i) in tell.tellings"
        :key="i"
        :model-value="t"
        :choices="choices"
        :rule="rule"
        @leave-out="tell = { tellings: tell.tellings.filter((_, k) => k !== i) }"
        @update:model-value="(its) => patch(i, its)"
      />
    </div>
    <button class="act bare" type="button" @click="tell = { tellings: [...tell.tellings, { occasion: 'ISSUED', whom: [], text: '' }] }">
      Tell somebody else
    </button>
    <p class="quiet">
      What stands in square brackets is left out where a field in it has no value. Those who decide are told of their step, and controllers
      of a stop, in any case; so is the originator of a stop, unless a line here says who is told of it.
    </p>
  </div>
</template>

<style scoped>
.tell,
.tellings {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px 16px;
  min-width: 0;
  align-items: start;
}
.tellings {
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 420px), 1fr));
}
.tell > button {
  justify-self: start;
}
</style>
