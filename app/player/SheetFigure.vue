<script setup lang="ts">
import { computed } from 'vue'
import { usePreferredReducedMotion } from '@vueuse/core'
import MovingFigure from '~/components/figures/MovingFigure.vue'
import { previewAt, type MotionMoment } from '~~/core/lead/motionAt'
import { bodySide } from '~~/core/lead/script'
import type { SheetMovement } from '~~/core/home/homeSheet'
import type { WorkPart } from '~~/core/time/workSeconds'
import { wayIn } from './sheet'

/** The figure of a movement: on its way as the clock says, by itself, or, where motion is not wanted, its two poses. */
const {
  movement,
  side = 'both',
  startSide = 'left',
  ground = 'device',
  motionAt = undefined,
} = defineProps<{
  movement: Pick<SheetMovement, 'figure' | 'dose' | 'sides' | 'tier' | 'rung'>
  /** The side that works: where the other one is drawn it is seen in a mirror. */
  side?: WorkPart['side']
  /** Which side of the body the first one is. */
  startSide?: 'left' | 'right'
  ground?: 'device' | 'bright' | 'dark'
  /** Where on its way it is now; left out: it goes by itself. */
  motionAt?: (() => MotionMoment) | undefined
}>()
const isReduced = usePreferredReducedMotion()
const seen = computed(() => wayIn(movement))
const shape = computed(() => (movement.tier === 'chair' || movement.tier === 'standing' ? 0.92 : 4 / 3))
const isMirrored = computed(() => {
  const { figure } = movement
  if (!figure || side === 'both' || side === 'weaker') return false
  return bodySide(side, startSide) !== figure.drawn
})
const began = performance.now()
const byItself = () => previewAt(movement.dose, movement.sides, (performance.now() - began) / 1000)
const pose = (share: number) => (): MotionMoment => ({ share, isOther: false })
</script>

<template>
  <div v-if="seen" class="figure" role="img" :aria-label="movement.rung">
    <template v-if="isReduced === 'reduce'">
      <div v-for="share in [0, 1]" :key="share" class="figure-pose" :style="{ aspectRatio: shape }">
        <MovingFigure
          :seen="seen"
          :shape="shape"
          :is-mirrored="isMirrored"
          :ground="ground"
          is-still
          :motion-at="pose(share)"
        />
      </div>
    </template>
    <div v-else class="figure-pose" :style="{ aspectRatio: shape }">
      <MovingFigure
        :seen="seen"
        :shape="shape"
        :is-mirrored="isMirrored"
        :ground="ground"
        :motion-at="motionAt ?? byItself"
      />
    </div>
  </div>
</template>
