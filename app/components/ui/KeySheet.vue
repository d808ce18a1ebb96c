<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'

/** The sheet of keys under `?`. */
const open = ref(false)
onKeyStroke('?', (event) => {
  const typed = 'input:not([type="checkbox"]):not([type="radio"]), textarea, select'
  if (event.target instanceof Element && event.target.closest(typed)) return
  open.value = !open.value
})
</script>

<template>
  <LazyKeySheetDialog v-if="open" @close="open = false" />
</template>
