<script setup lang="ts">
import type { Side } from '~~/core/catalogue/words'
import type { MotionMoment } from '~~/core/lead/motionAt'
import type { PairMoment } from '~~/core/lead/pairAt'
import { namesFromAfar, type RoomLane } from '~/words/room'
import { TIER_NAMES } from '~/words/tiers'

/** One lane on the room's screen: its figure, what most of it do, and who is in it. */
const { lane, unit, height, isRight, isLow, onTheWay, side, motionAt, pairNow } = defineProps<{
  lane: RoomLane
  /** So many pixels is one of the 720 parts of the screen's height. */
  unit: number
  /** Of the figure, in such parts. */
  height: number
  /** On the right the figure stands outside, and its words towards the middle. */
  isRight: boolean
  /** Below, the words stand under the figure. */
  isLow: boolean
  onTheWay: () => number | null
  /** Which side of the body works now. */
  side: Side
  motionAt: () => MotionMoment
  /** Where a pair is at this very moment; null: none is worked at. */
  pairNow: () => PairMoment | null
}>()
/** How wide words may be beside the ring, and above and below it; how wide a figure is for its height. */
const [RIGHT_WORDS, LEFT_WORDS] = [262, 590]
const SHAPES = { right: 0.68, left: 1.9 }
const LETTERS = { left: 48, right: 30 }
const names = computed(() => namesFromAfar(lane.names, isRight ? LETTERS.right : LETTERS.left))
const { drawn } = useSwinging(
  () => ({ variation: lane.variation, moves: lane.moves, onTheWay, motionAt }),
  () => lane.swing,
  () => pairNow(),
)
/** What is done to get there, one move at a time. */
const move = useMoveNow(
  () => drawn.value.moves,
  () => drawn.value.onTheWay(),
)
const way = computed(() => move.value?.cue ?? '')
</script>

<template>
  <section
    :aria-label="`${TIER_NAMES[lane.tier]} lane`"
    class="min-w-0 min-h-0 flex overflow-hidden"
    :class="
      isRight
        ? 'flex-row-reverse items-center justify-start text-right'
        : isLow
          ? 'flex-col-reverse items-start justify-start'
          : 'flex-col items-start justify-start'
    "
    :style="{ gap: `${unit * 10}px`, paddingBlock: `${unit * 4}px` }"
    data-test="room-lane"
  >
    <div
      class="min-w-0 flex leading-[1.1]"
      :class="isRight ? 'flex-col items-end order-last' : 'items-start'"
      :style="{
        gap: `${unit * (isRight ? 8 : 16)}px`,
        fontSize: `${unit * 36}px`,
        maxWidth: `${unit * (isRight ? RIGHT_WORDS : LEFT_WORDS)}px`,
      }"
    >
      <TierGlyph :tier="lane.tier" :level="lane.level" :size="unit * 60" class="shrink-0" />
      <div class="min-w-0">
        <!-- On the left three lines stand clear of the ring, on the right there is room for six. -->
        <p v-if="way" :class="isRight ? 'line-clamp-5' : 'line-clamp-3'" data-test="way">{{ way }}</p>
        <template v-else>
          <p class="font-semibold" :class="isRight ? 'line-clamp-3' : 'line-clamp-2'">
            {{ drawn.variation?.name ?? 'Breathe where you are' }}
          </p>
          <p :class="isRight ? 'line-clamp-3' : 'line-clamp-1'" data-test="names">{{ names }}</p>
        </template>
      </div>
    </div>
    <LaneFigure
      :tier="lane.tier"
      :moves="drawn.moves"
      :on-the-way="drawn.onTheWay"
      :variation="drawn.variation"
      :height="Math.round(unit * height)"
      :shape="isRight ? SHAPES.right : SHAPES.left"
      :side="side"
      :motion-at="drawn.motionAt"
    />
  </section>
</template>
