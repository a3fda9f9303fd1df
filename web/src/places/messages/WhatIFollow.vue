<script setup lang="ts">
import { useAct } from '../../act'
import Trouble from '../../parts/Trouble.vue'
import { useFollowing } from '../../parts/following'

/** What whoever is signed in follows, and how to leave off. */
const following = useFollowing()
const { busy, problem, act } = useAct(() => undefined)
</script>

<template>
  <section class="panel follow" aria-label="What I follow">
    <h2>What I follow</h2>
    <Trouble :problem="problem" />
    <ul v-if="following.all.length" class="plain">
      <li v-for="f in following.all" :key="f.kind + f.thing">
        <RouterLink :to="f.kind === 'FOLDER' ? `/folders/${f.thing}` : `/documents/${f.thing}`">{{ f.name }}</RouterLink>
        <button
          class="act bare"
          type="button"
          :disabled="busy"
          :aria-label="`Leave off: ${f.name}`"
          @click="act(() => following.set(f.kind, f.thing, false))"
        >
          leave off
        </button>
      </li>
    </ul>
    <p v-else class="quiet">Nothing yet. <strong>Follow</strong> stands on every folder and document; so does the key <kbd>w</kbd>.</p>
  </section>
</template>

<style scoped>
.follow {
  padding: 10px 12px;
  display: grid;
  gap: 4px;
}
.plain {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  max-height: 120px;
  overflow: auto;
}
.plain li {
  overflow-wrap: anywhere;
}
</style>
