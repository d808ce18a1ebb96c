<script setup lang="ts">
import { GOAL_STEPS, type GoalStep } from '~~/core/goal/goal'
import { stepSign } from '~~/core/goal/goalSteps'

/** How far a goal is: five stairs, filled up to where it is; the middle one, with a flag, is what is aimed at. */
const { step } = defineProps<{ step: GoalStep; words: string }>()
const WIDTH = 26
const RISE = 7
const BASE = 44
</script>

<template>
  <svg
    :width="GOAL_STEPS.length * WIDTH + 8"
    height="58"
    role="img"
    :aria-label="`Step ${stepSign(step)} of −2 to 2: ${words}`"
    class="shrink-0"
    :data-step="step"
  >
    <g v-for="(one, at) in GOAL_STEPS" :key="one">
      <rect
        :x="at * WIDTH + 2"
        :y="BASE - (at + 1) * RISE"
        :width="WIDTH - 3"
        :height="(at + 1) * RISE"
        :class="one <= step ? 'fill-action' : 'fill-none stroke-faint'"
        stroke-width="1.5"
      />
      <path
        v-if="one === 0"
        :d="`M${at * WIDTH + 6} ${BASE - (at + 1) * RISE}v-14l9 4l-9 4`"
        class="fill-none stroke-ink"
        stroke-width="1.5"
      />
      <text :x="at * WIDTH + WIDTH / 2" y="57" text-anchor="middle" class="fill-faint text-[11px] numerals">
        {{ stepSign(one) }}
      </text>
    </g>
  </svg>
</template>
