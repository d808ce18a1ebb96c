<script setup lang="ts">
import { doseWords } from '~~/core/plan/doseWords'
import type { LedClass } from '~/composables/useClass'
import { clockWords } from '~/words/clock'
import { stepWords } from '~/words/lead'

/** The class as it is read from six metres: what, which side, how long, how many, what next. Nothing scrolls. */
const { led } = defineProps<{ led: LedClass }>()
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const { step, block, nextBlock, reading, leftSeconds, pace, cue } = led
const nameOf = (movement: string | undefined) => catalogue.value.movements.get(movement ?? '')?.name ?? ''
const isRunning = computed(() => reading.value.status === 'running')
</script>

<template>
  <section
    class="h-full min-h-0 overflow-hidden flex flex-col justify-between py-[2vh]"
    aria-label="For the room"
    data-test="far"
  >
    <div>
      <p class="font-bold leading-[1.05] text-[min(11vh,8.5vw)] line-clamp-2">
        {{ step?.blockId ? nameOf(block?.movement) : 'Back to where you began' }}
      </p>
      <p class="leading-tight text-[min(7vh,6vw)] mt-[1vh]">
        <span class="font-semibold">{{
          reading.status === 'ready'
            ? 'Ready when you are'
            : reading.status === 'finished'
              ? 'Thank you'
              : stepWords(step, meeting.sides)
        }}</span><template v-if="block && step?.kind === 'work'"
          ><span class="text-faint">
            · {{ doseWords(block.dose)
            }}<template v-if="block.rounds > 1">, round {{ step.round }} of {{ block.rounds }}</template></span
          ></template
        >
      </p>
    </div>
    <div class="flex items-center justify-around gap-[3vw] min-h-0">
      <PaceDisc v-if="pace" :moment="pace" :running="isRunning" large />
      <p
        class="numerals font-bold leading-none text-[min(38vh,26vw)]"
        role="timer"
        :data-left-ms="reading.leftMs"
        :aria-label="`${Math.ceil(leftSeconds)} seconds left`"
      >
        {{ clockWords(Math.ceil(leftSeconds)) }}
      </p>
    </div>
    <div>
      <p class="text-[min(4.6vh,4vw)] leading-snug line-clamp-2 min-h-[1.4em]" aria-live="polite">{{ cue?.say }}</p>
      <p class="text-[min(4.6vh,4vw)] text-faint truncate">
        {{ nextBlock ? `Next: ${nameOf(nextBlock.movement)}` : 'Next: back to where you began' }}
      </p>
    </div>
  </section>
</template>
