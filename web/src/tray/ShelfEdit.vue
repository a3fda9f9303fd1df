<script setup lang="ts">
import { ref, watch } from 'vue'
import type { Schemas } from '../api/client'
import { COLOURS, LOOKS, type Colour } from './fold'
import { useTray } from './store'

/** A shelf's name and colour; a new one without a shelf. */
const props = defineProps<{ shelf?: Schemas['ShelfView'] }>()
const emit = defineEmits<{ over: [] }>()
const tray = useTray()
const name = ref('')
const colour = ref<Colour>('TEAL')
watch(
  () => props.shelf,
  (s) => {
    name.value = s?.name ?? ''
    colour.value = s?.colour ?? COLOURS.find((c) => !tray.shelves.some((x) => x.colour === c)) ?? 'TEAL'
  },
  { immediate: true },
)
async function save() {
  if (props.shelf) await tray.changeShelf({ ...props.shelf, name: name.value, colour: colour.value })
  else await tray.addShelf(name.value, colour.value)
  if (!tray.problem) emit('over')
}
</script>

<template>
  <form class="row" @submit.prevent="save">
    <input
      v-model="name"
      class="text name"
      maxlength="60"
      required
      placeholder="name of the shelf"
      aria-label="Name of the shelf"
      data-test="shelf-name"
    />
    <select v-model="colour" class="text colour" aria-label="Colour of the shelf" data-test="shelf-colour">
      <option v-for="c in COLOURS" :key="c" :value="c">{{ LOOKS[c].mark }} {{ LOOKS[c].word }}</option>
    </select>
    <button class="act" type="submit" data-test="save-shelf">{{ shelf ? 'Save' : 'Add the shelf' }}</button>
    <template v-if="shelf">
      <button class="act bare" type="button" :aria-label="`Move ${shelf.name} before`" @click="tray.moveShelf(shelf.id, -1)">←</button>
      <button class="act bare" type="button" :aria-label="`Move ${shelf.name} behind`" @click="tray.moveShelf(shelf.id, 1)">→</button>
      <button class="act bare" type="button" data-test="remove-shelf" @click="tray.removeShelf(shelf.id).then(() => emit('over'))">
        Take the shelf away; what lies on it goes back to the tray
      </button>
    </template>
  </form>
</template>

<style scoped>
.row {
  flex-wrap: wrap;
}
.name {
  width: 190px;
}
.colour {
  width: auto;
}
</style>
