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
const rows = computed(() => following.value.value?.files ?? [])
const session = useSession()
/** Files that have not come to their end, and messages that have not gone: those may wait long after the files are where they belong. */
const stands = computed(() => {
  const its = following.value.value
  if (!its) return ''
  if (!its.all) return 'It goes on to the next step.'
  // Some may be given up, or wait to be told with others: that they have not gone is true of all.
  const unsent = its.messages - its.sent
  const noMail = session.entrance.mail || session.entrance.demo ? '' : ': there is no mail server'
  const still = unsent && `${count(unsent, 'message')} not sent${noMail}`
  if (its.underWay) return `${count(its.underWay, 'file')} of ${its.all} still under way${still ? `, ${still}` : ''}`
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
    <ul v-if="following.value.value?.all">
      <li v-for="f in rows" :key="f.passage">
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
      <li v-if="(following.value.value?.all ?? 0) > rows.length" class="quiet">
        and {{ (following.value.value?.all ?? 0) - rows.length }} more
      </li>
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
