<script setup lang="ts">
import { counted, joined } from '~~/core/sentence'
import type { Variation } from '~~/core/catalogue/catalogue'
import type { Tier } from '~~/core/catalogue/words'
import type { RiderToday } from '~~/core/plan/riders'
import type { BlockTime, LaneBlock } from '~~/core/plan/timeline'
import { calledName } from '~/words/tiers'

/** One lane in one block: the figure, the levels that are worked at and by how many, the way there and spare time. */
const {
  lane,
  block,
  tier,
  index,
  riders,
  isNarrow = false,
} = defineProps<{
  lane: LaneBlock | null
  block: BlockTime
  tier: Tier
  index: number
  riders: RiderToday[]
  isNarrow?: boolean
}>()
const meeting = useMeeting()

const offers = computed(() =>
  riders.filter((rider) => rider.tier === tier).map((rider) => ({ rider, offer: rider.offers[index]?.[0] })),
)
const levels = computed(() => {
  const counts = new Map<number, string[]>()
  for (const { rider, offer } of offers.value) {
    if (!offer?.variation || offer.kind === 'breath') continue
    const name = meeting.view?.people.find((person) => person.id === rider.id)?.name ?? ''
    counts.set(offer.variation.level, [...(counts.get(offer.variation.level) ?? []), calledName(name)])
  }
  return [...counts].sort(([a], [b]) => a - b)
})
/** The variation that most people in the lane do, or the one a typical lane is timed for. */
const shown = computed(() => {
  const counts = new Map<Variation, number>()
  for (const { offer } of offers.value)
    if (offer?.variation) counts.set(offer.variation, (counts.get(offer.variation) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null
})
const withoutAnswer = computed(
  () => offers.value.filter(({ rider, offer }) => offer?.kind === 'breath' && !rider.today.breathOnly).length,
)
/** How many have a level of their own here, and the level that most of them have. */
const worked = computed(() => levels.value.reduce((sum, [, names]) => sum + names.length, 0))
const usual = computed(() => [...levels.value].sort((a, b) => b[1].length - a[1].length)[0]?.[0] ?? null)
const allNames = computed(() => levels.value.map(([level, names]) => `${level}: ${names.join(', ')}`).join('; '))
const breathWords = computed(
  () => `${counted(withoutAnswer.value, 'person', 'people')} without a variation: breath meanwhile`,
)
const standIns = computed(() => offers.value.filter(({ offer }) => offer?.kind === 'stand-in').length)
const share = (seconds: number) => `${(100 * seconds) / block.seconds}%`
const words = computed(() => {
  if (!lane) return ''
  const parts = [
    `${Math.round(lane.changeoverSeconds + lane.fetchSeconds)} s to get there`,
    `${Math.round(lane.workSeconds)} s of work`,
  ]
  return joined([
    ...parts,
    lane.fillerSeconds >= 1 ? `${Math.round(lane.fillerSeconds)} s spare: stay and breathe, or one more round` : '',
    lane.early.length > 0
      ? `${counted(lane.early.length, 'person has', 'people have')} a shorter dose of their own`
      : '',
  ])
})
const isIdle = computed(() => (lane?.fillerSeconds ?? 0) > 20)
</script>

<template>
  <div v-if="lane" class="@container flex flex-col overflow-hidden cursor-pointer">
    <div class="flex h-1.5 shrink-0" role="img" :aria-label="words">
      <div :style="{ width: share(block.introductionSeconds) }" />
      <div class="hatch" :style="{ width: share(lane.changeoverSeconds + lane.fetchSeconds) }" />
      <div :style="{ width: share(lane.workSeconds), background: `var(--${tier})` }" class="opacity-55" />
      <div class="dots flex-1" />
    </div>
    <div
      class="flex items-center gap-x-1 px-1 min-h-0 flex-1"
      :class="isNarrow ? 'flex-col justify-center' : ''"
      :title="words"
    >
      <span class="shrink-0 min-h-0"
        ><MovementFigure v-if="shown" :variation="shown" :height="isNarrow ? 34 : 58" /><PostureGlyph
          v-else
          :posture="lane.postureId"
          :size="isNarrow ? 34 : 52"
      /></span>
      <div v-if="isNarrow" class="flex items-center gap-0.5 text-[14px]" :title="allNames">
        <span v-if="worked > 0" class="flex items-center"
          ><span class="pip" :class="levels.length > 1 ? 'pip-many' : ''" :style="{ color: `var(--${tier})` }"
            ><TierGlyph :tier="tier" :level="usual" :size="23" /></span
          ><span v-if="worked > 1">×{{ worked }}</span></span
        ><span v-if="withoutAnswer > 0" class="flex items-center" :title="breathWords"
          ><MarkGlyph mark="breath" :size="20" :label="breathWords" /><span v-if="withoutAnswer > 1"
            >×{{ withoutAnswer }}</span
          ></span
        >
      </div>
      <div v-else class="flex flex-wrap gap-x-1 gap-y-0 items-center content-center min-w-0">
        <span v-for="[level, names] in levels" :key="level" class="flex items-center" :title="names.join(', ')"
          ><TierGlyph :tier="tier" :level="level" :size="levels.length > 2 ? 24 : 28" /><span
            v-if="names.length > 1"
            class="text-[14px] text-faint"
            >×{{ names.length }}</span
          ></span
        >
        <span v-if="withoutAnswer > 0" class="flex items-center" :title="breathWords"
          ><MarkGlyph mark="breath" :size="22" :label="breathWords" /><span
            v-if="withoutAnswer > 1"
            class="text-[14px] text-faint"
            >×{{ withoutAnswer }}</span
          ></span
        >
        <span v-if="standIns > 0" class="hidden @min-[150px]:inline text-[14px] text-faint">stand-in</span>
        <span v-if="isIdle" class="hidden @min-[180px]:inline text-[14px] text-faint numerals"
          >+{{ Math.round(lane.fillerSeconds) }} s</span
        >
      </div>
    </div>
  </div>
</template>

<style scoped>
/* A second outline behind: several levels. */
.pip {
  display: inline-flex;
}
.pip-many {
  filter: drop-shadow(2px -2px 0 var(--raised)) drop-shadow(1px -1px 0 currentColor);
}
.hatch {
  background: repeating-linear-gradient(135deg, var(--faint) 0 2px, transparent 2px 5px);
}
.dots {
  background: radial-gradient(circle at 2px 4px, var(--line) 1.4px, transparent 1.6px) 0 0 / 6px 8px;
}
</style>
