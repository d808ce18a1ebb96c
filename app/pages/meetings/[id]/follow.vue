<script setup lang="ts">
import { useWindowSize } from '@vueuse/core'
import { stepWords } from '~/words/lead'
import { clockWords } from '~/words/clock'

/** A second screen follows the class: a television in the hall, or a helper's phone. It presses nothing. */
definePageMeta({ layout: 'bare' })
const PHONE_PX = 640
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const led = useClass()
const { step, block, leftSeconds, reading, cue } = led
const { width } = useWindowSize()
const isPhone = computed(() => width.value < PHONE_PX)
</script>

<template>
  <div
    class="h-dvh overflow-hidden px-[3vw] flex flex-col"
    data-test="follow"
    :data-status="reading.status"
    :data-step="reading.step"
  >
    <h1 class="sr-only">The class, followed</h1>
    <CutNote class="shrink-0 mt-1 text-center" />
    <LeadFar v-if="!isPhone" :led="led" class="flex-1 min-h-0" />
    <section v-else class="flex-1 min-h-0 flex flex-col justify-between py-4" aria-label="For a helper">
      <p class="text-[2rem] font-bold leading-tight">
        {{ catalogue.movements.get(block?.movement ?? '')?.name ?? 'Back to where you began' }}
      </p>
      <p class="text-[1.6rem] font-semibold">{{ stepWords(step, meeting.sides) }}</p>
      <p
        class="numerals font-bold text-[7rem] leading-none text-center"
        role="timer"
        :aria-label="`${Math.ceil(leftSeconds)} seconds left`"
      >
        {{ clockWords(Math.ceil(leftSeconds)) }}
      </p>
      <p class="text-[1.2rem] leading-snug" aria-live="polite">{{ cue?.say }}</p>
    </section>
  </div>
</template>
