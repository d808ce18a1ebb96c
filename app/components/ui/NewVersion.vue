<script setup lang="ts">
/** Says that a newer version of the application is ready; it is taken when somebody says so, never in a class. */
const { $pwa } = useNuxtApp()
</script>

<template>
  <p v-if="$pwa?.needRefresh" class="bg-mark-soft rounded-lg px-3 py-1.5 mb-3" role="status" data-test="new-version">
    A newer version of the application is ready.
    <button class="underline" @click="$pwa.updateServiceWorker()">Take it now</button>
  </p>
</template>
