<script setup lang="ts">
import { useEventListener, useLocalStorage, useWindowSize } from '@vueuse/core'
import { TIERS } from '~~/core/catalogue/words'
import { doseWords } from '~~/core/plan/doseWords'
import { clockWords } from '~/words/clock'
import { stepWords } from '~/words/lead'

/** Lead: one voice, four lanes; what now, which side, how long, what next, and one key to note what happened. */
definePageMeta({ layout: 'bare' })
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const led = useClass()
const {
  view,
  begun,
  steps,
  reading,
  leftSeconds,
  step,
  block,
  blockIndex,
  nextBlock,
  workElapsed,
  elapsedOfClass,
  pace,
  cue,
} = led
const logging = useLogging(led)
const { picked } = logging
const voice = useSounding(led)
const { heard } = voice
const rehearsal = useRehearsal(led)
const emergencyAt = ref(0)
const changing = ref(false)

/** From how far the screen is read: from the room, in the hand, or on a phone. */
const DISTANCES = { room: 'Room', hand: 'Hand', pocket: 'Pocket' } as const
const { width } = useWindowSize()
const chosen = useLocalStorage<keyof typeof DISTANCES | ''>('unhurried-circle-distance', '')
const fitting = computed(() => (width.value < 640 ? 'pocket' : 'hand'))
const distance = computed(() => (chosen.value === '' ? fitting.value : chosen.value))
const nextDistance = () =>
  (chosen.value = { room: 'hand', hand: 'pocket', pocket: 'room' }[distance.value] as keyof typeof DISTANCES)

const nameOf = (movement: string | undefined) => catalogue.value.movements.get(movement ?? '')?.name ?? ''
const wholeSeconds = computed(() => steps.value.reduce((sum, one) => sum + one.seconds, 0))
const isRunning = computed(() => reading.value.status === 'running')
function toggle(): void {
  voice.wake()
  led.toggle()
}
function emergency(): void {
  if (isRunning.value) led.toggle()
  emergencyAt.value = meeting.now()
}
useKeys([
  { press: ' ', shown: 'Space', does: 'Start, pause, go on', overButtons: true, run: toggle },
  { press: 'ArrowRight', shown: '→', does: 'On to what comes next', run: led.on },
  { press: 'ArrowLeft', shown: '←', does: 'Back', run: led.back },
  { press: 'ArrowDown', shown: '↓', does: 'Skip to the next movement', run: led.skip },
  { press: 'ArrowUp', shown: '↑', does: '15 s more', run: () => led.stretch(15) },
  ...Array.from({ length: 10 }, (_, at) => ({
    press: String(at),
    shown: String(at),
    does: at === 0 ? 'Pick the tenth person' : `Pick person ${at}`,
    run: () => logging.number(at),
  })),
  ...Array.from({ length: 9 }, (_, at) => ({
    press: `shift+${at + 1}`,
    shown: `⇧${at + 1}`,
    does: `Pick person ${at + 11}`,
    run: () => {
      const person = logging.people.value[at + 10]
      if (person) logging.pick(person.id)
    },
  })),
  { press: 'd', does: 'Picked person: done', run: () => logging.log('done') },
  { press: 'p', does: 'Picked person: partly, as far as now', run: () => logging.log('partly') },
  { press: 'e', does: 'Picked person: eased', run: () => logging.log('eased') },
  { press: 'm', does: 'Picked person: did more', run: () => logging.log('more') },
  { press: 's', does: 'Picked person: stopped', run: () => logging.log('stopped') },
  { press: 'h', does: 'Picked person: needed a hand', run: () => logging.addDetail({ support: 'hand' }) },
  { press: 'x', does: 'Picked person: sits out', run: () => logging.sitOut('') },
  { press: 'n', does: 'Add pain, then a number', run: () => logging.ask('pain') },
  { press: 'f', does: 'Add effort, then a number', run: () => logging.ask('effort') },
  { press: 't', does: 'Ten, when a number is asked', run: () => logging.number(10) },
  { press: 'c', does: 'Clean form', run: () => logging.addDetail({ form: 'clean' }) },
  { press: 'l', does: 'Form slipped', run: () => logging.addDetail({ form: 'slipped' }) },
  { press: 'r', does: 'All who were not noted yet: done', run: logging.logTheRest },
  { press: 'k', does: 'Change course', run: () => (changing.value = begun.value && !changing.value) },
  { press: 'v', does: 'Room, hand or pocket', run: nextDistance },
  { press: '!', does: 'Stop: emergency', run: emergency },
  {
    press: 'Escape',
    shown: 'Esc',
    does: 'Let the picked person go',
    run: () => {
      logging.pick(null)
      changing.value = false
    },
  },
])
// Space on a focused button would press it twice over; in the class it always means the clock.
useEventListener(
  'keyup',
  (event) => event.key === ' ' && (event.target as HTMLElement).tagName === 'BUTTON' && event.preventDefault(),
)
</script>

<template>
  <div
    class="min-h-dvh md:h-dvh flex flex-col md:overflow-hidden px-4 sm:px-5 py-2 gap-2"
    :class="distance === 'room' ? 'h-dvh overflow-hidden' : ''"
    data-test="lead"
    :data-status="reading.status"
    :data-step="reading.step"
    :data-distance="distance"
  >
    <h1 class="sr-only">Lead</h1>
    <p
      v-if="rehearsal.speed.value"
      class="bg-mark-soft rounded-lg px-4 py-1.5 flex flex-wrap items-center gap-3 shrink-0"
      role="status"
      data-test="rehearsal"
    >
      A rehearsal with simulated people: nothing of it is kept.<label class="flex items-center gap-2"
        >Speed<select
          class="field w-24 py-0"
          :value="rehearsal.speed.value"
          @change="rehearsal.setSpeed(Number(($event.target as HTMLSelectElement).value))"
        >
          <option v-for="times in [1, 2, 5, 10, 30]" :key="times" :value="times">{{ times }} ×</option>
        </select></label
      ><button class="button ml-auto" @click="rehearsal.setSpeed(null)">End the rehearsal</button>
    </p>
    <div v-if="distance !== 'pocket'" class="flex flex-wrap md:flex-nowrap items-center gap-x-4 gap-y-1 shrink-0">
      <MeetingHead class="flex-1 min-w-0" />
      <p class="numerals text-faint whitespace-nowrap" data-test="class-clock">
        {{ clockWords(elapsedOfClass) }} of {{ clockWords(wholeSeconds) }}
      </p>
      <button class="button button-stop" title="!" @click="emergency">Stop, emergency</button>
    </div>
    <OutboxNote />
    <div v-if="steps.length === 0 || meeting.plan!.blocks.length === 0" class="py-16 text-center space-y-4">
      <p class="text-xl">There is nothing to lead yet.</p>
      <NuxtLink :to="`/meetings/${view.meeting.id}/prepare`" class="button button-main">Prepare the plan</NuxtLink>
    </div>
    <template v-else>
      <LeadFar v-if="distance === 'room'" :led="led" class="flex-1 border-t border-line" />
      <div v-else class="flex flex-wrap sm:flex-nowrap items-center gap-x-8 border-t border-line pt-2 shrink-0">
        <div class="min-w-full sm:min-w-0 flex-1">
          <p class="text-[2.1rem] font-bold leading-none sm:truncate" data-test="now">
            {{ step?.blockId ? nameOf(block?.movement) : 'Back to where you began' }}
          </p>
          <p class="text-[1.6rem] leading-tight mt-1" data-test="step">
            <span class="font-semibold">{{
              reading.status === 'ready'
                ? 'Ready when you are'
                : reading.status === 'finished'
                  ? 'The class is over. Thank you.'
                  : stepWords(step, meeting.sides)
            }}</span><template v-if="block && block.rounds > 1 && step?.kind === 'work'">
              · round {{ step.round }} of {{ block.rounds }}</template
            ><template v-if="block">
              · <span class="text-faint">{{ doseWords(block.dose) }}</span></template
            >
          </p>
          <p class="text-[1.1rem] text-faint truncate">
            {{ nextBlock ? `Next: ${nameOf(nextBlock.movement)}` : 'Next: back to where you began' }}
          </p>
        </div>
        <PaceDisc v-if="pace" :moment="pace" :running="isRunning" />
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
      <p
        v-if="distance !== 'room' && cue"
        class="text-[1.15rem] leading-snug bg-sunk rounded-lg px-3 py-1.5 shrink-0 line-clamp-2"
        aria-live="polite"
        data-test="cue"
      >
        {{ cue.say }}
      </p>
      <div class="flex flex-wrap items-center gap-2 shrink-0">
        <button
          class="button button-main text-[1.15rem] min-w-32"
          title="Space"
          :disabled="led.stops.value.length > 0"
          @click="toggle"
        >
          {{ reading.status === 'ready' ? 'Start' : isRunning ? 'Pause' : 'Go on' }}
        </button>
        <button v-if="distance !== 'pocket'" class="button" title="←" :disabled="!begun" @click="led.back">Back</button>
        <button class="button" title="→" :disabled="!begun" @click="led.on">On</button>
        <button v-if="distance !== 'pocket'" class="button" title="↓" :disabled="!begun" @click="led.skip">Skip</button>
        <button class="button" title="↑" :disabled="!begun" @click="led.stretch(15)">+15 s</button>
        <button
          v-if="begun && reading.status !== 'finished' && distance !== 'pocket'"
          class="button"
          :class="changing ? 'button-on' : ''"
          title="K"
          :aria-expanded="changing"
          @click="changing = !changing"
        >
          Change course
        </button>
        <button v-if="distance === 'pocket'" class="button button-stop" title="!" @click="emergency">
          Stop, emergency
        </button>
        <button v-if="begun && meeting.outcomes.length === 0" class="button button-quiet" @click="led.reset">
          Not begun after all
        </button>
        <NuxtLink
          v-if="reading.status === 'finished' && !rehearsal.speed.value"
          :to="`/meetings/${view.meeting.id}/reflect`"
          class="button button-main"
          >On to Reflect</NuxtLink
        >
        <button
          v-else-if="begun && reading.status !== 'finished' && distance !== 'pocket'"
          class="button button-quiet"
          @click="led.finish"
        >
          End the class
        </button>
        <button
          v-if="!begun && !rehearsal.speed.value && distance !== 'pocket'"
          class="button"
          @click="rehearsal.setSpeed(10)"
        >
          Rehearse
        </button>
        <SoundMenu v-if="distance !== 'pocket'" v-model="heard" :can-speak="voice.canSpeak" />
        <NuxtLink
          v-if="distance !== 'pocket'"
          :to="`/meetings/${view.meeting.id}/follow`"
          target="_blank"
          class="button"
          >Second screen</NuxtLink
        >
        <span class="ml-auto flex rounded-full border border-line overflow-hidden" role="group" aria-label="Read from"
          ><button
            v-for="(words, key) in DISTANCES"
            :key="key"
            class="px-3 min-h-11"
            :class="distance === key ? 'bg-action-soft font-semibold' : 'hover:bg-sunk'"
            :aria-pressed="distance === key"
            title="V"
            @click="chosen = key"
          >
            {{ words }}
          </button></span
        >
        <p
          v-if="led.stops.value.length > 0"
          class="bg-stop-soft border-l-4 border-stop px-3 py-1"
          role="alert"
          data-test="stops"
        >
          Not to be led like this: {{ led.stops.value.map((check) => check.what).join('. ') }}.
          <NuxtLink :to="`/meetings/${view.meeting.id}/prepare`" class="underline">Mend it</NuxtLink>
        </p>
        <p v-if="!meeting.someCame && distance === 'hand'" class="text-[0.94rem] bg-mark-soft rounded-lg px-3 py-1">
          Nobody is ticked in Gather: all who are expected are shown.
        </p>
      </div>
      <CourseMenu v-if="changing" :led="led" class="shrink-0 max-h-[46dvh] overflow-y-auto" @done="changing = false" />
      <div
        v-if="distance === 'hand'"
        class="flex-1 md:min-h-[11rem] md:overflow-y-auto grid lg:grid-cols-2 gap-x-8 content-start auto-rows-min"
        tabindex="0"
        role="region"
        aria-label="The lanes"
      >
        <template v-for="tier in TIERS" :key="tier"
          ><ClassLane
            v-if="led.lane(tier)"
            :tier="tier"
            :lane="led.lane(tier)!"
            :block-index="blockIndex"
            :step-kind="step?.kind ?? 'introduce'"
            :work-elapsed="workElapsed"
            :compact="picked !== null"
        /></template>
        <p v-if="step && step.blockId === null" class="text-[1.3rem] py-6">
          Roll to the side, wait, sit, wait, stand. Nobody is rushed to their feet. Water for everybody.
        </p>
      </div>
      <LeadLog
        v-if="distance !== 'room'"
        :led="led"
        :logging="logging"
        class="shrink-0 border-t border-line pt-2"
        :class="distance === 'hand' ? 'md:max-h-[36dvh] md:overflow-y-auto' : ''"
      />
    </template>
    <EmergencySheet :open="emergencyAt !== 0" :at="emergencyAt" :person="picked" @close="emergencyAt = 0" />
    <KeySheet />
  </div>
</template>
