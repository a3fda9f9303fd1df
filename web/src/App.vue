<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { listen } from './live'
import HelpLayer from './parts/HelpLayer.vue'
import Keys from './parts/Keys.vue'
import LostWay from './parts/LostWay.vue'
import Spine from './parts/Spine.vue'
import Strap from './parts/Strap.vue'
import SessionEnd from './parts/SessionEnd.vue'
import { useSession } from './session'
import TrayBar from './tray/TrayBar.vue'

const route = useRoute()
const session = useSession()
/** No place stands without somebody before it: who signs out, or is signed out, leaves none behind that asks for a project. */
const nobody = computed(() => !session.me && !route.meta.open)
const hasTray = computed(() => !!session.me && !route.meta.open && session.projects.length > 0 && !session.secondStepMissing)
watch(
  () => !session.secondStepMissing && session.me?.account,
  (account) => account && listen(),
  { immediate: true },
)
</script>

<template>
  <div v-if="nobody" />
  <div v-else-if="route.meta.whole" class="stage room">
    <div class="whole"><RouterView /></div>
    <TrayBar v-if="hasTray" />
  </div>
  <div v-else class="house">
    <Spine />
    <div class="stage">
      <Strap />
      <main>
        <RouterView v-if="route.meta.ofNoProject" />
        <RouterView v-else-if="session.project" :key="session.project.id" />
        <p v-else class="empty">
          <strong>You are in no project.</strong
          >{{
            session.me?.administrator
              ? 'You administer this installation: make a project under Installation, or have a document controller invite you.'
              : 'A document controller invites you; then load this page again.'
          }}
        </p>
      </main>
      <TrayBar v-if="hasTray" />
    </div>
  </div>
  <Keys />
  <HelpLayer />
  <SessionEnd />
  <LostWay />
</template>

<style scoped>
.whole {
  min-height: 0;
  overflow: auto;
  /* As in main: what is hidden but for screen readers scrolls with what it stands beside. */
  position: relative;
}
.house {
  display: grid;
  grid-template-columns: var(--spine) minmax(0, 1fr);
  grid-template-rows: minmax(0, 1fr);
  height: 100%;
}
.stage {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  min-width: 0;
  height: 100%;
}
.room {
  grid-template-rows: minmax(0, 1fr) auto;
}
main {
  overflow: auto;
  /* What is hidden but for screen readers scrolls with what it stands beside, and never makes the page itself scroll. */
  position: relative;
  padding: 12px 16px 20px;
  --stick: -12px;
  --foot: -20px;
}
@media (max-width: 700px) {
  .house {
    grid-template-columns: 1fr;
    grid-template-rows: auto minmax(0, 1fr);
  }
  main {
    padding: 8px;
    --stick: -8px;
    --foot: -8px;
  }
}
</style>
