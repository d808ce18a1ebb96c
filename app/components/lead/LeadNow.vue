<script setup lang="ts">
import { doseWords } from '~~/core/plan/doseWords'
import type { LedClass } from '~/composables/useClass'
import { clockWords } from '~/words/clock'
import { stepWords } from '~/words/lead'

/** What is going on now, what comes next, and how long: as it is read in the hand. */
const { led } = defineProps<{ led: LedClass }>()
const meeting = useMeeting()
const catalogues = useCatalogue()
const { reading, step, block, nextBlock, pace, leftSeconds } = led
const nameOf = (movement: string | undefined) => catalogues.catalogue.movements.get(movement ?? '')?.name ?? ''
const nowWords = computed(() => {
  if (reading.value.status === 'ready') return 'Ready when you are'
  return reading.value.status === 'finished' ? 'The class is over. Thank you.' : stepWords(step.value, meeting.sides)
})
</script>

<template>
  <div class="flex flex-wrap sm:flex-nowrap items-center gap-x-8 border-t border-line pt-2 shrink-0">
    <div class="min-w-full sm:min-w-0 flex-1">
      <p class="text-[2.1rem] font-bold leading-none sm:truncate" data-test="now">
        {{ step?.blockId ? nameOf(block?.movement) : 'Back to where you began' }}
      </p>
      <p class="text-[1.6rem] leading-tight mt-1" data-test="step">
        <span class="font-semibold">{{ nowWords }}</span><template
          v-if="block && block.rounds > 1 && step?.kind === 'work'"
        >
          · round {{ step.round }} of {{ block.rounds }}</template
        ><template v-if="block">
          · <span class="text-faint">{{ doseWords(block.dose) }}</span></template
        >
      </p>
      <p class="text-[1.1rem] text-faint truncate">
        {{ nextBlock ? `Next: ${nameOf(nextBlock.movement)}` : 'Next: back to where you began' }}
      </p>
    </div>
    <PaceDisc v-if="pace" :moment="pace" :running="reading.status === 'running'" />
    <p
      class="numerals font-bold leading-none text-[5rem] sm:text-[6.4rem]"
      role="timer"
      :data-left-ms="reading.leftMs"
      :aria-label="`${Math.ceil(leftSeconds)} seconds left`"
      data-test="left"
    >
      {{ clockWords(Math.ceil(leftSeconds)) }}
    </p>
  </div>
</template>
