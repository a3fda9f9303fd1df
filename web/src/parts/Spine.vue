<script setup lang="ts">
import { computed } from 'vue'
import { mode, turnTheme } from '../theme/mode'
import { useSession } from '../session'

const session = useSession()
const places = computed(() =>
  session.secondStepMissing
    ? []
    : [
        { to: '/desk', word: 'Desk' },
        { to: '/folders', word: 'Folders' },
        { to: '/passages', word: 'Passages' },
        ...(session.reviews ? [{ to: '/reviews', word: 'Reviews' }] : []),
        { to: '/register', word: 'Register' },
        ...(session.controls || session.keeps ? [{ to: '/rules', word: 'Rule sheet' }] : []),
        { to: '/numbers', word: 'Numbers' },
        { to: '/routes', word: 'Routes' },
        { to: '/packages', word: 'Packages' },
        { to: '/messages', word: 'Messages' },
        { to: '/people', word: 'People' },
        ...(session.controls ? [{ to: '/project', word: 'Project' }] : []),
        ...(session.controls || session.me?.administrator ? [{ to: '/journal', word: 'Journal' }] : []),
        ...(session.me?.administrator ? [{ to: '/installation', word: 'Installation' }] : []),
        ...(session.entrance.demo ? [{ to: '/mail-room', word: 'Mail room' }] : []),
      ],
)
</script>

<template>
  <nav aria-label="Places">
    <p class="name">Pervius</p>
    <ul>
      <li v-for="place in places" :key="place.to">
        <RouterLink :to="place.to" active-class="here">{{ place.word }}</RouterLink>
      </li>
    </ul>
    <button class="act bare turn" type="button" @click="turnTheme">{{ mode === 'light' ? 'Dark' : 'Light' }}</button>
  </nav>
</template>

<style scoped>
nav {
  background: var(--shade);
  border-right: 1px solid var(--line-strong);
  padding: 12px 0;
  display: flex;
  flex-direction: column;
  background-image: repeating-linear-gradient(to bottom, transparent 0 49px, var(--line-strong) 49px 50px);
  background-size: 6px 100%;
  background-repeat: no-repeat;
  background-position: right top;
}
.name {
  font-weight: 680;
  font-stretch: 112%;
  letter-spacing: 0.04em;
  padding: 0 14px 14px;
  font-size: 15px;
}
a {
  display: block;
  padding: 5px 14px;
  color: var(--ink);
  text-decoration: none;
  border-left: 4px solid transparent;
}
a:hover {
  background: var(--sheet);
}
a.here {
  border-left-color: var(--main);
  background: var(--sheet);
  font-weight: 600;
}
.turn {
  margin: auto 10px 0;
  align-self: flex-start;
}
@media (max-width: 700px) {
  nav {
    flex-direction: row;
    align-items: center;
    padding: 4px 8px;
    overflow-x: auto;
    border-right: 0;
    border-bottom: 1px solid var(--line-strong);
  }
  ul {
    display: flex;
  }
  .name {
    padding: 0 8px 0 0;
  }
  a {
    padding: 4px 8px;
    white-space: nowrap;
  }
  .turn {
    margin: 0 0 0 auto;
  }
}
</style>
