<script setup lang="ts">
/**
 * What goes on beside every page while somebody is signed in: what waits is sent, and what the days' meetings need is
 * laid in. Fetched then, so that the first screen is there sooner.
 */
const { account } = useAccount()
const outbox = useOutbox()
useProvisions()
watch(
  () => account.value?.id,
  (id) => id && outbox.open(),
  { immediate: true },
)
</script>

<template><slot /></template>
