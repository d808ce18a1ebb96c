<script setup lang="ts">
import type { Tier } from '~~/core/catalogue/words'
import type { RiderToday } from '~~/core/plan/riders'
import type { Timeline } from '~~/core/plan/timeline'
import type { LaneLayout } from '~/composables/useLaneLayout'
import { TIER_NAMES } from '~/words/tiers'

/** One tier's lane: what it does in each block, and how high its people are. */
const { tier, timeline, riders, layout, gutter, chosen } = defineProps<{
  tier: Tier
  timeline: Timeline
  riders: RiderToday[]
  layout: LaneLayout
  /** What the lane's name takes at the left, and the lane beside it, px. */
  gutter: number
  chosen: readonly (string | null)[]
}>()
const emit = defineEmits<{ select: [id: string, more: boolean] }>()
/** Under this a cell has its figure above one glyph. */
const NARROW_PX = 128
const count = computed(() => riders.filter((rider) => rider.tier === tier).length)
const cells = computed(() =>
  timeline.blocks.flatMap((block, index) => {
    const column = layout.columns[index]
    return column
      ? [{ block, index, width: column.width, style: { left: `${column.left}px`, width: `${column.width}px` } }]
      : []
  }),
)
</script>

<template>
  <section :aria-label="`${TIER_NAMES[tier]} lane`" class="relative border-t border-line flex">
    <div
      class="sticky left-0 z-10 bg-raised shrink-0 flex items-center gap-2 px-2 border-r border-line"
      :style="{ width: `${gutter}px` }"
    >
      <TierGlyph :tier="tier" :size="34" />
      <div class="leading-tight">
        <p class="font-semibold">{{ TIER_NAMES[tier] }}</p>
        <p class="text-[14.5px] text-faint">
          {{ count || 'typical' }}
          <template v-if="riders.length">{{ count === 1 ? 'person' : 'people' }}</template>
        </p>
      </div>
    </div>
    <div class="relative" :style="{ width: `${layout.width}px` }">
      <div class="relative h-[72px]">
        <LaneCell
          v-for="{ block, index, width, style } in cells"
          :key="block.blockId"
          :lane="block.lanes[tier]"
          :block="block"
          :tier="tier"
          :index="index"
          :riders="riders"
          :is-narrow="width < NARROW_PX"
          class="absolute inset-y-0 border-l border-line"
          :class="chosen.includes(block.blockId) ? 'bg-action-soft' : ''"
          :style="style"
          @click="emit('select', block.blockId, $event.shiftKey)"
        />
      </div>
      <LaneContour
        v-if="timeline.contours[tier]"
        :contour="timeline.contours[tier]"
        :x-of="layout.xOf"
        :width="layout.width"
        :tier="tier"
      />
    </div>
  </section>
</template>
