<script setup lang="ts">
import type { Dose } from '~~/core/catalogue/dose'

/** A circle that widens with the breath in and narrows with the breath out: the one thing that moves by itself. */
const { dose, elapsedMs, running } = defineProps<{ dose: Extract<Dose, { kind: 'breath' }>; elapsedMs: number; running: boolean }>()

const phase = computed(() => {
  const at = (elapsedMs / 1000) % (dose.in + dose.out)
  return at < dose.in ? { words: 'in', wide: at / dose.in } : { words: 'out', wide: 1 - (at - dose.in) / dose.out }
})
</script>

<template>
  <div class="relative size-28 grid place-items-center shrink-0" :class="running ? '' : 'opacity-50'">
    <svg viewBox="-50 -50 100 100" class="absolute inset-0" aria-hidden="true"><circle class="pacer" :r="18 + 28 * phase.wide" fill="var(--action-soft)" stroke="var(--action)" stroke-width="2" /></svg>
    <span class="relative text-[1.3rem] font-semibold" aria-live="off">{{ phase.words }}</span>
  </div>
</template>

<style scoped>
.pacer { transition: r 0.22s linear; }
@media (prefers-reduced-motion: reduce) { .pacer { r: 40px; } }
</style>
