<script setup lang="ts">
import type { LedClass } from '~/composables/useClass'
import { LEAD_KEYS as KEYS } from '~/keys'
import { clockWords } from '~/words/clock'

/** The head of the class screen: whose class, how far it is, and the way out of it in one touch. */
const { led, isSmall, said } = defineProps<{
  led: LedClass
  /** On a phone: the clock, the menu and the way out. */
  isSmall: boolean
  /** What is said now: it lies over whose class it is, and never over the clock. */
  said: string | null
}>()
const emit = defineEmits<{ emergency: [] }>()
const meeting = useMeeting()
const { begun, steps, step, elapsedOfClass } = led
const wholeSeconds = computed(() => steps.value.reduce((sum, one) => sum + one.seconds, 0))
/** Each block as a piece of a strip, as long as it takes, and how much of it is over. */
const pieces = computed(() => {
  let at = 0
  return meeting.planned.blocks.map(({ id }) => {
    const seconds = steps.value.filter(({ blockId }) => blockId === id).reduce((sum, one) => sum + one.seconds, 0)
    const done = Math.min(1, Math.max(0, (elapsedOfClass.value - at) / Math.max(1, seconds)))
    at += seconds
    return { id, seconds, done: begun.value ? done : 0, isNow: step.value?.blockId === id }
  })
})
const when = computed(() => meeting.wallAt(meeting.opened.meeting.startsAt, 'EEEE d MMMM, HH:mm'))
</script>

<template>
  <header class="flex items-center gap-x-3 min-h-13 shrink-0 border-b border-line">
    <div v-if="!isSmall" class="relative self-stretch flex-1 min-w-0 flex items-center gap-x-3">
      <p class="leading-tight shrink-0">
        <span class="font-semibold text-[1.1rem]">{{ meeting.opened.circle.name }}</span><span
          v-if="!begun"
          class="block text-faint text-[0.94rem]"
          >{{ when }}</span
        >
      </p>
      <div
        class="flex-1 min-w-0 hidden md:flex gap-0.5 h-4"
        role="img"
        :aria-label="`${clockWords(elapsedOfClass)} of ${clockWords(wholeSeconds)}`"
      >
        <span
          v-for="piece in pieces"
          :key="piece.id"
          class="bg-sunk rounded-[3px] overflow-hidden border"
          :class="piece.isNow ? 'border-action' : 'border-line'"
          :style="{ flexGrow: piece.seconds, flexBasis: 0 }"
          ><span class="block h-full bg-action" :style="{ width: `${piece.done * 100}%` }"
        /></span>
      </div>
      <p
        v-if="said"
        class="absolute -left-3 sm:-left-5 right-0 top-0 z-20 min-h-16 px-4 py-2 flex items-center bg-mark-soft border-l-8 border-mark shadow-lg rounded-br-xl text-[1.2rem] leading-snug pointer-events-none"
        aria-hidden="true"
        data-test="cue"
      >
        <span class="line-clamp-3">{{ said }}</span>
      </p>
    </div>
    <p class="numerals whitespace-nowrap" :class="isSmall ? 'flex-1' : ''" data-test="class-clock">
      <strong class="font-semibold">{{ clockWords(elapsedOfClass) }}</strong><span class="text-faint lg:max-xl:hidden">
        of {{ clockWords(wholeSeconds) }}</span
      >
    </p>
    <NuxtLink
      v-if="!isSmall"
      :to="`/meetings/${meeting.opened.meeting.id}/follow`"
      target="_blank"
      class="button button-quiet hidden xl:inline-flex"
      >Second screen</NuxtLink
    >
    <template v-if="!isSmall"><ScreenPasses /><LockButton /></template>
    <slot />
    <button class="button button-stop shrink-0" :title="KEYS.emergency.shown" @click="emit('emergency')">
      Stop, emergency
    </button>
  </header>
</template>
