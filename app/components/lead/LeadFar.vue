<script setup lang="ts">
import { TIERS } from '~~/core/catalogue/words'
import { mostDone } from '~~/core/lead/mostDone'
import { laneMoves } from '~~/core/lead/moveAt'
import { laneSwing } from '~~/core/lead/pairAt'
import { workingSide } from '~~/core/lead/script'
import type { LedClass } from '~/composables/useClass'
import { stepWords } from '~/words/lead'
import { roomCount, type RoomLane } from '~/words/room'

/** The class as it is read from six metres: what, who, which side, how long, how many, what next. Nothing scrolls. */
const { led, withNames = true } = defineProps<{
  led: LedClass
  /** Locked, the screen names nobody. */
  withNames?: boolean
}>()
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const { begun, step, block, blockIndex, nextBlock, reading, leftSeconds, pace, cue } = led
const nameOf = (movement: string | undefined) => catalogue.value.movements.get(movement ?? '')?.name ?? ''

const lanes = computed((): RoomLane[] =>
  TIERS.flatMap((tier): RoomLane[] => {
    const lane = led.lane(tier)
    const home = led.homeward.value[tier]
    if (!lane) return home ? [{ tier, variation: null, level: null, names: [], moves: home, swing: null }] : []
    const most = mostDone(lane.riders.flatMap((id) => meeting.riders.get(id)?.offers[blockIndex.value] ?? []))
    const variation = most?.variation ?? null
    const swing = most?.swing ? laneSwing(most.swing) : null
    const names = withNames ? lane.riders.map((id) => meeting.calledOf(id)) : []
    return [{ tier, variation, level: variation?.level ?? null, names, moves: laneMoves(lane.moves), swing }]
  }),
)
const heading = computed(() => (step.value?.blockId ? nameOf(block.value?.movement) : 'Back to where you began'))
const then = computed(() => `then ${nextBlock.value ? nameOf(nextBlock.value.movement) : 'back to where you began'}`)
const said = computed(() => {
  if (reading.value.status === 'ready') return 'Ready when you are'
  if (reading.value.status === 'finished') return 'Thank you'
  return reading.value.status === 'paused' ? 'A pause' : stepWords(step.value, meeting.sides)
})
const side = computed(() => workingSide(step.value?.side ?? 'both', meeting.sides.startSide))
const count = computed(() => roomCount(pace.value, leftSeconds.value, step.value?.seconds ?? 1))
</script>

<template>
  <section class="h-full min-h-0 overflow-hidden flex" aria-label="For the room" data-test="far">
    <RoomScreen
      class="flex-1"
      :heading="heading"
      :then="then"
      :lanes="lanes"
      :count="count"
      :said="said"
      :caption="begun ? (cue?.say ?? said) : said"
      :is-running="reading.status === 'running'"
      :on-the-way="led.onTheWay"
      :side="side"
      :motion-at="led.motionIn"
      :pair-now="led.pairIn"
    />
  </section>
</template>
