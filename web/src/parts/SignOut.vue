<script setup lang="ts">
import { useRouter } from 'vue-router'
import { useSession } from '../session'

/** Signs out, from wherever one is. */
const session = useSession()
const router = useRouter()

async function signOut() {
  if (await session.signOut()) void router.push('/sign-in')
}
</script>

<template>
  <button class="act bare" type="button" @click="signOut">Sign out</button>
</template>
