<script setup lang="ts">
import { computed, onMounted, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useLoaded } from '../../load'
import { find, howMany } from '../../parts/finding'
import Num from '../../parts/Num.vue'
import Trouble from '../../parts/Trouble.vue'
import { useSession } from '../../session'
import { must } from '../../parts/must'

/** All that words find, by kind. */
const MOST = 200
const route = useRoute()
const session = useSession()
const text = computed(() => String(route.query.text ?? ''))
const found = useLoaded(() => find(must(session.project).id, text.value, MOST))
onMounted(found.load)
watch(text, found.load)
</script>

<template>
  <div class="place">
    <h1>Found with “{{ text }}”</h1>
    <Trouble :problem="found.problem.value" :again="found.load" />
    <p v-if="found.loading.value && !found.value.value" class="quiet" role="status">Looking everywhere …</p>
    <p v-else-if="found.value.value && !found.value.value.length" class="empty">
      <strong>Nothing is called so.</strong>Numbers are found with and without what separates their parts, letters with and without their
      marks, names by every word they ever had.
    </p>
    <section v-for="of in found.value.value" :key="of.kind">
      <h2>
        {{ howMany(of) }}<span v-if="of.count > of.hits.length" class="quiet">, the first {{ of.hits.length }}; more words find fewer</span>
      </h2>
      <table class="dense">
        <tbody>
          <tr v-for="(hit, i) in of.hits" :key="i">
            <td v-if="of.hits.some((h) => h.number)" class="number">
              <Num v-if="hit.number" :number="hit.number" :revision="hit.revision" />
            </td>
            <td class="clip what" :title="hit.what">
              <RouterLink v-if="hit.place" class="plain" :to="hit.place">{{ hit.what || hit.number }}</RouterLink><template v-else>{{
                hit.what
              }}</template>
            </td>
            <td class="clip quiet" :title="hit.more">{{ hit.more }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </div>
</template>

<style scoped>
.place {
  display: grid;
  gap: 14px;
  align-content: start;
}
section {
  display: grid;
  gap: 4px;
}
.number {
  width: 230px;
}
.what {
  max-width: 460px;
}
td.quiet {
  max-width: 460px;
}
</style>
