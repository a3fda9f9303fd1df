<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'

/** What still follows from decisions, until it is done, with links to what came of it. */
const props = defineProps<{ review: number }>()
defineEmits<{ read: [] }>()
const following = useLoaded(() => data(api.GET('/api/reviews/{id}/following', { params: { path: { id: props.review } } })))
onMounted(following.load)
whenChanged(['PASSAGE', 'REVIEW', 'MAIL', 'FOLDER'], following.load)
const rows = computed(() => following.value.value ?? [])
const open = computed(() => rows.value.filter((f) => !f.done).length)
const MOST = 8
</script>

<template>
  <section class="panel following" aria-label="What follows from your decisions">
    <header>
      <h2>What follows</h2>
      <span class="quiet" role="status">{{
        rows.length === 0
          ? 'It goes on to the next step.'
          : open
            ? `${count(open, 'file')} of ${rows.length} still under way`
            : 'All of it is done.'
      }}</span>
      <button class="act bare end" type="button" @click="$emit('read')">I have read this</button>
    </header>
    <Trouble :problem="following.problem.value" :again="following.load" />
    <ul>
      <li v-for="f in rows.slice(0, MOST)" :key="f.passage">
        <span class="key">{{ f.decision }}</span> <RouterLink class="plain clip" :to="`/passages/${f.passage}`">{{ f.what }}</RouterLink>
        <span :class="{ error: f.state === 'STOPPED' }">{{ f.account }}</span>
        <RouterLink v-if="f.folder" :to="`/folders/${f.folder}`">{{ f.folderPath }}</RouterLink>
        <span class="quiet">{{
          f.messages === 0
            ? 'nobody had to be told'
            : f.sent === f.messages
              ? `${count(f.sent, 'message')} sent`
              : `${f.sent} of ${count(f.messages, 'message')} sent`
        }}</span>
      </li>
      <li v-if="rows.length > MOST" class="quiet">and {{ rows.length - MOST }} more</li>
    </ul>
  </section>
</template>

<style scoped>
.following {
  border-left: 3px solid var(--done);
}
.end {
  margin-left: auto;
}
li {
  display: flex;
  gap: 10px;
  padding: 3px 10px;
  align-items: baseline;
  flex-wrap: wrap;
}
.clip {
  max-width: 46%;
}
.plain {
  color: inherit;
  text-decoration: none;
}
</style>
