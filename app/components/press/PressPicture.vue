<script setup lang="ts">
import { BAND, type PressNow } from '~~/core/measure/evenness'

/** The quiet live picture of a press: a mark that goes up a track, the band it is to stay in, and one word. */
const { now, wanted } = defineProps<{ now: PressNow | null; /** Percent of best. */ wanted: number }>()
const WORDS = { softer: 'softer', hold: 'hold', more: 'a little more' } as const
/** The band lies in the middle third, so that it is found again at any effort. */
const most = computed(() => Math.min(120, Math.max(2 * wanted, wanted + 3 * BAND)))
const share = (percent: number) => 100 * Math.min(1, Math.max(0, percent / most.value))
const words = computed(() => (now ? WORDS[now.say] : 'press'))
</script>

<template>
  <div data-test="press-picture" :data-say="now?.say ?? ''">
    <p class="text-[2.4rem] leading-tight font-semibold text-center min-h-13" aria-live="off">{{ words }}</p>
    <div
      class="relative h-14 rounded-xl border border-line bg-ground overflow-hidden"
      role="img"
      :aria-label="now ? `${Math.round(now.percent)} % of best, wanted ${wanted} %: ${words}` : `Wanted ${wanted} %`"
    >
      <span
        class="absolute inset-y-0 bg-mark-soft border-x-4 border-mark"
        :style="{ left: `${share(wanted - BAND)}%`, width: `${share(wanted + BAND) - share(wanted - BAND)}%` }"
      />
      <span
        v-if="now"
        class="absolute inset-y-1 w-3 -ml-1.5 rounded bg-action"
        :style="{ left: `${share(now.percent)}%` }"
      />
    </div>
  </div>
</template>
