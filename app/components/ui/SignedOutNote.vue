<script setup lang="ts">
import { isSignedOut } from '~/live/signedOut'

/** A session that is over is said; what stands on the screen, and what was typed, stays until somebody signs in. */
const route = useRoute()
const isShown = computed(() => isSignedOut.value && route.path !== '/sign-in')
</script>

<template>
  <p v-if="isShown" class="no-print bg-mark-soft px-5 py-2 text-center" role="alert" data-test="signed-out">
    You are signed out here. What you noted and typed is kept in this browser:
    <NuxtLink :to="{ path: '/sign-in', query: { to: route.fullPath } }" class="underline font-semibold"
      >sign in again</NuxtLink
    >.
  </p>
</template>
