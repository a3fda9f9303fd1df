<script setup lang="ts">
import { computed } from 'vue'
import { useAct } from '../act'
import { useKeys } from '../keys'
import { useFollowing, type Followed } from './following'
import Trouble from './Trouble.vue'

/** Has whoever is signed in be told of a document, or of a folder with all below it; a second time leaves off. */
const props = defineProps<{ kind: Followed['kind']; thing: number; what: string }>()
const following = useFollowing()
const { busy, problem, act } = useAct(() => undefined)
const on = computed(() => following.follows(props.kind, props.thing))
const turn = () => act(() => following.set(props.kind, props.thing, !on.value))
useKeys([{ key: 'w', says: `Follow ${props.what}, or leave off`, does: () => void turn() }])
</script>

<template>
  <button
    class="act"
    type="button"
    :aria-pressed="on"
    :disabled="busy"
    data-test="follow"
    :title="on ? `You are told of ${what}; leave off (w)` : `Be told of ${what} (w)`"
    @click="turn"
  >
    {{ on ? '✓ Following' : 'Follow' }}
  </button>
  <Trouble :problem="problem" />
</template>
