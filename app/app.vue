<script setup lang="ts">
/** What waits to be sent is sent from whichever page is open. */
const { account } = useAccount()
const outbox = useOutbox()
watch(
  () => account.value?.id,
  (id) => id && outbox.open(),
  { immediate: true },
)
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>
