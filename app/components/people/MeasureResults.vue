<script setup lang="ts">
import type { ResultWords } from '~~/core/measure/resultWords'

/** What a result means: against the person's own, the norms, and the other side. */
const { results } = defineProps<{ results: readonly ResultWords[] }>()
const SIGNS = { below: '▾', within: '·', above: '▴', none: '·' }
</script>

<template>
  <section aria-label="What it means" aria-live="polite" class="space-y-3 border-t border-line pt-3" data-test="result">
    <div v-for="result in results" :key="result.side">
      <p class="text-2xl font-semibold">{{ result.side === 'both' ? '' : `${result.side}: ` }}{{ result.amount }}</p>
      <p v-if="result.change">{{ result.change.words }}.</p>
      <p v-else class="text-faint">The first time.</p>
      <p v-for="norm in result.norms" :key="norm.source">
        <span aria-hidden="true">{{ SIGNS[norm.verdict] }}</span>
        {{ norm.words }} <span class="text-faint text-[0.94rem]">({{ norm.source.replace(' (memory)', '') }})</span>
      </p>
      <p v-if="result.sides">{{ result.sides.words }}{{ result.sides.shown ? ': worth showing' : '' }}.</p>
    </div>
    <slot />
  </section>
</template>
