<script setup lang="ts">
import { computed } from 'vue'
import { cannot, STAMPS, type Device, type How } from './devices'

/** How something is printed at a device; what that cannot do is said beside it. */
const how = defineModel<How>({ required: true })
const props = defineProps<{ device?: Device; label?: string }>()
const sizes = computed(() => props.device?.says?.known ?? [])
const ready = computed(() => new Set(props.device?.says?.ready.map((p) => p.key)))
const patch = (change: Partial<How>) => (how.value = { ...how.value, ...change })
const text = (event: Event) => (event.target as HTMLSelectElement).value

/** One choice of paper: by its size, as it is, or made to fit a size. */
const paper = computed(() => (how.value.paper === 'REDUCED' ? how.value.media : how.value.paper))
/** A size that is chosen stays in the list, though the device does not name it any more. */
const offered = computed(() =>
  how.value.media && !sizes.value.some((p) => p.key === how.value.media)
    ? [...sizes.value, { key: how.value.media, name: how.value.media, widthMm: 0, heightMm: 0 }]
    : sizes.value,
)
function choose(value: string) {
  patch(value === 'BY_SHEET' || value === 'AS_IT_IS' ? { paper: value, media: '' } : { paper: 'REDUCED', media: value })
}
const copies = (event: Event) =>
  patch({ copies: Math.min(99, Math.max(1, Math.round(Number((event.target as HTMLInputElement).value)) || 1)) })
const why = computed(() => cannot(how.value, props.device))
</script>

<template>
  <div class="how">
    <label class="field"
      ><span>Paper</span
      ><select class="text" :value="paper" :data-test="`paper${label ?? ''}`" @change="choose(text($event))">
        <option value="BY_SHEET">each page on its own size</option>
        <option value="AS_IT_IS">as the device chooses</option>
        <option v-for="p in offered" :key="p.key" :value="p.key">
          made to fit {{ p.name }}{{ ready.size && !ready.has(p.key) ? ' (not loaded)' : '' }}
        </option>
      </select></label
    >
    <label class="field"
      ><span>Copies</span><input class="text copies" type="number" min="1" max="99" :value="how.copies" @change="copies"
    /></label>
    <label class="tick"
      ><input type="checkbox" :checked="how.bothSides" @change="patch({ bothSides: !how.bothSides })" /> on both sides</label
    >
    <label class="tick" title="It waits at the device until somebody starts it there"
      ><input type="checkbox" :checked="how.held" @change="patch({ held: !how.held })" /> held there</label
    >
    <label class="field" title="Number, revision, status, who accepted it and when, and a code that leads to how it stands then"
      ><span>Stamp</span
      ><select class="text" :value="how.stamp" :data-test="`stamp${label ?? ''}`" @change="patch({ stamp: text($event) as How['stamp'] })">
        <option v-for="(word, place) in STAMPS" :key="place" :value="place">{{ word }}</option>
      </select></label
    >
    <span v-if="why" class="error" role="status">{{ why }}</span>
  </div>
</template>

<style scoped>
.how {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: end;
  min-width: 0;
}
.copies {
  width: 64px;
}
.tick {
  padding-bottom: 5px;
  white-space: nowrap;
}
.error {
  flex-basis: 100%;
}
</style>
