<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { HELP } from '../help/help'
import { activeKeys, useKeys } from '../keys'

const route = useRoute()
const place = computed(() => route.path.split('/')[1] ?? '')
const help = computed(() => HELP[place.value])
const shown = ref(false)
useKeys([
  { key: '?', says: 'Show the keys of this screen', does: () => (shown.value = !shown.value) },
  { key: 'Escape', says: 'Put this list away', does: () => (shown.value = false) },
])
</script>

<template>
  <aside v-if="shown" class="panel" role="region" aria-label="Keys of this screen">
    <header>
      <h2 class="grow">Keys of this screen</h2>
      <button class="act bare" type="button" @click="shown = false">Put away</button>
    </header>
    <dl>
      <template v-for="(key, i) in activeKeys()" :key="i"
        ><dt>
          <span class="key">{{ key.key }}</span>
        </dt>
        <dd>{{ key.says }}</dd></template
      >
      <template v-if="help"
        ><dt><span class="key">F1</span></dt>
        <dd>A word of help at the field that is written in</dd></template
      >
    </dl>
    <p v-if="help" class="more">
      <RouterLink :to="`/help/${place}`" @click="shown = false">About {{ help.called }}, on a page</RouterLink>
    </p>
  </aside>
</template>

<style scoped>
aside {
  position: fixed;
  right: 16px;
  bottom: 16px;
  width: 330px;
  z-index: 40;
  box-shadow: 0 6px 24px #0004;
}
dl {
  display: grid;
  grid-template-columns: 86px 1fr;
  gap: 4px 8px;
  padding: 10px;
}
.more {
  padding: 0 10px 10px;
}
</style>
