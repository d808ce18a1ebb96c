<script setup lang="ts">
import { doseWords } from '~~/core/plan/doseWords'
import type { LedClass } from '~/composables/useClass'
import { clockWords } from '~/words/clock'
import { chainPartWords } from '~~/core/plan/chain'
import { stepWords } from '~/words/lead'

/**
 * What is going on now, what comes next, and how long: as it is read in the hand. The hand on the class in its middle.
 */
const { led, isSmall } = defineProps<{ led: LedClass; isSmall: boolean }>()
const meeting = useMeeting()
const catalogues = useCatalogue()
const { reading, step, block, nextBlock, pace, leftSeconds } = led
const nameOf = (movement: string | undefined) => catalogues.catalogue.movements.get(movement ?? '')?.name ?? ''
const isOver = computed(() => reading.value.status === 'finished')
const nowWords = computed(() => {
  if (reading.value.status === 'ready') return 'Ready when you are'
  return isOver.value ? 'Thank you.' : stepWords(step.value, meeting.sides)
})
const title = computed(() => {
  if (isOver.value) return 'The class is over'
  return step.value?.blockId ? nameOf(block.value?.movement) : 'Back to where you began'
})
/** Which part of a chain it is. */
const chainWords = computed(() => chainPartWords(meeting.planned.blocks, block.value?.id ?? ''))
/** Whoever holds still needs no disc that says so. */
const paced = computed(() => (pace.value && pace.value.count !== null ? pace.value : null))
</script>

<template>
  <div
    class="flex items-center gap-x-5 shrink-0"
    :class="isSmall ? 'min-h-[6rem]' : 'flex-wrap lg:flex-nowrap justify-between min-h-[7.4rem]'"
  >
    <div class="min-w-0 flex-1" :class="isSmall ? '' : 'max-lg:basis-full'">
      <p
        class="font-bold leading-[1.05]"
        :class="
          isSmall
            ? 'text-[1.5rem] line-clamp-2'
            : 'text-[2.5rem] md:line-clamp-1 lg:max-xl:line-clamp-2 lg:max-xl:text-[1.9rem]'
        "
        data-test="now"
      >
        {{ title }}
      </p>
      <p class="leading-tight mt-1" :class="isSmall ? 'text-[1.15rem]' : 'text-[1.7rem]'" data-test="step">
        <span class="font-semibold">{{ nowWords }}</span><template v-if="!isOver && block && step?.kind === 'work'"
          >, <span v-if="block.rounds > 1">round {{ step.round }} of {{ block.rounds }}, </span
          ><span class="text-faint">{{ doseWords(block.dose) }}</span></template
        >
      </p>
      <p v-if="!isOver && !isSmall" class="text-[1.15rem] text-faint truncate mt-1">
        <span v-if="chainWords" data-test="chain-part">{{ chainWords }}. </span
        >{{ nextBlock ? `After this: ${nameOf(nextBlock.movement)}` : 'After this: back to where you began' }}
      </p>
    </div>
    <slot />
    <PaceDisc v-if="paced" :moment="paced" :running="reading.status === 'running'" :size-rem="isSmall ? 4.6 : 6.4" />
    <p
      v-if="!isOver"
      class="numerals font-bold leading-none"
      :class="isSmall ? 'text-[4rem]' : 'text-[5rem] sm:text-[7.6rem] lg:max-xl:text-[5.4rem]'"
      role="timer"
      :data-left-ms="reading.leftMs"
      :aria-label="`${Math.ceil(leftSeconds)} seconds left`"
      data-test="left"
    >
      {{ clockWords(Math.ceil(leftSeconds)) }}
    </p>
  </div>
</template>
