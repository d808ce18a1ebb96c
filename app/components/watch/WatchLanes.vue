<script setup lang="ts">
import { TIERS, type Tier } from '~~/core/catalogue/words'
import type { Watched } from '~/composables/useWatched'
import { TIER_NAMES } from '~/words/tiers'

/** What is done in a lane, or in all four: the figures that move, the easiest first, and the way into it. */
const { watched, lane } = defineProps<{ watched: Watched; lane: Tier | 'all' }>()
const { catalogue } = storeToRefs(useCatalogue())
const AT_MOST = 3
const lanes = computed(() => {
  const here = watched.view.value?.shown.lanes[watched.block.value?.id ?? ''] ?? {}
  return TIERS.filter((tier) => here[tier] && (lane === 'all' || lane === tier)).map((tier) => ({
    tier,
    moves: here[tier]?.moves ?? [],
    variations: (here[tier]?.variations ?? [])
      .flatMap((id) => catalogue.value.variations.get(id) ?? [])
      .slice(0, lane === 'all' ? 1 : AT_MOST),
  }))
})
const isOnTheWay = computed(() => watched.step.value?.kind === 'changeover')
</script>

<template>
  <div class="grid gap-[1.5vw] min-h-0" :class="lane === 'all' ? 'grid-cols-2' : ''" data-test="watch-lanes">
    <section
      v-for="one in lanes"
      :key="one.tier"
      :aria-label="`${TIER_NAMES[one.tier]} lane`"
      class="min-w-0 flex flex-col gap-1"
    >
      <p class="text-[min(3.4vh,2.4vw)] text-faint">{{ TIER_NAMES[one.tier] }}</p>
      <div class="flex flex-wrap items-end gap-[1.5vw]">
        <figure v-for="variation in one.variations" :key="variation.id" class="min-w-0">
          <MovementFigure
            :variation="variation"
            :height="lane === 'all' ? 130 : 210"
            moving
            :motion-at="watched.motionNow"
            label=""
          />
          <figcaption class="text-[min(3.2vh,2vw)] leading-tight max-w-[24rem]">{{ variation.name }}</figcaption>
        </figure>
      </div>
      <p v-if="isOnTheWay && one.moves.length > 0" class="text-[min(3.4vh,2.2vw)] leading-snug">
        {{ one.moves.join(' ') }}
      </p>
    </section>
  </div>
</template>
