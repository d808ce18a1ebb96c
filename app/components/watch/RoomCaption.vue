<script setup lang="ts">
/** What is said, below the room's screen; nothing where captions are not wanted. */
const { words, unit } = defineProps<{ words: string; unit: number }>()
const px = (parts: number) => `${unit * parts}px`
</script>

<template>
  <p
    v-if="words"
    class="shrink-0 bg-ink text-ground grid place-items-center text-center leading-tight"
    :style="{ minHeight: px(76), fontSize: px(36), paddingInline: px(34) }"
    aria-live="polite"
    data-test="caption"
  >
    <span class="line-clamp-3">{{ words }}</span>
  </p>
</template>
