<script setup lang="ts">
import type { Problem } from '../api/client'

defineProps<{ problem?: Problem; again?: () => void }>()
</script>

<template>
  <div v-if="problem" class="note bad" role="alert">
    {{ problem.message }}
    <button v-if="again" class="act bare" type="button" @click="again">Try again</button>
  </div>
</template>
