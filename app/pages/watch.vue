<script setup lang="ts">
import { useLocalStorage, useMediaQuery, useSwipe } from '@vueuse/core'
import { TIERS } from '~~/core/catalogue/words'
import { joined } from '~~/core/sentence'
import { workingSide } from '~~/core/lead/script'
import { leaveScreen } from '~~/core/contract/watch'
import { stepWords } from '~/words/lead'
import { roomCount, type RoomLane } from '~/words/room'
import { TIER_NAMES } from '~/words/tiers'

/** A screen in the room, or at somebody's home, watches a class: it presses nothing and knows nobody's health. */
definePageMeta({ layout: 'bare' })
const NAMES = { all: 'All lanes', ...TIER_NAMES, room: 'The room' } as const
const { catalogue } = storeToRefs(useCatalogue())
const watched = useWatched()
const {
  view,
  isShut,
  isCut,
  begun,
  reading,
  step,
  block,
  next,
  leftSeconds,
  cueIn,
  pace,
  motionNow,
  pairNow,
  laneOf,
  onTheWay,
  movementOf,
} = watched
await watched.open()
const chosen = useLocalStorage<keyof typeof NAMES>('unhurried-circle-watch', 'all')
const captions = useLocalStorage('unhurried-circle-captions', true)
/** Before the start people look for their places. */
const isRoom = computed(() => view.value?.seats && (chosen.value === 'room' || !begun.value))
/** What this screen can be asked to show; one person's own lane is all there is of it. */
const choices = computed(() => (view.value?.isOwn ? {} : NAMES))
/** Upright, or in the hand, a lane at a time is read. */
const isOneAtATime = useMediaQuery('(max-width: 1023px), (max-aspect-ratio: 1/1)')
const lanes = computed((): RoomLane[] => {
  const { lanes: ofBlocks = {}, homeward = {}, people = [] } = view.value?.shown ?? {}
  const here = ofBlocks[block.value?.id ?? ''] ?? {}
  const isEnding = step.value?.kind === 'ending'
  return TIERS.flatMap((tier): RoomLane[] => {
    const [lane, home] = [here[tier], isEnding ? homeward[tier] : undefined]
    if (!lane && !home) return []
    const variation = catalogue.value.variations.get(lane?.main ?? '') ?? null
    const names = people.filter((person) => person.tier === tier && person.name !== '').map(({ name }) => name)
    const partner = catalogue.value.variations.get(lane?.swing?.variation ?? '')
    const swing = lane?.swing && partner ? { ...lane.swing, variation: partner } : null
    return [{ tier, variation, level: variation?.level ?? null, names, moves: lane?.moves ?? home ?? [], swing }]
  })
})
/** The lane that has the screen to itself; null: all of them do. */
const alone = computed((): RoomLane | null => {
  const own = lanes.value.find(({ tier }) => tier === chosen.value)
  if (own) return own
  return isOneAtATime.value || lanes.value.length === 1 ? (lanes.value[0] ?? null) : null
})
const motionAlone = () => motionNow(alone.value?.tier ?? 'chair')
const pairAlone = () => pairNow(alone.value?.tier ?? 'chair')
/** Somebody by video whose own lane this is, and who takes no part now. */
const takesNoPart = computed(() => Boolean(view.value?.isOwn) && view.value?.shown.people.length === 0)
const variationsOf = ({ tier }: RoomLane) =>
  (view.value?.shown.lanes[block.value?.id ?? '']?.[tier]?.variations ?? []).flatMap(
    (id) => catalogue.value.variations.get(id) ?? [],
  )
const count = computed(() => {
  if (!begun.value || !step.value) return null
  // One lane by itself is counted by its own dose.
  const own = alone.value && laneOf(alone.value.tier)
  return own
    ? roomCount(own.pace, own.leftSeconds, own.lengthSeconds)
    : roomCount(pace.value, leftSeconds.value, step.value.seconds)
})
const page = useTemplateRef('page')
useSwipe(page, {
  onSwipeEnd: (_, direction) => {
    const by = new Map<string, number>([
      ['left', 1],
      ['right', -1],
    ]).get(direction)
    if (by === undefined || !alone.value) return
    const at = lanes.value.indexOf(alone.value)
    chosen.value = lanes.value[(at + by + lanes.value.length) % lanes.value.length]?.tier ?? chosen.value
  },
})
const said = computed(() => {
  if (!begun.value) return 'It begins soon'
  if (reading.value.status === 'finished') return 'Thank you'
  if (reading.value.status === 'paused') return 'A pause'
  if (step.value?.kind === 'introduce') return 'Look and listen'
  return stepWords(step.value, view.value?.shown.sides ?? { sideHabit: 'left-right', startSide: 'left' })
})
const heading = computed(() => {
  if (!begun.value) return view.value?.shown.title
  return step.value?.blockId ? movementOf(block.value?.movement)?.name : 'Back to where you began'
})
const coming = computed(() => {
  const [word, then] = begun.value ? ['then', next.value] : ['first', block.value]
  const coming = then ? `${word} ${movementOf(then.movement)?.name ?? ''}` : ''
  return joined([begun.value && block.value?.part, coming], ' · ')
})
/** What both kinds of screen say alike. */
const shared = computed(() => ({
  heading: heading.value ?? '',
  then: coming.value,
  count: count.value,
  said: said.value,
  caption: captions.value ? (cueIn(alone.value?.tier ?? null)?.say ?? said.value) : '',
  isRunning: reading.value.status === 'running',
  onTheWay,
  side: workingSide(step.value?.side ?? 'both', view.value?.shown.sides.startSide ?? 'left'),
}))
async function leave(): Promise<void> {
  await call(leaveScreen).catch(() => undefined)
  isShut.value = true
}
</script>

<template>
  <WatchCode v-if="isShut" @opened="watched.open()" />
  <div
    v-else-if="view"
    ref="page"
    class="h-dvh overflow-hidden flex flex-col"
    data-test="watch"
    :data-status="reading.status"
    :data-step="reading.step"
  >
    <h1 class="sr-only">{{ view.shown.title }}, watched</h1>
    <p v-if="isCut" class="text-center bg-mark-soft" role="status">
      The server cannot be reached: the clock goes on by itself.
    </p>
    <template v-if="isRoom && view.seats">
      <header class="flex items-center gap-4 px-[2.5vw] py-2 border-b-2 border-line">
        <p class="font-bold text-[min(7vh,5vw)] truncate flex-1">{{ heading }}</p>
        <p class="text-faint text-[min(4.5vh,3vw)] truncate">{{ begun ? said : coming }}</p>
        <WatchMenu v-model:chosen="chosen" v-model:captions="captions" :choices="choices" @leave="leave" />
      </header>
      <WatchRoom :seats="view.seats" :people="view.shown.people" class="flex-1 min-h-0 p-2" />
    </template>
    <p v-else-if="takesNoPart" class="m-auto p-6 text-xl">You take no part in this class now. Ask whoever leads it.</p>
    <RoomLaneAlone
      v-else-if="alone"
      class="flex-1"
      v-bind="shared"
      :lane="alone"
      :variations="variationsOf(alone)"
      :felt="view.shown.lanes[block?.id ?? '']?.[alone.tier]?.felt ?? null"
      :motion-at="motionAlone"
      :pair-now="pairAlone"
    >
      <WatchMenu v-model:chosen="chosen" v-model:captions="captions" :choices="choices" @leave="leave" />
    </RoomLaneAlone>
    <RoomScreen v-else class="flex-1" v-bind="shared" :lanes="lanes" :motion-at="motionNow" :pair-now="pairNow">
      <WatchMenu v-model:chosen="chosen" v-model:captions="captions" :choices="choices" @leave="leave" />
    </RoomScreen>
  </div>
  <p v-else class="min-h-dvh grid place-items-center text-xl">
    {{ isCut ? 'The server cannot be reached. It is tried again.' : 'One moment …' }}
  </p>
</template>
