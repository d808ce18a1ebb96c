<script setup lang="ts">
import type { NuxtError } from '#app'
import { brokenWords } from '~/composables/useRefusal'

/** A page that cannot be shown: what happened, what is kept, and the ways on. */
const { error } = defineProps<{ error: NuxtError }>()
const isMissing = computed(() => error.statusCode === 404)
const words = computed(() => (isMissing.value ? 'There is no such page.' : brokenWords(error.cause ?? error)))
function reload(): void {
  location.reload()
}
</script>

<template>
  <main class="min-h-dvh grid place-items-center p-6">
    <div class="max-w-xl space-y-4">
      <h1>{{ isMissing ? 'Not here' : 'This page cannot be shown' }}</h1>
      <p role="alert">{{ words }}</p>
      <p v-if="!isMissing" class="text-faint">
        Kept in this browser: forms that were begun, changes of plans, and everything that was noted in a class.
      </p>
      <div class="flex flex-wrap gap-3">
        <button v-if="!isMissing" type="button" class="button button-main" @click="reload">Reload</button>
        <a class="button" href="/">To the circle</a>
      </div>
    </div>
  </main>
</template>
