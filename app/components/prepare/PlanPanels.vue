<script lang="ts">
/** What can be open beneath the lanes. */
export type Panel = 'checks' | 'coverage' | 'compose' | 'versions'
</script>

<script setup lang="ts">
import type { Check } from '~~/core/check/check'
import { PREPARE_KEYS as KEYS } from '~/keys'

/** What is said about a plan, each behind its button. */
const { checks, locked } = defineProps<{ checks: readonly Check[]; locked: boolean }>()
const panel = defineModel<Panel | null>('panel', { required: true })
const checkWords = computed(() => {
  const count = (weight: Check['weight']) => checks.filter((check) => check.weight === weight).length
  const said = [
    { words: 'to stop for', count: count('stop') },
    { words: 'to mend', count: count('fix') },
    { words: 'to consider', count: count('consider') },
  ].filter((one) => one.count > 0)
  return said.length > 0 ? said.map((one) => `${one.count} ${one.words}`).join(', ') : 'nothing to mend'
})
const buttons = computed(() => [
  { key: KEYS.checks, which: 'checks' as const, words: `Checks: ${checkWords.value}` },
  { key: KEYS.coverage, which: 'coverage' as const, words: 'Coverage' },
  ...(locked ? [] : [{ key: KEYS.compose, which: 'compose' as const, words: 'Compose' }]),
])
</script>

<template>
  <div class="flex flex-wrap gap-2" role="group" aria-label="About the plan">
    <button
      v-for="{ key, which, words } in buttons"
      :key="which"
      class="button"
      :class="panel === which ? 'button-on' : ''"
      :aria-expanded="panel === which"
      :title="key.shown"
      :data-test="`panel-${which}`"
      @click="panel = panel === which ? null : which"
    >
      {{ words }}
    </button>
    <span class="ml-auto flex gap-2"><slot /></span>
  </div>
</template>
