<script setup lang="ts">
import { usePreferredReducedMotion } from '@vueuse/core'
import type { Variation } from '~~/core/catalogue/catalogue'
import type { Side, Tier } from '~~/core/catalogue/words'
import { moveAt, type LaneMove } from '~~/core/lead/moveAt'
import type { MotionMoment } from '~~/core/lead/motionAt'
import type { SeenWay } from '~/composables/useWays'

/** A lane's figure: on its way into a block, move by move as it is said, and then in its movement. */
const {
  tier,
  variation,
  moves,
  onTheWay,
  height,
  side,
  motionAt,
  shape = undefined,
  label = '',
} = defineProps<{
  tier: Tier
  /** Null: nothing is done there; only the way is shown. */
  variation: Variation | null
  moves: readonly LaneMove[]
  /** Seconds since the lanes began to move; null: they do not move now. */
  onTheWay: () => number | null
  height: number
  side: Side
  motionAt: () => MotionMoment
  shape?: number
  label?: string
}>()
/** Width ÷ height. */
const [UPRIGHT, LYING] = [0.92, 4 / 3]
const STANDS: MotionMoment = { share: 1, isOther: false }
const isReduced = usePreferredReducedMotion()
const made = useMoveNow(
  () => moves,
  () => onTheWay(),
)
const move = computed(() => (isReduced.value === 'no-preference' ? made.value : null))
const seen = shallowRef<SeenWay | null>(null)
watch(
  [() => move.value?.from, () => move.value?.to],
  async ([from, to]) => {
    const way = from === undefined || to === undefined ? null : await wayBetween(tier, from, to)
    if (move.value?.from === from && move.value?.to === to) seen.value = way
  },
  { immediate: true },
)
/** The same for what is on its way and what is there: nothing beside it moves. */
const wide = computed(() => shape ?? (tier === 'chair' || tier === 'standing' ? UPRIGHT : LYING))
function moved(): MotionMoment {
  const seconds = onTheWay()
  return seconds === null ? STANDS : { share: moveAt(moves, seconds)?.share ?? 1, isOther: false }
}
</script>

<template>
  <span
    v-if="move && seen"
    class="relative inline-block shrink-0"
    :style="{ height: `${height}px`, width: `${height * wide}px` }"
    data-test="changing"
    :data-move="`${move.from}>${move.to}`"
  >
    <MovingFigure :key="`${move.from}>${move.to}`" :seen="seen" :shape="wide" :motion-at="moved" />
  </span>
  <MovementFigure
    v-else-if="variation"
    :variation="variation"
    :height="height"
    :shape="wide"
    moving
    :side="side"
    :motion-at="motionAt"
    :label="label"
  />
</template>
