<script setup lang="ts">
import { computed } from 'vue'
import type { Face } from '~~/core/home/homeDay'

/** One of three faces; the word stands beside it. */
const { face } = defineProps<{ face: Face }>()
const MOUTHS: Record<Face, string> = { easy: 'M16 29q8 7 16 0', right: 'M16 31h16', hard: 'M16 33q8 -6 16 0' }
const mouth = computed(() => MOUTHS[face])
</script>

<template>
  <svg viewBox="0 0 48 48" width="48" height="48" aria-hidden="true" class="face">
    <circle cx="24" cy="24" r="20" />
    <path d="M17 19v3M31 19v3" />
    <path :d="mouth" />
  </svg>
</template>
