<script setup lang="ts">
/** One fit: its figure, what it comes to in a sentence, and where to turn it. */
const { posture, pose, title } = defineProps<{ posture: string; pose: object; title: string }>()
const picture = useDrawnFigure(posture, () => pose)
</script>

<template>
  <section :aria-label="title" class="border-t border-line pt-3 flex gap-4">
    <div class="w-44 h-32 shrink-0"><img v-if="picture" :src="picture" alt="" class="w-full h-full" /></div>
    <div class="min-w-0 space-y-1">
      <h3 class="font-semibold">{{ title }}</h3>
      <slot />
    </div>
  </section>
</template>
