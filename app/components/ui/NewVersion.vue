<script setup lang="ts">
import { stopLayingIn } from '~/composables/useProvisions'

/** Says that a newer version of the application is ready; it is taken when somebody says so, never in a class. */
const { $pwa } = useNuxtApp()
const isTaken = ref(false)

async function take() {
  isTaken.value = true
  stopLayingIn()
  await $pwa?.updateServiceWorker()
}
</script>

<template>
  <p v-if="$pwa?.needRefresh" class="bg-mark-soft rounded-lg px-3 py-1.5 mb-3" role="status" data-test="new-version">
    <template v-if="isTaken">Taking the newer version: this page opens anew in a moment.</template>
    <template v-else>
      A newer version of the application is ready.
      <button class="underline" @click="take">Take it now</button>
    </template>
  </p>
</template>
