<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { SEARCH_KEY } from '~/keys'

/** Finds people, movements, plans and meetings from anywhere, by one key. */
const isOpen = ref(false)
onKeyStroke([...SEARCH_KEY.presses], (event) => {
  const typed = 'input:not([type="checkbox"]):not([type="radio"]), textarea, select, [role="dialog"]'
  if (event.target instanceof Element && event.target.closest(typed)) return
  event.preventDefault()
  isOpen.value = true
})
</script>

<template>
  <button type="button" class="button button-quiet" @click="isOpen = true">
    Find <kbd class="key">{{ SEARCH_KEY.shown }}</kbd>
  </button>
  <!-- Its words are fetched with its first opening, and the page stays as it is meanwhile. -->
  <Suspense v-if="isOpen"><LazySearchDialog @close="isOpen = false" /></Suspense>
</template>
