<script setup lang="ts">
import { computed, onScopeDispose, ref, watch } from 'vue'
import type { Schemas } from '../api/client'

/** A password that is being chosen: how good it is, as the server will judge it, while it is typed. */
const props = defineProps<{ label: string; judge: (password: string) => Promise<Schemas['PasswordStrength']>; autofocus?: boolean }>()
const password = defineModel<string>({ required: true })
const verdict = ref<Schemas['PasswordStrength']>()
const shown = ref(false)
const WORDS = ['found at once', 'found soon', 'could be found', 'good', 'very good']
let timer: ReturnType<typeof setTimeout> | undefined
let ticket = 0

watch(password, (typed) => {
  clearTimeout(timer)
  const mine = ++ticket
  if (!typed) {
    verdict.value = undefined
    return
  }
  timer = setTimeout(async () => {
    const answer = await props.judge(typed).catch(() => undefined)
    if (mine === ticket) verdict.value = answer
  }, 250)
})
onScopeDispose(() => clearTimeout(timer))
const says = computed(() =>
  !password.value
    ? 'At least 12 characters. Several words that do not belong together are good; paste from a password manager if you like.'
    : (verdict.value?.refusal ?? (verdict.value ? `This password is ${WORDS[verdict.value.strength]}.` : 'Looking at it …')),
)
</script>

<template>
  <div class="field password">
    <label
      ><span>{{ label }}</span
      ><input
        v-model="password"
        class="text"
        :type="shown ? 'text' : 'password'"
        required
        minlength="12"
        maxlength="200"
        autocomplete="new-password"
        :autofocus="autofocus"
        :aria-invalid="Boolean(verdict?.refusal)"
    /></label>
    <div class="row">
      <meter
        min="0"
        max="4"
        low="2"
        high="3"
        optimum="4"
        :value="verdict && !verdict.refusal ? verdict.strength : 0"
        aria-label="How good it is"
      /><label class="row show"><input v-model="shown" type="checkbox" /> show it</label>
    </div>
    <small role="status" :class="{ error: verdict?.refusal }">{{ says }}</small>
  </div>
</template>

<style scoped>
.password {
  display: grid;
  gap: 4px;
  width: 100%;
}
.password label:first-child {
  display: grid;
  gap: 3px;
}
meter {
  width: 160px;
  height: 10px;
}
.show {
  font-size: 12.5px;
  color: var(--ink-2);
}
small {
  min-height: 2.6em;
}
.password small.error {
  color: var(--stop);
}
</style>
