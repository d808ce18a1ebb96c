<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Tier } from '~~/core/catalogue/words'
import { laneMoves } from '~~/core/lead/moveAt'
import { laneSwing, type PairMoment } from '~~/core/lead/pairAt'
import { laneMoment, workingSide } from '~~/core/lead/script'
import { ownWords } from '~~/core/offer/ownDoseWords'
import type { MotionMoment } from '~~/core/lead/motionAt'
import type { Variation } from '~~/core/catalogue/catalogue'
import type { VariationTexts } from '~~/core/catalogue/movement'
import type { Swing } from '~~/core/offer/swingFor'
import { waysOf } from '~~/core/plan/ways'
import type { LaneBlock } from '~~/core/plan/timeline'
import { laneWords, swingCue } from '~/words/lead'
import { calledName, TIER_NAMES } from '~/words/tiers'

/** One lane of the class screen: the figure, what it does now, its cue, and who is in it. */
const { tier, lane, blockIndex, stepKind, workElapsed, motionAt, pairNow, onTheWay, picked, figurePx } = defineProps<{
  tier: Tier
  lane: LaneBlock
  blockIndex: number
  stepKind: string
  workElapsed: number | null
  /** Where in its movement the lane is at this very moment. */
  motionAt: () => MotionMoment
  /** Where a pair is at this very moment; null: none is worked at. */
  pairNow: () => PairMoment | null
  onTheWay: () => number | null
  /** Whoever is picked: their own version is what is shown of their lane. */
  picked: string | null
  figurePx: number
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
      ids: string[]
      /** Those for whom its “more” is. */
      more: string[]
      variation: Variation
      name: string
      texts: VariationTexts | undefined
      swing: Swing | null
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
        ids: [...(groups.get(offer.variation.id)?.ids ?? []), id],
        more: [...(groups.get(offer.variation.id)?.more ?? []), ...(offer.more ? [who] : [])],
        variation: offer.variation,
        name: offer.variation.name,
        texts: catalogues.textsOf(offer.variation),
        swing: groups.get(offer.variation.id)?.swing ?? offer.swing,
      })
    }
  }
  return [...groups.values()].sort((a, b) => (a.level ?? 0) - (b.level ?? 0))
})
const moves = computed(() => laneMoves(lane.moves))
const now = computed(() => {
  if (stepKind === 'changeover')
    return lane.moves.map((move) => move.cue).join(' ') || 'You are there already: breathe.'
  return moment.value ? laneWords(moment.value, meeting.sides) : ''
})
/** The side that works now; where the other one is drawn, it is seen in a mirror. */
const side = computed(() => workingSide(moment.value?.side ?? 'both', meeting.sides.startSide))
/** Who has a side to catch up, and which. */
const catchingUp = computed(() =>
  moment.value?.side === 'weaker' ? meeting.catchingUp(lane, blockIndex).join(', ') : '',
)
/** Who has one leg that leads on the way. */
const legs = computed(() => (stepKind === 'changeover' ? meeting.leadingLegs(lane.riders, lane.moves).join(' ') : ''))
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
/** What is drawn and said of the lane: what whoever is picked does, else what most do; breath last. */
const middle = computed(() => {
  const own = picked === null ? undefined : variations.value.find(({ ids }) => ids.includes(picked))
  const size = ({ level, people }: (typeof variations.value)[number]) => (level === null ? 0 : people.length)
  return own ?? variations.value.toSorted((a, b) => size(b) - size(a))[0]
})
/** What is drawn of it: what is held, or its swing and the ways there and back. */
const { drawn, part } = useSwinging(
  () => ({ variation: middle.value?.variation ?? null, moves: moves.value, onTheWay, motionAt }),
  () => (middle.value?.swing ? laneSwing(middle.value.swing) : null),
  () => pairNow(),
)
const isSwinging = computed(() => part.value === 'there' || part.value === 'swing')
const isPicked = computed(() => picked !== null && lane.riders.includes(picked))
/** So many names are read in passing; more are a number. */
const NAMES_SHOWN = 3
const peopleWords = (people: readonly string[]) =>
  people.length > NAMES_SHOWN ? `${people.length} people` : people.join(', ')
const cue = computed(() => {
  if (stepKind === 'changeover') return now.value
  const swing = isSwinging.value ? middle.value?.swing : undefined
  if (swing) return swingCue(swing, catalogues.textsOf(swing.variation))
  const texts = middle.value?.texts
  return stepKind === 'introduce' ? texts?.setUp : texts?.cues[0]
})
/** What there is room for: a line for each version, then the cue, then what makes it easier. */
const [LINE_PX, SECOND_LINE_PX, CUE_PX, SMALL_PX] = [31, 27, 33, 25]
const left = computed(() => figurePx - variations.value.length * LINE_PX - (wraps.value ? secondLinesPx.value : 0))
const isRoomFor = (px: number) => left.value >= px
/** A letter is about so wide; beside the words stands the rung. */
const [LETTER_PX, RUNG_PX] = [10, 38]
const words = useTemplateRef('words')
const { width } = useElementSize(words)
/** What the second lines take, of versions that have more to say than one line holds. */
const secondLinesPx = computed(() => {
  const lettersPx = ({ name, people }: { name: string; people: string[] }) =>
    (name.length + peopleWords(people).length + 1) * LETTER_PX
  return variations.value.filter((one) => lettersPx(one) > width.value - RUNG_PX).length * SECOND_LINE_PX
})
const wraps = computed(() => variations.value.length * LINE_PX + secondLinesPx.value + CUE_PX <= figurePx)
</script>

<template>
  <section
    :aria-label="`${TIER_NAMES[tier]} lane`"
    class="flex gap-4 border-t border-line py-1 min-h-0 overflow-hidden"
    :class="isPicked ? 'bg-action-soft' : ''"
    data-test="lane"
  >
    <LaneFigure
      v-if="middle"
      :tier="tier"
      :moves="drawn.moves"
      :on-the-way="drawn.onTheWay"
      :variation="drawn.variation"
      :height="figurePx"
      :motion-at="drawn.motionAt"
      :side="side"
      :label="TIER_NAMES[tier]"
    />
    <PostureGlyph v-else :posture="lane.postureId" :size="figurePx" :label="TIER_NAMES[tier]" />
    <div ref="words" class="min-w-0 flex-1 my-auto">
      <p
        v-for="variation in variations"
        :key="variation.name"
        class="flex items-start gap-2 text-[1.2rem] leading-snug"
      >
        <TierGlyph :tier="tier" :level="variation.level" :size="30" class="shrink-0" />
        <span
          class="min-w-0"
          :class="wraps ? 'line-clamp-2' : 'line-clamp-1'"
          :title="`${variation.name}: ${variation.people.join(', ')}`"
          ><strong class="font-semibold">{{ variation.name }}</strong
          >{{ ' ' }}<span class="text-faint">{{ peopleWords(variation.people) }}</span></span
        >
      </p>
      <p v-if="catchingUp" class="text-[1.2rem] font-semibold leading-snug">
        Once more: {{ catchingUp }}. The others stay and breathe.
      </p>
      <p v-if="legs" class="text-[1.2rem] font-semibold leading-snug" data-test="leading-legs">{{ legs }}</p>
      <p
        v-if="!catchingUp"
        class="text-[1.35rem] leading-snug"
        :class="isRoomFor(2 * CUE_PX + (legs ? SECOND_LINE_PX : 0)) ? 'line-clamp-2' : 'line-clamp-1'"
        data-test="lane-cue"
      >
        {{ cue }}
      </p>
      <p
        v-if="stepKind !== 'introduce' && stepKind !== 'changeover' && isRoomFor(2 * CUE_PX + SMALL_PX)"
        class="text-faint leading-snug"
        :class="isRoomFor(2 * CUE_PX + 2 * SMALL_PX) ? 'line-clamp-2' : 'line-clamp-1'"
      >
        <template v-if="moment?.kind === 'filler'">{{ now }}</template><template v-else
          ><template v-if="ways"
            >Either {{ ways.still }}{{ namesOf('still') }}, or {{ ways.moving }}{{ namesOf('moving') }}. </template
          >Easier: {{ middle?.texts?.easier }} {{ moreWords }}</template
        >
      </p>
    </div>
  </section>
</template>
