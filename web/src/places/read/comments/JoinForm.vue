<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import type { Comment, Comments } from './comments'

/** Has the author read two comments as one, in words that say both; the originals are kept. */
const props = defineProps<{ comment: Comment; comments: Comments }>()
const emit = defineEmits<{ left: [] }>()
const others = computed(() => props.comments.joinable(props.comment))
const words = (c: Comment) => c.drawing?.text ?? c.text
const other = ref<number>()
const text = ref('')
const field = useTemplateRef<HTMLSelectElement>('field')
onMounted(() => field.value?.focus())
watch(other, (id) => {
  const chosen = others.value.find((c) => c.id === id)
  text.value = chosen ? [words(chosen), words(props.comment)].filter(Boolean).join('\n') : ''
})
async function join() {
  const chosen = others.value.find((c) => c.id === other.value)
  if (chosen && (await props.comments.join(props.comment, chosen, text.value))) emit('left')
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- its fields are what hears the keys -->
  <form class="join" @submit.prevent="join" @keydown.esc.stop="emit('left')">
    <label class="field"
      ><span>The author reads it with</span>
      <select ref="field" v-model="other" required>
        <option v-for="c in others" :key="c.id" :value="c.id">{{ c.by.name }}: {{ words(c).slice(0, 60) }}</option>
      </select>
    </label>
    <label class="field"
      ><span>as one, in these words</span>
      <textarea v-model="text" class="text" rows="4" required maxlength="20000" @keydown.enter.ctrl.prevent="join" />
    </label>
    <p v-if="comment.with.pictures.length" class="quiet">
      What the author sees are the pictures of the other one; those of this stay inside.
    </p>
    <span class="row"
      ><button class="act first" type="submit" :disabled="comments.busy.value || !other || !text.trim()">Join them</button
      ><button class="act" type="button" @click="emit('left')">Not now</button></span
    >
  </form>
</template>

<style scoped>
.join {
  display: grid;
  gap: 6px;
}
select {
  min-width: 0;
  width: 100%;
}
</style>
