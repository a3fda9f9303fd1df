<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import LetterTry from '../../parts/LetterTry.vue'
import MergeText from '../../parts/MergeText.vue'
import PaceEdit from '../../parts/PaceEdit.vue'
import type { Choices, Telling } from './choices'
import WhomList from './WhomList.vue'

/** Whom a rule tells on one occasion, in which words, how soon, and who gets a copy. */
const telling = defineModel<Telling>({ required: true })
const props = defineProps<{ choices: Choices; rule?: string }>()
const emit = defineEmits<{ leaveOut: [] }>()
const occasions = computed(() => props.choices.kinds.occasions)
const word = computed(() => occasions.value.find((o) => o.occasion === telling.value.occasion)?.word ?? '')
const patch = (change: Partial<Telling>) => (telling.value = { ...telling.value, ...change })
const text = (event: Event) => (event.target as HTMLSelectElement).value
const opened = ref(false)
/** Whoever gets a copy is always seen. */
const copying = computed(() => opened.value || !!telling.value.inCopy?.length)
const trying = ref(false)
const faults = ref<Schemas['WordFault'][]>([])
const of = (part: string) => faults.value.filter((f) => f.part === part)
</script>

<template>
  <div class="telling">
    <span class="row"
      ><select class="text" :value="telling.occasion" aria-label="When" @change="patch({ occasion: text($event) as Telling['occasion'] })">
        <option v-for="o in occasions" :key="o.occasion" :value="o.occasion">{{ o.word }}</option>
      </select>
      <button class="act bare" type="button" :aria-label="`Leave out: ${word}`" @click="emit('leaveOut')">Leave out</button></span
    >
    <div class="side">
      <WhomList
        :model-value="telling.whom"
        :choices="choices"
        :name="`Who is told ${word.toLowerCase()}`"
        @update:model-value="(whom) => patch({ whom })"
      />
      <button
        v-if="!copying"
        class="act bare"
        type="button"
        data-test="add-copies"
        title="Everybody on it sees who else got it"
        @click="opened = true"
      >
        Somebody in copy
      </button>
      <fieldset v-else class="copies">
        <legend>in copy: everybody on it sees who else got it</legend>
        <WhomList
          :model-value="telling.inCopy ?? []"
          :choices="choices"
          :name="`Who gets a copy ${word.toLowerCase()}`"
          @update:model-value="(inCopy) => patch({ inCopy })"
        />
      </fieldset>
    </div>
    <div class="side words">
      <div class="said">
        <MergeText
          :model-value="telling.subject ?? ''"
          name="Subject, with merge fields"
          placeholder="the usual subject"
          :most="200"
          :faults="of('subject')"
          @update:model-value="(subject) => patch({ subject })"
        />
        <MergeText
          :model-value="telling.text"
          name="Text, with merge fields"
          placeholder="the usual words"
          :most="500"
          :rows="2"
          :faults="of('text')"
          @update:model-value="(t) => patch({ text: t })"
        />
        <span class="row wrap">
          <PaceEdit
            :model-value="telling.pace"
            :name="`How soon: ${word.toLowerCase()}`"
            otherwise="as soon as the project says"
            data-help="How soon"
            @update:model-value="(pace) => patch({ pace })"
          />
          <label class="tick"
            ><input
              type="checkbox"
              :checked="telling.important"
              @change="patch({ important: ($event.target as HTMLInputElement).checked })"
            />
            important</label
          >
          <button class="act bare" type="button" :aria-expanded="trying" data-test="try-letter" @click="trying = !trying">
            {{ trying ? 'Close the letter' : 'How it would read' }}
          </button>
        </span>
      </div>
      <LetterTry
        v-if="trying"
        :occasion="telling.occasion"
        :subject="telling.subject ?? ''"
        :text="telling.text"
        :rule="rule"
        @faults="(f) => (faults = f)"
      />
    </div>
  </div>
</template>

<style scoped>
.telling {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  border-left: 2px solid var(--line-strong);
  padding-left: 7px;
  min-width: 0;
}
.side {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 240px), 1fr));
  gap: 4px 10px;
  align-items: start;
}
.words {
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 360px), 1fr));
}
.said {
  display: grid;
  gap: 4px;
  min-width: 0;
}
.row select {
  flex: 1;
  min-width: 0;
  width: auto;
}
.wrap {
  flex-wrap: wrap;
}
.side > button {
  justify-self: start;
}
.copies {
  border: 1px solid var(--line);
  padding: 4px 6px;
  min-width: 0;
}
.copies legend {
  font-size: 12px;
  color: var(--quiet);
}
.tick {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  font-size: 13px;
}
</style>
