<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'

/** What waits to be sent is sent, and what the days' meetings need is laid in, from whichever page is open. */
const ASK_AGAIN_MS = 10_000
const { account, isUnasked, refresh, remember } = useAccount()
const outbox = useOutbox()
remember()
useProvisions()
// Started without the server: once it is there, it says who is signed in.
useIntervalFn(() => isUnasked.value && void refresh(), ASK_AGAIN_MS)
watch(
  () => account.value?.id,
  (id) => id && outbox.open(),
  { immediate: true },
)
</script>

<template>
  <VitePwaManifest />
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>
