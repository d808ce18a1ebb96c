<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import type { NuxtError } from '#app'
import { readTime } from '~~/core/contract/practice'
import { brokenWords } from '~/composables/useRefusal'
import { isUnreachable } from '~/live/heardOrKnown'

/** A page that cannot be shown: what happened, what is kept, and the ways on. */
const { error } = defineProps<{ error: NuxtError }>()
const ASK_AGAIN_MS = 5000
const isMissing = computed(() => error.statusCode === 404)
const isCut = computed(() => isUnreachable(error.cause ?? error) || isUnreachable(error))
const words = computed(() => {
  if (isMissing.value) return 'There is no such page.'
  return isCut.value
    ? 'This page needs the server. It shows up by itself as soon as it answers.'
    : brokenWords(error.cause ?? error)
})
const title = computed(() => {
  if (isMissing.value) return 'Not here'
  return isCut.value ? 'The server cannot be reached' : 'This page cannot be shown'
})
function reload(): void {
  location.reload()
}
useIntervalFn(() => {
  if (isCut.value) void call(readTime, { patienceMs: ASK_AGAIN_MS }).then(reload, () => undefined)
}, ASK_AGAIN_MS)
</script>

<template>
  <main class="min-h-dvh grid place-items-center p-6">
    <div class="max-w-xl space-y-4">
      <h1>{{ title }}</h1>
      <p role="alert">{{ words }}</p>
      <p v-if="!isMissing" class="text-faint">
        Kept in this browser: forms that were begun, changes of plans, and everything that was noted in a class.
      </p>
      <div class="flex flex-wrap gap-3">
        <button v-if="!isMissing" type="button" class="button button-main" @click="reload">Reload</button>
        <a class="button" href="/">{{ isCut ? 'The meetings of today and tomorrow' : 'To the circle' }}</a>
      </div>
    </div>
  </main>
</template>
