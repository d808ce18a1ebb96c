<script setup lang="ts">
import type { Tier } from '~~/core/catalogue/words'
import type { RiderToday } from '~~/core/plan/riders'
import type { BlockTime, LaneBlock } from '~~/core/plan/timeline'
import { calledName } from '~/words/tierWords'

/** One lane in one block: the figure, the levels that are worked at and by how many, the way there and spare time. */
const { lane, block, tier, index, riders } = defineProps<{ lane: LaneBlock | null; block: BlockTime; tier: Tier; index: number; riders: RiderToday[] }>()
const meeting = useMeeting()

const offers = computed(() => riders.filter((rider) => rider.tier === tier).map((rider) => ({ rider, offer: rider.offers[index]?.[0] })))
const levels = computed(() => {
  const counts = new Map<number, string[]>()
  for (const { rider, offer } of offers.value) {
    if (!offer?.variation || offer.kind === 'breath') continue
    const name = meeting.view?.people.find((person) => person.id === rider.id)?.name ?? ''
    counts.set(offer.variation.level, [...(counts.get(offer.variation.level) ?? []), calledName(name)])
  }
  return [...counts].sort(([a], [b]) => a - b)
})
const withoutAnswer = computed(() => offers.value.filter(({ offer }) => offer?.kind === 'breath' && block.lanes[tier] && offer.reasons.some((reason) => reason.weight === 85)).length)
const standIns = computed(() => offers.value.filter(({ offer }) => offer?.kind === 'stand-in').length)
const share = (seconds: number) => `${(100 * seconds) / block.seconds}%`
const isIdle = computed(() => (lane?.fillerSeconds ?? 0) > 20)
</script>

<template>
  <div v-if="lane" class="flex overflow-hidden cursor-pointer">
    <div class="hatch shrink-0 h-full" :style="{ width: share(lane.changeoverSeconds + lane.fetchSeconds) }" :title="lane.changeoverSeconds > 0 ? `${Math.round(lane.changeoverSeconds)} s to get there` : ''" />
    <div class="flex items-center gap-1 px-1 min-w-0">
      <PostureGlyph :posture="lane.postureId" :size="46" />
      <div class="flex flex-wrap gap-x-1 gap-y-0 items-center min-w-0">
        <span v-for="[level, names] in levels" :key="level" class="flex items-center" :title="names.join(', ')"><TierGlyph :tier="tier" :level="level" :size="26" /><span v-if="names.length > 1" class="text-[0.8rem] text-faint">×{{ names.length }}</span></span>
        <span v-if="standIns > 0" class="text-[0.75rem] text-faint">stand-in</span>
        <span v-if="withoutAnswer > 0" class="text-[0.78rem] bg-mark-soft rounded px-1" :title="`${withoutAnswer} without a variation: breath meanwhile`">{{ withoutAnswer }} breath</span>
        <span v-if="isIdle" class="text-[0.75rem] text-faint numerals" title="Spare time: stay and breathe, or one more round">+{{ Math.round(lane.fillerSeconds) }} s</span>
      </div>
    </div>
  </div>
</template>

<style scoped>
.hatch { background: repeating-linear-gradient(135deg, var(--line) 0 2px, transparent 2px 7px); }
</style>
