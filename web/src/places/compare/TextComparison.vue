<script setup lang="ts">
import { diffWordsWithSpace, type ChangeObject } from 'diff'
import { computed, nextTick, onMounted, ref, shallowRef } from 'vue'
import { useKeys } from '../../keys'
import { count } from '../../say'

/** Two texts as one, with what is new and what is gone marked. */
const props = defineProps<{ before: string; now: string; names: { before: string; now: string } }>()
const parts = shallowRef<ChangeObject<string>[]>()
const trouble = ref('')
const here = ref(-1)
/** Longer texts are not compared word by word. */
const LONGEST = 2_000_000
/** What takes longer is given up, in milliseconds. */
const MOST_MILLIS = 8000

async function read(url: string) {
  const answer = await fetch(url)
  if (!answer.ok) throw new Error(`the server answered ${answer.status}`)
  return answer.text()
}
onMounted(async () => {
  try {
    const [a, b] = await Promise.all([read(props.before), read(props.now)])
    if (a.length + b.length > LONGEST) throw new Error('they are too long')
    const found = diffWordsWithSpace(a, b, { timeout: MOST_MILLIS })
    if (!found) throw new Error('they differ too much')
    parts.value = found
  } catch (e) {
    trouble.value = `These files cannot be compared: ${e instanceof Error ? e.message : String(e)}.`
  }
})
const changed = computed(() => parts.value?.filter((p) => p.added || p.removed).length ?? 0)
const tag = (p: ChangeObject<string>) => (p.added ? 'ins' : p.removed ? 'del' : 'span')
async function step(by: number) {
  here.value = Math.min(changed.value - 1, Math.max(0, here.value + by))
  await nextTick()
  const marks = document.querySelectorAll('.texts ins, .texts del')
  marks.forEach((m, i) => m.classList.toggle('at', i === here.value))
  marks[here.value]?.scrollIntoView({ block: 'center' })
}
useKeys([
  { key: 'n', says: 'Next difference', does: () => void step(1) },
  { key: 'p', says: 'Difference before', does: () => void step(-1) },
])
</script>

<template>
  <div class="texts">
    <div class="row tools">
      <button class="act" type="button" :disabled="!changed" @click="step(-1)">Before</button>
      <button class="act" type="button" :disabled="!changed" @click="step(1)">Next</button>
      <span v-if="parts" role="status" data-test="differences">{{
        changed ? `${here >= 0 ? `${here + 1} of ` : ''}${count(changed, 'difference')}` : 'Nothing differs'
      }}</span>
      <span class="grow" />
      <del>only in {{ names.before }}</del> <ins>only in {{ names.now }}</ins>
    </div>
    <p v-if="trouble" class="note bad" role="alert">{{ trouble }}</p>
    <p v-else-if="!parts" class="quiet pad" role="status">Comparing …</p>
    <pre v-else><component :is="tag(p)" v-for="(p, i) in parts" :key="i">{{ p.value }}</component></pre>
  </div>
</template>

<style scoped>
.texts {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.tools {
  padding: 4px 10px;
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
}
.pad {
  padding: 20px;
}
pre {
  flex: 1;
  overflow: auto;
  margin: 0;
  padding: 14px;
  background: var(--sheet);
  font: 13px/1.5 var(--mono);
  white-space: pre-wrap;
}
ins {
  background: #cfe3f5;
  color: #003e70;
  text-decoration: underline;
}
del {
  background: #f5d9cd;
  color: #7a2d0e;
}
.at {
  outline: 2px solid var(--main);
}
</style>
