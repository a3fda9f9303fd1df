<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { api, data } from '../../api/client'
import { whenChanged } from '../../live'
import { useLoaded } from '../../load'
import Trouble from '../../parts/Trouble.vue'
import { count } from '../../say'
import { useSession } from '../../session'

/** What still follows from decisions, until it is done, with links to what came of it. */
const props = defineProps<{ review: number }>()
defineEmits<{ read: [] }>()
const following = useLoaded(() => data(api.GET('/api/reviews/{id}/following', { params: { path: { id: props.review } } })))
onMounted(following.load)
whenChanged(['PASSAGE', 'REVIEW', 'MAIL', 'FOLDER'], following.load)
const rows = computed(() => following.value.value ?? [])
/** Files that have not come to their end, and messages that have not gone: those may wait long after the files are where they belong. */
const open = computed(() => rows.value.filter((f) => f.state === 'WAITING' || f.state === 'RUNNING').length)
const unsent = computed(() => rows.value.reduce((n, f) => n + f.messages - f.sent, 0))
const MOST = 8
const session = useSession()
const stands = computed(() => {
  if (!rows.value.length) return 'It goes on to the next step.'
  const still =
    unsent.value &&
    `${count(unsent.value, 'message')} still to be sent${session.entrance.mail || session.entrance.demo ? '' : ': there is no mail server'}`
  if (open.value) return `${count(open.value, 'file')} of ${rows.value.length} still under way${still ? `, ${still}` : ''}`
  return still ? `No file is under way any more, ${still}.` : 'All of it is done.'
})
</script>

<template>
  <section class="panel following" aria-label="What follows from your decisions">
    <header>
      <h2>What follows</h2>
      <span class="quiet" role="status">{{ stands }}</span>
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
