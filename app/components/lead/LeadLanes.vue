<script setup lang="ts">
import { useElementSize, useMediaQuery } from '@vueuse/core'
import { TIERS, type Tier } from '~~/core/catalogue/words'
import type { LedClass } from '~/composables/useClass'
import { TIER_NAMES } from '~/words/tiers'

/** The lanes of the class: all of them side by side, or on a phone the one that is looked at. */
const { led, picked, isSmall } = defineProps<{ led: LedClass; picked: string | null; isSmall: boolean }>()
const meeting = useMeeting()
const { step, blockIndex, workElapsed, homeward } = led
/** At the end of a class there is a sentence to read as well. */
const HOMEWARD_PX = 150
const tiers = computed(() => TIERS.filter((tier) => led.lane(tier)))
const ridersIn = (tier: Tier) => led.lane(tier)?.riders.length ?? 0

/** On a phone: the lane that was chosen, else that of whoever is picked, else the first. */
const chosen = ref<Tier | null>(null)
const looked = computed(() =>
  chosen.value && tiers.value.includes(chosen.value) ? chosen.value : (tiers.value[0] ?? null),
)
watch(
  () => picked,
  (id) => {
    const tier = id === null ? undefined : meeting.riders.get(id)?.today.tier
    if (tier) chosen.value = tier
  },
)
const shown = computed(() => (isSmall ? tiers.value.filter((tier) => tier === looked.value) : tiers.value))

const frame = useTemplateRef('frame')
const { height } = useElementSize(frame)
/** As `lg` has it: two lanes beside each other. */
const isWide = useMediaQuery('(min-width: 64rem)')
const rows = computed(() => (isWide.value ? Math.ceil(shown.value.length / 2) : shown.value.length))
const MARGIN_PX = 12
const [LEAST_PX, MOST_PX, POCKET_PX] = [84, 300, 190]
/** Figures are as high as their lane. */
const figurePx = computed(() =>
  Math.round(
    Math.min(isSmall ? POCKET_PX : MOST_PX, Math.max(LEAST_PX, height.value / Math.max(1, rows.value) - MARGIN_PX)),
  ),
)
</script>

<template>
  <div class="flex flex-col min-h-0">
    <div
      v-if="isSmall"
      class="grid auto-cols-fr grid-flow-col border-b border-line shrink-0"
      role="tablist"
      aria-label="Lanes"
    >
      <button
        v-for="tier in tiers"
        :key="tier"
        role="tab"
        :aria-selected="tier === looked"
        class="min-h-11 flex items-center justify-center gap-2 border-b-4"
        :class="tier === looked ? 'border-action font-semibold' : 'border-transparent'"
        @click="chosen = tier"
      >
        <TierGlyph :tier="tier" :size="30" :label="TIER_NAMES[tier]" />{{ ridersIn(tier) }}
      </button>
    </div>
    <div
      ref="frame"
      class="flex-1 min-h-0 overflow-y-auto grid lg:grid-cols-2 gap-x-8 auto-rows-fr"
      tabindex="0"
      role="region"
      aria-label="The lanes"
    >
      <template v-for="tier in shown" :key="tier"
        ><ClassLane
          :tier="tier"
          :lane="led.lane(tier)!"
          :block-index="blockIndex"
          :step-kind="step?.kind ?? 'introduce'"
          :work-elapsed="workElapsed"
          :motion-at="() => led.motionIn(tier)"
          :pair-now="() => led.pairIn(tier)"
          :on-the-way="led.onTheWay"
          :picked="picked"
          :figure-px="figurePx"
      /></template>
      <HomewardLane
        v-for="(moves, tier) in homeward"
        :key="tier"
        :tier="tier"
        :riders="meeting.timeline.blocks.at(-1)?.lanes[tier]?.riders ?? []"
        :moves="moves ?? []"
        :on-the-way="led.onTheWay"
        :figure-px="Math.min(figurePx, HOMEWARD_PX)"
      />
      <p v-if="step && step.blockId === null" class="text-[1.3rem] py-6 lg:col-span-2">
        Roll to the side, wait, sit, wait, stand. Nobody is rushed to their feet. Water for everybody.
      </p>
    </div>
  </div>
</template>
