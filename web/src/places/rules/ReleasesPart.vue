<script setup lang="ts">
import { computed } from 'vue'
import type { Code, Schemas } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'
import HowToPrint from '../devices/HowToPrint.vue'
import { usualHow, type How } from '../devices/devices'
import { useDevices } from '../devices/useDevices'

/** The devices a rule releases files to, after which decisions, and how. */
type Release = Schemas['ReleaseTo']
const releases = defineModel<Release[]>({ required: true })
const props = defineProps<{ codes: Code[]; reviewed: boolean }>()
const all = useDevices()
const patch = (i: number, change: Partial<Release>) => (releases.value = releases.value.map((r, k) => (k === i ? { ...r, ...change } : r)))
const device = (name: string) => all.value.value?.find((d) => d.name === name)
/** What a rule names stays in the list, though it is not set up any more. */
const names = (r: Release) => [...new Set([...(all.value.value?.map((d) => d.name) ?? []), r.device])].filter((n) => n)
const may = computed(() => !!all.value.value?.length || releases.value.length > 0)
const turn = (i: number, r: Release, code: number) =>
  patch(i, { after: r.after.includes(code) ? r.after.filter((c) => c !== code) : [...r.after, code].sort() })

function add() {
  const accepted = props.codes.filter((c) => c.folder).map((c) => c.digit)
  const after = props.reviewed ? (accepted.length ? accepted : [1]) : []
  releases.value = [...releases.value, { device: all.value.value?.[0]?.name ?? '', after, how: usualHow() }]
}
</script>

<template>
  <div class="releases">
    <Trouble :problem="all.problem.value" />
    <div v-for="(r, i) in releases" :key="i" class="release">
      <span class="row"
        ><label class="field"
          ><span>Released to</span
          ><select
            class="text"
            :value="r.device"
            :data-test="`release-${i}`"
            @change="patch(i, { device: ($event.target as HTMLSelectElement).value })"
          >
            <option v-for="n in names(r)" :key="n" :value="n">{{ n }}{{ device(n) ? '' : ' (not set up here)' }}</option>
          </select></label
        >
        <span v-if="reviewed" class="after" role="group" aria-label="After decision"
          >after
          <label v-for="c in codes" :key="c.digit" :title="c.name"
            ><input type="checkbox" :checked="r.after.includes(c.digit)" @change="turn(i, r, c.digit)" /> {{ c.digit }}</label
          ></span
        >
        <button class="act bare" type="button" @click="releases = releases.filter((_, k) => k !== i)">Leave it out</button></span
      >
      <HowToPrint :model-value="r.how" :device="device(r.device)" :label="`-${i}`" @update:model-value="(how: How) => patch(i, { how })" />
    </div>
    <button v-if="may" class="act" type="button" data-test="add-release" @click="add">
      {{ releases.length ? 'To another device' : 'Release it to a device' }}
    </button>
  </div>
</template>

<style scoped>
.releases,
.release {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  min-width: 0;
  align-content: start;
}
.release {
  border-left: 2px solid var(--line-strong);
  padding-left: 7px;
}
.row {
  flex-wrap: wrap;
  align-items: end;
}
.after {
  display: inline-flex;
  gap: 8px;
  padding-bottom: 5px;
}
.releases > button {
  justify-self: start;
}
</style>
