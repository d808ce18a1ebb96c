<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { TIERS, type Tier } from '~~/core/catalogue/words'
import { leaveScreen } from '~~/core/contract/watch'
import { stepWords } from '~/words/lead'
import { clockWords } from '~/words/clock'
import { TIER_NAMES } from '~/words/tiers'

/** A screen in the room, or at somebody's home, watches a class: it presses nothing and knows nobody's health. */
definePageMeta({ layout: 'bare' })
const SHOWN = ['all', ...TIERS, 'room'] as const
const NAMES = { all: 'All lanes', room: 'The room', ...TIER_NAMES } as const
const watched = useWatched()
const { view, isShut, isCut, begun, reading, step, block, next, leftSeconds, cue, pace, movementOf } = watched
await watched.open()
const chosen = useLocalStorage<(typeof SHOWN)[number]>('unhurried-circle-watch', 'all')
const captions = useLocalStorage('unhurried-circle-captions', true)
/** Before the start people look for their places. */
const isRoom = computed(() => view.value?.seats && (chosen.value === 'room' || !begun.value))
const lane = computed((): Tier | 'all' => (chosen.value === 'room' ? 'all' : chosen.value))
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
  const [word, then] = begun.value ? ['Next', next.value] : ['First', block.value]
  return then ? `${word}: ${movementOf(then.movement)?.name ?? ''}` : ''
})
async function leave(): Promise<void> {
  await call(leaveScreen).catch(() => undefined)
  isShut.value = true
}
</script>

<template>
  <WatchCode v-if="isShut" @opened="watched.open()" />
  <div
    v-else-if="view"
    class="h-dvh overflow-hidden px-[2.5vw] py-[1.5vh] flex flex-col gap-[1vh]"
    data-test="watch"
    :data-status="reading.status"
    :data-step="reading.step"
  >
    <h1 class="sr-only">{{ view.shown.title }}, watched</h1>
    <p v-if="isCut" class="text-center bg-mark-soft rounded-lg" role="status">
      The server cannot be reached: the clock goes on by itself.
    </p>
    <div class="flex items-start gap-[2vw]">
      <div class="min-w-0 flex-1">
        <p class="font-bold leading-[1.05] text-[min(9vh,6vw)] line-clamp-2">{{ heading }}</p>
        <p class="text-[min(5vh,3.4vw)] font-semibold">{{ said }}</p>
      </div>
      <PaceDisc v-if="pace" :moment="pace" :running="reading.status === 'running'" />
      <p
        v-if="begun"
        class="numerals font-bold leading-none text-[min(18vh,12vw)]"
        role="timer"
        :aria-label="`${Math.ceil(leftSeconds)} seconds left`"
      >
        {{ clockWords(Math.ceil(leftSeconds)) }}
      </p>
    </div>
    <div class="flex-1 min-h-0 grid">
      <WatchRoom v-if="isRoom && view.seats" :seats="view.seats" :people="view.shown.people" class="min-h-0" />
      <WatchLanes v-else :watched="watched" :lane="lane" class="overflow-hidden content-start" />
    </div>
    <p
      v-if="captions"
      class="text-[min(4.6vh,3vw)] leading-snug line-clamp-2 min-h-[2.6em]"
      aria-live="polite"
      data-test="caption"
    >
      {{ cue?.say }}
    </p>
    <div class="flex flex-wrap items-center gap-2">
      <p class="text-faint text-[1.1rem] truncate flex-1 min-w-40">
        {{ coming }}
      </p>
      <div class="flex flex-wrap gap-1" role="group" aria-label="What is shown">
        <button
          v-for="one in SHOWN"
          :key="one"
          class="button"
          :class="chosen === one ? 'button-on' : ''"
          :aria-pressed="chosen === one"
          @click="chosen = one"
        >
          {{ NAMES[one] }}
        </button>
        <button
          class="button"
          :class="captions ? 'button-on' : ''"
          :aria-pressed="captions"
          @click="captions = !captions"
        >
          Captions
        </button>
        <button class="button button-quiet" @click="leave">Leave</button>
      </div>
    </div>
  </div>
  <p v-else class="min-h-dvh grid place-items-center text-xl">
    {{ isCut ? 'The server cannot be reached. It is tried again.' : 'One moment …' }}
  </p>
</template>
