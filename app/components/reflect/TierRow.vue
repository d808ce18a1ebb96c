<script setup lang="ts">
import type { TierStepTaken } from '~~/core/reflect/tierChange'
import type { Tier } from '~~/core/catalogue/words'
import type { TierStep } from '~~/core/reflect/tierMove'
import { TIER_NAMES } from '~/words/tiers'

/** What somebody's tiers ask for: down at once, visits, the move, or what the next gate still wants. */
const { step, name, canAct = true } = defineProps<{ step: TierStep; name: string; canAct?: boolean }>()
const emit = defineEmits<{ move: [step: TierStepTaken, to: Tier] }>()
const title = computed(() => {
  const to = TIER_NAMES[step.to].toLowerCase()
  return {
    down: `down to ${to}`,
    visits: `two visits to ${to}`,
    visiting: `visiting ${to}`,
    move: `move to ${to}`,
    gate: `before ${to}`,
  }[step.kind]
})
const act = computed(
  () => ({ down: 'Move down', visits: 'Agree two visits', move: 'Move', visiting: '', gate: '' })[step.kind],
)
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1 py-2 px-2" :data-tier-step="step.kind">
    <span class="flex items-center gap-0.5"
      ><TierGlyph :tier="step.from" :size="30" /><span aria-hidden="true">→</span><TierGlyph :tier="step.to" :size="30"
    /></span>
    <div class="flex-1 min-w-60">
      <p>
        <strong class="font-semibold">{{ name }}</strong>{{ name ? ', ' : '' }}{{ title }}
      </p>
      <p class="text-[0.94rem] text-faint">{{ step.because }}</p>
      <ul v-if="step.missing.length > 0" class="text-[0.94rem] list-disc pl-5">
        <li v-for="words in step.missing" :key="words">{{ words }}</li>
      </ul>
    </div>
    <button
      v-if="act && canAct"
      class="button"
      :class="step.kind === 'down' ? 'button-main' : ''"
      @click="emit('move', step.kind as 'visits' | 'move' | 'down', step.to)"
    >
      {{ act }}
    </button>
    <button
      v-if="canAct && (step.kind === 'visiting' || step.kind === 'move')"
      class="button button-quiet"
      @click="emit('move', 'end-visits', step.to)"
    >
      End the visits
    </button>
  </div>
</template>
