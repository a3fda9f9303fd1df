<script setup lang="ts">
import { nextTick, useTemplateRef, watch } from 'vue'

/** The comment a code needs. The field has the focus whenever it is asked for anew. */
const props = defineProps<{
  asking: { code: number; passages: number[] }
  /** What the field is called. */
  label: string
  busy: boolean
}>()
const comment = defineModel<string>({ required: true })
const emit = defineEmits<{ say: []; notNow: []; shown: [] }>()
const field = useTemplateRef<HTMLTextAreaElement>('field')

watch(
  () => props.asking,
  async () => {
    await nextTick()
    field.value?.focus()
    emit('shown')
  },
  { immediate: true },
)
</script>

<template>
  <form @submit.prevent="emit('say')">
    <label class="field grow">
      <span>{{ label }}</span>
      <textarea
        ref="field"
        v-model="comment"
        class="text"
        required
        maxlength="20000"
        @keydown.enter.ctrl.prevent="emit('say')"
        @keydown.esc="emit('notNow')"
      />
    </label>
    <span class="row">
      <button class="act first" type="submit" :disabled="busy || !comment.trim()">Give {{ asking.code }}</button>
      <button class="act" type="button" title="What you have typed is kept in this browser" @click="emit('notNow')">Not now</button>
    </span>
  </form>
</template>
