<script setup lang="ts">
import type { Schemas } from '../../api/client'
import { count } from '../../say'

/** What a role would open to people, with how much that is now. */
defineProps<{ opened: Schemas['Opened'][]; called: string }>()
</script>

<template>
  <div>
    <strong>{{ called }} opens more than before:</strong>
    <ul>
      <li v-for="o in opened.slice(0, 12)" :key="o.person">
        <template v-if="o.firms.length"
          ><strong>{{ o.person }}</strong> ({{ o.firm }}) would see what {{ o.firms.join(', ') }}
          {{ o.firms.length === 1 ? 'has' : 'have' }}: {{ count(o.folders, 'folder') }} with {{ count(o.files, 'file') }}.</template
        >
        <template v-else
          ><strong>{{ o.person }}</strong> ({{ o.firm }}):</template
        >
        <template v-if="o.may.length"> May also {{ o.may.join('; ') }}.</template>
      </li>
      <li v-if="opened.length > 12" class="quiet">and {{ opened.length - 12 }} more people</li>
    </ul>
  </div>
</template>

<style scoped>
ul {
  list-style: disc;
  padding-left: 18px;
  display: grid;
  gap: 2px;
  margin-top: 4px;
}
</style>
