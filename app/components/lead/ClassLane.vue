<script setup lang="ts">
import type { Tier } from '~~/core/catalogue/words'
import { bodySide, laneMoment } from '~~/core/lead/script'
import { ownWords } from '~~/core/offer/ownDoseWords'
import type { Variation } from '~~/core/catalogue/catalogue'
import type { VariationTexts } from '~~/core/catalogue/movement'
import { waysOf } from '~~/core/plan/ways'
import type { LaneBlock } from '~~/core/plan/timeline'
import { laneWords } from '~/words/lead'
import { calledName, TIER_NAMES } from '~/words/tiers'

/** One lane of the class screen: the figure, what it does now, its cue, and who is in it. */
const {
  tier,
  lane,
  blockIndex,
  stepKind,
  workElapsed,
  compact = false,
} = defineProps<{
  tier: Tier
  lane: LaneBlock
  blockIndex: number
  stepKind: string
  workElapsed: number | null
  /** While somebody is noted, so that all four lanes stay in sight. */ compact?: boolean
}>()
const meeting = useMeeting()
const catalogues = useCatalogue()

const moment = computed(() => (workElapsed === null ? null : laneMoment(lane, workElapsed)))
const variations = computed(() => {
  const groups = new Map<
    string,
    {
      level: number | null
      people: string[]
      /** Those for whom its “more” is. */
      more: string[]
      variation: Variation
      name: string
      texts: VariationTexts | undefined
    }
  >()
  for (const id of lane.riders) {
    for (const offer of meeting.riders.get(id)?.offers[blockIndex] ?? []) {
      if (!offer.variation) continue
      const who = meeting.calledOf(id)
      const own = ownWords(offer)
      const people = [
        ...(groups.get(offer.variation.id)?.people ?? []),
        `${who}${offer.side === 'both' ? '' : ` ${offer.side}`}${own === '' ? '' : ` (${own})`}`,
      ]
      groups.set(offer.variation.id, {
        level: offer.kind === 'breath' ? null : offer.variation.level,
        people,
        more: [...(groups.get(offer.variation.id)?.more ?? []), ...(offer.more ? [who] : [])],
        variation: offer.variation,
        name: offer.variation.name,
        texts: catalogues.textsOf(offer.variation),
      })
    }
  }
  return [...groups.values()].sort((a, b) => (a.level ?? 0) - (b.level ?? 0))
})
const now = computed(() => {
  if (stepKind === 'changeover')
    return lane.moves.map((move) => move.cue).join(' ') || 'You are there already: breathe.'
  return moment.value ? laneWords(moment.value, meeting.sides) : ''
})
/** The side that works now; where the other one is drawn, it is seen in a mirror. */
const side = computed(() =>
  moment.value === null || moment.value.side === 'both' || moment.value.side === 'weaker'
    ? 'both'
    : bodySide(moment.value.side, meeting.sides.startSide),
)
/** Who has a side to catch up, and which. */
const catchingUp = computed(() =>
  moment.value?.side === 'weaker' ? meeting.catchingUp(lane, blockIndex).join(', ') : '',
)
/** Those who would rather move than stay still do, in the same seconds. */
const ways = computed(() => {
  const block = meeting.plan?.blocks[blockIndex]
  const done = middle.value && catalogues.catalogue.movements.get(middle.value.variation.movement)
  return block && done ? waysOf(block.dose, done.rhythmSeconds) : null
})
/** Who likes it which way, in brackets; nothing where nobody has said. */
function namesOf(way: 'still' | 'moving'): string {
  const names = lane.riders.flatMap((id) =>
    meeting.opened.people
      .filter((person) => person.id === id && person.prefers === way)
      .map((person) => calledName(person.name)),
  )
  return names.length === 0 ? '' : ` (${names.join(', ')})`
}
/** “More” with whom it is for, where it is not for all of them; empty where it is for nobody. */
const moreWords = computed(() => {
  const { more = [], people = [], texts } = middle.value ?? {}
  if (!texts || more.length === 0) return ''
  return more.length === people.length
    ? `More: ${texts.more}`
    : `More (${[...new Set(more)].join(', ')}): ${texts.more}`
})
const middle = computed(() => variations.value[Math.floor((variations.value.length - 1) / 2)])
</script>

<template>
  <section :aria-label="`${TIER_NAMES[tier]} lane`" class="flex gap-4 items-center border-t border-line py-1">
    <MovementFigure
      v-if="middle"
      :variation="middle.variation"
      :height="compact ? 64 : 104"
      moving
      :side="side"
      :label="TIER_NAMES[tier]"
    />
    <PostureGlyph v-else :posture="lane.postureId" :size="compact ? 60 : 88" :label="TIER_NAMES[tier]" />
    <div class="min-w-0 flex-1">
      <p class="flex flex-wrap items-center gap-x-3 text-[1.12rem] leading-tight">
        <span v-for="variation in variations" :key="variation.name" class="flex items-center gap-1.5"
          ><TierGlyph :tier="tier" :level="variation.level" :size="30" /><strong class="font-semibold">{{
            variation.name
          }}</strong
          ><span class="text-faint">{{ variation.people.join(', ') }}</span></span
        >
      </p>
      <p v-if="catchingUp" class="text-[1.12rem] font-semibold leading-snug">
        Once more: {{ catchingUp }}. The others stay and breathe.
      </p>
      <p class="text-[1.12rem] leading-snug">
        {{
          stepKind === 'introduce' || stepKind === 'changeover'
            ? stepKind === 'changeover'
              ? now
              : middle?.texts?.setUp
            : middle?.texts?.cues[0]
        }}
      </p>
      <p v-if="!compact && stepKind !== 'introduce' && stepKind !== 'changeover'" class="text-faint leading-snug">
        <template v-if="moment?.kind === 'filler'">{{ now }}</template><template v-else
          ><template v-if="ways"
            >Either {{ ways.still }}{{ namesOf('still') }}, or {{ ways.moving }}{{ namesOf('moving') }}. </template
          >Easier: {{ middle?.texts?.easier }} {{ moreWords }}</template
        >
      </p>
    </div>
  </section>
</template>
