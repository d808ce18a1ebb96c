<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { addSeconds, format } from 'date-fns'
import Sortable from 'sortablejs'
import { TIERS } from '~~/core/catalogue/words'
import { doseWords, roundsWords } from '~~/core/plan/doseWords'
import type { Plan } from '~~/core/plan/plan'
import type { RiderToday } from '~~/core/plan/riders'
import type { Timeline } from '~~/core/plan/timeline'
import { clockWords } from '~/words/clockWords'
import { TIER_NAMES } from '~/words/tierWords'

/** The four lanes: blocks as columns whose width is their time, tiers as rows, under each lane its posture contour. */
const { plan, timeline, riders, selected, beside = [], startsAt } = defineProps<{ plan: Plan; timeline: Timeline; riders: RiderToday[]; selected: string | null; beside?: readonly string[]; startsAt: string; locked?: boolean }>()
const emit = defineEmits<{ select: [id: string, more: boolean]; move: [id: string, before: string | null] }>()
const { catalogue } = storeToRefs(useCatalogue())

const GUTTER = 132
const frame = useTemplateRef('frame')
const head = useTemplateRef('head')
const { width } = useElementSize(frame)
/** 1: the whole plan fits; more: wider columns, and the lanes scroll. */
const zoom = defineModel<number>('zoom', { default: 1 })
const layout = useLaneLayout(toRef(() => timeline), computed(() => Math.max(300, (width.value - GUTTER - 2) * zoom.value)))
/** Neighbours of one phase under one band. */
const phases = computed(() => plan.blocks.reduce<{ phase: string; left: number; width: number }[]>((bands, block, at) => {
  const own = movementOf(block.movement)?.phase ?? 'main'
  // What settles at the start lets things sink in at the end.
  const phase = at > 0 && at === plan.blocks.length - 1 && own === 'settle' ? 'close' : own
  const column = layout.value.columns[at]
  if (!column) return bands
  const last = bands.at(-1)
  if (last?.phase === phase) last.width += column.width
  else bands.push({ phase, left: column.left, width: column.width })
  return bands
}, []))
const clockAt = (seconds: number) => format(addSeconds(startsAt, seconds), 'HH:mm')
const tiers = computed(() => TIERS.filter((tier) => timeline.blocks.some((block) => block.lanes[tier]) || riders.some((rider) => rider.tier === tier)))
const movementOf = (id: string) => catalogue.value.movements.get(id)

onMounted(() => {
  if (!head.value) return
  const sortable = Sortable.create(head.value, {
    animation: 0,
    // The browser's own dragging shows no order while it lasts and does not know touch.
    forceFallback: true,
    fallbackTolerance: 4,
    delay: 120,
    delayOnTouchOnly: true,
    draggable: '[data-block]',
    onEnd: ({ item, oldDraggableIndex, newDraggableIndex }) => {
      if (oldDraggableIndex === undefined || newDraggableIndex === undefined || oldDraggableIndex === newDraggableIndex) return
      // The list is drawn from the plan: put the node back and let the command move it.
      const ids = plan.blocks.map((block) => block.id)
      const others = ids.filter((id) => id !== item.dataset.block)
      head.value!.insertBefore(item, head.value!.querySelectorAll('[data-block]')[oldDraggableIndex + (oldDraggableIndex > newDraggableIndex ? 1 : 0)] ?? null)
      emit('move', item.dataset.block!, others[newDraggableIndex] ?? null)
    },
  })
  onBeforeUnmount(() => sortable.destroy())
})

watch(() => selected, async (id) => {
  await nextTick()
  head.value?.querySelector(`[data-block="${id}"]`)?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
})
</script>

<template>
  <div ref="frame" class="overflow-x-auto border-y border-line bg-raised relative">
    <div class="relative" :style="{ width: `${GUTTER + layout.width}px` }">
      <div class="relative h-6 text-[0.8rem]" :style="{ marginLeft: `${GUTTER}px`, width: `${layout.width}px` }" aria-label="Phases" role="list"><span v-for="band in phases" :key="band.left" role="listitem" class="absolute inset-y-0 border-l border-line px-2 leading-6 truncate" :class="band.phase === 'main' ? 'bg-action-soft' : band.phase === 'long-holds' ? 'bg-mark-soft' : 'bg-sunk'" :style="{ left: `${band.left}px`, width: `${band.width}px` }">{{ band.phase.replace('-', ' ') }}</span></div>
      <ol ref="head" class="flex h-[4.9rem] list-none" :style="{ marginLeft: `${GUTTER}px` }" aria-label="Blocks of the plan">
        <li v-for="(block, at) in plan.blocks" :key="block.id" :data-block="block.id" class="shrink-0 border-l border-line bg-raised" :style="{ width: `${layout.columns[at]?.width}px` }">
          <button class="block w-full h-full text-left px-2 py-1.5 leading-tight overflow-hidden cursor-grab" :class="selected === block.id ? 'bg-action-soft' : beside.includes(block.id) ? 'bg-action-soft/60' : 'hover:bg-sunk'" :aria-pressed="selected === block.id || beside.includes(block.id)" @click="emit('select', block.id, $event.shiftKey)">
            <span class="font-semibold text-[0.92rem] leading-[1.12] line-clamp-2">{{ movementOf(block.movement)?.name ?? block.movement }}</span>
            <span class="block text-[0.82rem] text-faint truncate">{{ doseWords(block.dose) }}<template v-if="block.rounds > 1"> × {{ block.rounds }}</template></span>
            <span class="numerals text-[0.88rem]" :title="roundsWords(block.rounds, movementOf(block.movement)?.sides ?? 'both', block.sideOrder)">{{ clockWords(timeline.blocks[at]?.seconds ?? 0) }}</span>
          </button>
        </li>
      </ol>
      <section v-for="tier in tiers" :key="tier" :aria-label="`${TIER_NAMES[tier]} lane`" class="relative border-t border-line flex">
        <div class="sticky left-0 z-10 bg-raised shrink-0 flex items-center gap-2 px-2 border-r border-line" :style="{ width: `${GUTTER}px` }">
          <TierGlyph :tier="tier" :size="34" />
          <div class="leading-tight"><p class="font-semibold">{{ TIER_NAMES[tier] }}</p><p class="text-[0.82rem] text-faint">{{ riders.filter((rider) => rider.tier === tier).length || 'typical' }} <template v-if="riders.length">{{ riders.filter((rider) => rider.tier === tier).length === 1 ? 'person' : 'people' }}</template></p></div>
        </div>
        <div class="relative" :style="{ width: `${layout.width}px` }">
          <div class="relative h-[3.9rem]">
            <LaneCell v-for="(block, at) in timeline.blocks" :key="block.blockId" :lane="block.lanes[tier]" :block="block" :tier="tier" :index="at" :riders="riders" class="absolute inset-y-0 border-l border-line" :class="selected === block.blockId || beside.includes(block.blockId) ? 'bg-action-soft' : ''" :style="{ left: `${layout.columns[at]!.left}px`, width: `${layout.columns[at]!.width}px` }" @click="emit('select', block.blockId, $event.shiftKey)" />
          </div>
          <LaneContour v-if="timeline.contours[tier]" :contour="timeline.contours[tier]!" :x-of="layout.xOf" :width="layout.width" :tier="tier" />
        </div>
      </section>
      <div class="relative h-6 border-t border-line text-[0.82rem] numerals text-faint" :style="{ marginLeft: `${GUTTER}px`, width: `${layout.width}px` }" aria-hidden="true"><span v-for="(block, at) in timeline.blocks" :key="block.blockId" class="absolute leading-6 pl-1 border-l border-line" :style="{ left: `${layout.columns[at]!.left}px` }">{{ clockAt(block.startsAt) }}</span></div>
    </div>
  </div>
</template>
