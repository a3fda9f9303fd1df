<script setup lang="ts">
import type { Proving } from './proving'

/** Asks for the password once more, where it was typed long ago. */
defineProps<{ proving: Proving }>()
</script>

<template>
  <form v-if="proving.asking.value" class="once" @submit.prevent="proving.go">
    <label class="field"
      ><span>Your password, once more</span
      ><input
        :value="proving.password.value"
        class="text"
        type="password"
        required
        maxlength="200"
        autocomplete="current-password"
        autofocus
        @input="proving.type(($event.target as HTMLInputElement).value)"
    /></label>
    <div class="row">
      <button class="act first" type="submit" :disabled="proving.busy.value">Go on</button
      ><button class="act" type="button" @click="proving.drop">Leave it</button>
    </div>
  </form>
</template>

<style scoped>
.once {
  display: grid;
  gap: 8px;
  padding: 10px;
  background: var(--shade);
  width: 100%;
}
</style>
