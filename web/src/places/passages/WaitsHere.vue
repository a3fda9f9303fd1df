<script setup lang="ts">
import { onMounted } from 'vue'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import { count } from '../../say'

/** What a passage waits for at Prepare where nobody need do anything, and how much is made before it. */
const props = defineProps<{ passage: number; forWhat: string }>()
const its = useLoaded(() => data(api.GET('/api/passages/{id}/copy-wait', { params: { path: { id: props.passage } } })))
onMounted(its.load)
whenChanged(['PASSAGE'], its.load, 2000)
</script>

<template>
  <p class="note" role="status" data-test="waits-here">
    <strong>Waits for {{ forWhat }}.</strong>
    <template v-if="its.value.value?.before"> {{ count(its.value.value.before, 'other copy', 'other copies') }} before it.</template>
    <template v-else-if="its.value.value?.before === 0"> It is being made.</template>
  </p>
</template>
