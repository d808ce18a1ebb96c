<script setup lang="ts">
import type { PaceMoment } from '~~/core/lead/pace'

/**
 * The pace of what is done: a disc that swells with the effort or the breath and shrinks with the way back, the count
 * in it.
 */
const {
  moment,
  running,
  large = false,
  sizeRem = 7.5,
} = defineProps<{ moment: PaceMoment; running: boolean; large?: boolean; sizeRem?: number }>()
const size = computed(() => (large ? 'min(44vh, 40vw)' : `${sizeRem}rem`))
</script>

<template>
  <div
    class="relative grid place-items-center shrink-0"
    :class="running ? '' : 'opacity-55'"
    :style="{ width: size, height: size }"
    data-test="pace"
  >
    <svg viewBox="-50 -50 100 100" class="absolute inset-0" aria-hidden="true">
      <circle
        class="pacer"
        :r="20 + 28 * moment.swell"
        fill="var(--action-soft)"
        stroke="var(--action)"
        stroke-width="1.5"
      />
    </svg>
    <span class="relative text-center leading-tight px-1" aria-live="off"
      ><span
        v-if="moment.count !== null"
        class="block numerals font-bold"
        :class="large ? 'text-[12vh]' : 'text-[1.9rem]'"
        >{{ moment.count
        }}<span class="font-normal text-faint" :class="large ? 'text-[5vh]' : 'text-[1rem]'"
          >/{{ moment.of }}</span
        ></span
      ><span class="block font-semibold" :class="large ? 'text-[4.5vh]' : 'text-[1rem]'">{{ moment.words }}</span></span
    >
  </div>
</template>

<style scoped>
.pacer {
  transition: r 0.22s linear;
}
@media (prefers-reduced-motion: reduce) {
  .pacer {
    r: 42px;
  }
}
</style>
