<script setup lang="ts">
/** What to look at with somebody, told by its shape: an eye, a question, breath, a flash. */
export type Mark = 'watch' | 'screen' | 'breath' | 'hurt'
const { mark, size = 22, label = '' } = defineProps<{ mark: Mark; size?: number; label?: string }>()
const MARK_WORDS: Record<Mark, string> = {
  watch: 'to watch',
  screen: 'to screen',
  breath: 'breath only',
  hurt: 'hurt last time',
}
</script>

<template>
  <svg :width="size" :height="size" viewBox="0 0 24 24" role="img" :aria-label="label || MARK_WORDS[mark]">
    <g v-if="mark === 'watch'">
      <path d="M1 12 C5 5.5 19 5.5 23 12 C19 18.5 5 18.5 1 12 Z" fill="var(--mark)" />
      <circle cx="12" cy="12" r="3.6" fill="var(--on-mark)" />
    </g>
    <g v-else-if="mark === 'screen'">
      <rect x="2.5" y="2.5" width="19" height="19" rx="4" fill="var(--mark)" />
      <text
        x="12"
        y="12.6"
        text-anchor="middle"
        dominant-baseline="central"
        font-size="15"
        font-weight="750"
        fill="var(--on-mark)"
      >
        ?
      </text>
    </g>
    <g v-else-if="mark === 'breath'">
      <rect x="1" y="5" width="22" height="14" rx="7" fill="var(--mark)" />
      <path
        v-for="y in [10, 14]"
        :key="y"
        :d="`M5 ${y} q2.3 -2.8 4.7 0 t4.7 0 t4.7 0`"
        fill="none"
        stroke="var(--on-mark)"
        stroke-width="1.9"
        stroke-linecap="round"
      />
    </g>
    <g v-else>
      <path d="M12 1 L23 12 L12 23 L1 12 Z" fill="var(--mark)" />
      <path d="M13.2 5.6 L8 13 h3.6 l-1 5.4 L16 11 h-3.6 Z" fill="var(--on-mark)" />
    </g>
  </svg>
</template>
