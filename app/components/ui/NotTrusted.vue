<script setup lang="ts">
/** Says what does not work on a device that does not trust this machine's certificate, and how it comes to. */
const { $pwa } = useNuxtApp()
const { trustPort } = useRuntimeConfig().public
// Where a worker serves the page already, what it could not be asked is the server, and no question of trust.
const isRefused = computed(
  () => location.protocol === 'https:' && Boolean($pwa?.registrationError) && !navigator.serviceWorker?.controller,
)
const help = `http://${location.hostname}:${trustPort}`
</script>

<template>
  <p v-if="isRefused" class="bg-mark-soft rounded-lg px-3 py-1.5 mb-3" role="status" data-test="not-trusted">
    This device does not trust this machine yet. It keeps what you note, but without the server it cannot open a page,
    and the application cannot be installed.
    <a v-if="trustPort > 0" class="underline" :href="help">Let it trust this machine</a>
  </p>
</template>
