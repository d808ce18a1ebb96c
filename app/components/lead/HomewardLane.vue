<script setup lang="ts">
import type { Tier } from '~~/core/catalogue/words'
import type { LaneMove } from '~~/core/lead/moveAt'
import { TIER_NAMES } from '~/words/tiers'

/** A lane on its way back to where it began: move by move, as it is said. */
const { tier, riders, moves, onTheWay, figurePx } = defineProps<{
  tier: Tier
  riders: readonly string[]
  moves: readonly LaneMove[]
  onTheWay: () => number | null
  figurePx: number
}>()
const meeting = useMeeting()
const legs = computed(() => meeting.leadingLegs(riders, moves).join(' '))
const STANDS = () => ({ share: 0, isOther: false })
const move = useMoveNow(
  () => moves,
  () => onTheWay(),
)
</script>

<template>
  <section
    :aria-label="`${TIER_NAMES[tier]} lane`"
    class="flex gap-4 border-t border-line py-1 min-h-0 overflow-hidden"
    data-test="homeward"
  >
    <LaneFigure
      :tier="tier"
      :variation="null"
      :moves="moves"
      :on-the-way="onTheWay"
      :height="figurePx"
      side="both"
      :motion-at="STANDS"
    />
    <div class="min-w-0 flex-1 my-auto">
      <p class="flex items-center gap-2 text-[1.2rem] font-semibold">
        <TierGlyph :tier="tier" :size="30" class="shrink-0" />{{ TIER_NAMES[tier] }}
      </p>
      <p class="text-[1.35rem] leading-snug">{{ move?.cue ?? 'There: stay a moment, and breathe.' }}</p>
      <p v-if="legs" class="text-[1.2rem] font-semibold leading-snug" data-test="leading-legs">{{ legs }}</p>
    </div>
  </section>
</template>
