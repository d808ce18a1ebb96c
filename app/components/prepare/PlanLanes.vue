<script setup lang="ts">
import { refDebounced, useElementSize } from '@vueuse/core'
import { addSeconds } from 'date-fns'
import { wallWords, type Zone } from '~~/core/calendar/wall'
import { TIERS } from '~~/core/catalogue/words'
import { entryAt } from '~~/core/entries'
import { chainsOf } from '~~/core/plan/chain'
import { givenWords, roundsWords } from '~~/core/plan/doseWords'
import { ORDER_WORDS } from '~~/core/plan/order'
import type { Plan } from '~~/core/plan/plan'
import type { RiderToday } from '~~/core/plan/riders'
import { orderChange, reordered } from '~~/core/plan/reordered'
import { timelineOf, type Timeline } from '~~/core/plan/timeline'
import { clockWords } from '~/words/clock'
import { orderChangeWords } from '~/words/prepare'

/** The four lanes: blocks as columns whose width is their time, tiers as rows, under each lane its posture contour. */
const {
  plan,
  timeline,
  riders,
  selected,
  beside = [],
  startsAt,
  zone,
  met,
  locked = false,
  costOf,
} = defineProps<{
  plan: Plan
  timeline: Timeline
  riders: RiderToday[]
  selected: string | null
  beside?: readonly string[]
  startsAt: string
  /** The clock on the wall there. */
  zone: Zone
  met: ReadonlySet<string>
  locked?: boolean
  /** What a movement would cost at a place, in words. */
  costOf: (movement: string, at: number) => string
}>()
const emit = defineEmits<{
  select: [id: string, more: boolean]
  move: [id: string, before: string | null]
  add: [movement: string, before: string | null]
  chain: [id: string]
}>()
const { catalogue } = storeToRefs(useCatalogue())

const GUTTER = 132
const LANES_FOLLOW_MS = 140
const frame = useTemplateRef('frame')
const head = useTemplateRef('head')
const { width } = useElementSize(frame)
/** 1: the whole plan fits; more: wider columns, and the lanes scroll. */
const zoom = defineModel<number>('zoom', { default: 1 })
/** Neighbours of one phase under one band. */
const phases = computed(() =>
  shown.value.blocks
    .flatMap(({ blockId }) => plan.blocks.find((block) => block.id === blockId) ?? [])
    .reduce<{ phase: string; left: number; width: number }[]>((bands, block, at) => {
      const own = movementOf(block.movement)?.phase ?? 'main'
      // What settles at the start lets things sink in at the end.
      const phase = at > 0 && at === shown.value.blocks.length - 1 && own === 'settle' ? 'close' : own
      const column = layout.value.columns[at]
      if (!column) return bands
      const last = bands.at(-1)
      if (last?.phase === phase) last.width += column.width
      else bands.push({ phase, left: column.left, width: column.width })
      return bands
    }, []),
)
/** Neighbours of one chain under one bracket, with the time of all of it. */
const chains = computed(() =>
  chainsOf(shown.value.blocks.flatMap(({ blockId }) => plan.blocks.find(({ id }) => id === blockId) ?? [])).map(
    ({ id, name, from, blocks }) => {
      const columns = layout.value.columns.slice(from, from + blocks.length)
      const times = shown.value.blocks.slice(from, from + blocks.length)
      return {
        id,
        name,
        first: entryAt(blocks, 0).id,
        left: columns[0]?.left ?? 0,
        width: columns.reduce((sum, column) => sum + column.width, 0),
        seconds: times.reduce((sum, time) => sum + time.seconds, 0),
      }
    },
  ),
)
const columnOf = computed(() => new Map(layout.value.columns.map((column) => [column.blockId, column])))
const clockAt = (seconds: number) => wallWords(addSeconds(startsAt, seconds), zone, 'HH:mm')
/** A head says the dose where there is room for it. */
const NARROW_PX = 112
const isNarrow = (blockId: string) => (columnOf.value.get(blockId)?.width ?? 0) < NARROW_PX
const isMany = computed(() => plan.blocks.some(({ id }) => isNarrow(id)))
const tiers = computed(() =>
  TIERS.filter(
    (tier) => timeline.blocks.some((block) => block.lanes[tier]) || riders.some((rider) => rider.tier === tier),
  ),
)
const movementOf = (id: string) => catalogue.value.movements.get(id)

const { order, adding } = useLaneDragging(head, {
  plan: () => plan,
  locked: () => locked,
  costOf: (movement, at) => costOf(movement, at),
  move: (id, before) => emit('move', id, before),
  add: (movement, before) => emit('add', movement, before),
})
const ahead = computed(() => {
  if (!order.value) return null
  const { plan: moved, riders: withThem } = reordered(plan, riders, order.value)
  return { riders: withThem, timeline: timelineOf(moved, withThem, met, catalogue.value) }
})
const shown = computed(() => ahead.value?.timeline ?? timeline)
/** The lanes follow when the hand pauses: times and words at once, eighty pictures not at every column it passes. */
const resting = refDebounced(order, LANES_FOLLOW_MS)
const lanes = computed(() => {
  if (!order.value) return { riders, timeline }
  return (resting.value === order.value ? ahead.value : null) ?? before.value
})
/** What the lanes showed last. */
const before = shallowRef({ riders, timeline })
watch(lanes, (now) => (before.value = now))
const room = computed(() => Math.max(300, (width.value - GUTTER - 2) * zoom.value))
const layout = useLaneLayout(shown, room)
const laneLayout = useLaneLayout(
  computed(() => lanes.value.timeline),
  room,
)
const timeOf = computed(() => new Map(shown.value.blocks.map((block) => [block.blockId, block])))
/** What the order that is dragged, or the movement that is dragged in, would change. */
const ghost = computed(() =>
  ahead.value
    ? `${clockWords(shown.value.seconds)} in all, ${orderChangeWords(orderChange(timeline, shown.value))}`
    : adding.value,
)

watch(
  () => selected,
  async (id) => {
    await nextTick()
    const chosen = head.value?.querySelector(`[data-block="${id}"]`)
    // With its neighbours, where there is room for them.
    for (const one of [chosen?.previousElementSibling, chosen?.nextElementSibling, chosen])
      one?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
  },
)
</script>

<template>
  <div
    ref="frame"
    class="overflow-x-auto border-y border-line bg-raised relative"
    :style="{ scrollPaddingLeft: `${GUTTER}px` }"
  >
    <p
      v-if="ghost"
      class="absolute left-0 top-0 z-20 h-6 leading-6 px-3 bg-ink text-ground text-[0.88rem] numerals rounded-br-lg"
      role="status"
      data-test="ghost"
    >
      {{ ghost }}
    </p>
    <div class="relative" :style="{ width: `${GUTTER + layout.width}px` }">
      <p
        v-if="plan.order"
        class="absolute left-0 top-0 h-6 leading-6 pl-5 pr-1 text-[13px] text-faint truncate"
        :style="{ width: `${GUTTER}px` }"
        :title="`${ORDER_WORDS[plan.order].name}: ${ORDER_WORDS[plan.order].asks}`"
        data-test="order-said"
      >
        {{ ORDER_WORDS[plan.order].name }}
      </p>
      <div
        class="relative h-6 text-[14px]"
        :style="{ marginLeft: `${GUTTER}px`, width: `${layout.width}px` }"
        aria-label="Phases"
        role="list"
      >
        <span
          v-for="band in phases"
          :key="band.left"
          role="listitem"
          class="absolute inset-y-0 border-l border-line px-2 leading-6 truncate font-semibold"
          :class="band.phase === 'main' ? 'bg-action-soft' : band.phase === 'long-holds' ? 'bg-mark-soft' : 'bg-sunk'"
          :style="{ left: `${band.left}px`, width: `${band.width}px` }"
          >{{ band.phase.replace('-', ' ') }}</span
        >
      </div>
      <div
        v-if="chains.length > 0"
        class="relative h-8"
        :style="{ marginLeft: `${GUTTER}px`, width: `${layout.width}px` }"
        aria-label="Chains"
        role="group"
      >
        <button
          v-for="chain in chains"
          :key="chain.id"
          type="button"
          class="absolute top-1 bottom-0 rounded-t-lg border-2 border-b-0 border-action text-action bg-raised hover:bg-action-soft px-2 text-left text-[14px] font-semibold leading-6 truncate"
          :style="{ left: `${chain.left + 1}px`, width: `${chain.width - 2}px` }"
          :title="`${chain.name}, ${clockWords(chain.seconds)}: choose all of it`"
          :data-chain="chain.id"
          @click="emit('chain', chain.first)"
        >
          {{ chain.name || 'Chain' }}
          <span class="numerals font-normal">{{ clockWords(chain.seconds) }}</span>
        </button>
      </div>
      <ol
        ref="head"
        class="flex list-none"
        :class="isMany ? 'h-[72px]' : 'h-16'"
        :style="{ marginLeft: `${GUTTER}px` }"
        aria-label="Blocks of the plan"
      >
        <li
          v-for="block in plan.blocks"
          :key="block.id"
          :data-block="block.id"
          class="shrink-0 border-l border-line bg-raised"
          :style="{ width: `${columnOf.get(block.id)?.width}px` }"
        >
          <button
            class="block w-full h-full text-left px-2 py-1 leading-tight overflow-hidden cursor-grab"
            :class="
              selected === block.id
                ? 'bg-action-soft chosen-head'
                : beside.includes(block.id)
                  ? 'bg-action-soft/60'
                  : 'hover:bg-sunk'
            "
            :title="`${movementOf(block.movement)?.name}: ${givenWords(block)}, begins at ${clockAt(timeOf.get(block.id)?.startsAt ?? 0)}`"
            :aria-pressed="selected === block.id || beside.includes(block.id)"
            @click="emit('select', block.id, $event.shiftKey)"
          >
            <span
              class="block font-semibold leading-[1.1]"
              :class="isNarrow(block.id) ? 'text-[14.5px] line-clamp-3 hyphens-auto' : 'text-[0.94rem] line-clamp-2'"
              >{{ movementOf(block.movement)?.name ?? block.movement
              }}<span v-if="block.onSide" class="font-normal text-faint">, {{ block.onSide }} side</span></span
            >
            <span v-if="!isNarrow(block.id)" class="block text-[14.5px] text-faint truncate">{{
              givenWords(block)
            }}</span>
            <span
              class="numerals text-[14.5px] text-faint"
              :title="
                roundsWords(block.rounds, movementOf(block.movement)?.sides ?? 'both', block.sideOrder, block.catchUp)
              "
              >{{ clockWords(timeOf.get(block.id)?.seconds ?? 0) }}</span
            >
          </button>
        </li>
      </ol>
      <PlanLane
        v-for="tier in tiers"
        :key="tier"
        :tier="tier"
        :timeline="lanes.timeline"
        :riders="lanes.riders"
        :layout="laneLayout"
        :gutter="GUTTER"
        :chosen="[selected, ...beside]"
        @select="(id, more) => emit('select', id, more)"
      />
    </div>
  </div>
</template>

<style scoped>
.chosen-head {
  box-shadow: inset 0 3px 0 var(--action);
}
/* What is carried has a layer of its own. */
:deep(.sortable-drag) {
  will-change: transform;
}
:deep(.lane-ghost) {
  opacity: 0.45;
  outline: 2px dashed var(--action);
  outline-offset: -3px;
}
/* What comes in from the finder takes the place of a column. */
ol :deep([data-movement]) {
  width: 8rem;
  height: 100%;
  overflow: hidden;
  padding: 0.4rem;
  font-size: 0.85rem;
  line-height: 1.15;
  background: var(--mark-soft);
}
ol :deep([data-movement] [data-more]) {
  display: none;
}
</style>
