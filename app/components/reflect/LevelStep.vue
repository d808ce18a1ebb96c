<script setup lang="ts">
import type { Tier } from '~~/core/catalogue/words'

/** A level, and where it would go. */
const { tier, from, to } = defineProps<{ tier: Tier; from: number; to: number }>()
</script>

<template>
  <span class="flex items-center gap-1"
    ><TierGlyph :tier="tier" :level="from" :size="34" /><template v-if="to !== from"
      ><span class="text-xl" aria-hidden="true">→</span><TierGlyph :tier="tier" :level="to" :size="34" /></template
  ></span>
</template>
