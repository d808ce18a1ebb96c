<script setup lang="ts">
import { useEventListener, useLocalStorage, useWindowSize } from '@vueuse/core'
import { TIERS } from '~~/core/catalogue/words'
import { LEAD_KEYS as KEYS } from '~/keys'
import { clockWords } from '~/words/clock'

/** Lead: one voice, four lanes; what now, which side, how long, what next, and one key to note what happened. */
definePageMeta({ layout: 'bare' })
const meeting = useMeeting()
const outbox = useOutbox()
const led = useClass()
const { view, begun, steps, reading, step, blockIndex, workElapsed, elapsedOfClass, cue } = led
const logging = useLogging(led)
const { picked } = logging
const voice = useSounding(led)
const { heard } = voice
const rehearsal = useRehearsal(led)
const emergencyAt = ref(0)
const changing = ref(false)

/** From how far the screen is read: from the room, in the hand, or on a phone. */
const DISTANCES = { room: 'Room', hand: 'Hand', pocket: 'Pocket' } as const
const NEXT = { room: 'hand', hand: 'pocket', pocket: 'room' } as const
const { width } = useWindowSize()
const chosen = useLocalStorage<keyof typeof DISTANCES | ''>('unhurried-circle-distance', '')
const fitting = computed(() => (width.value < 640 ? 'pocket' : 'hand'))
const distance = computed(() => (chosen.value === '' ? fitting.value : chosen.value))
const nextDistance = () => (chosen.value = NEXT[distance.value])

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
useKeys(KEYS, {
  toggle,
  on: led.on,
  back: led.back,
  skip: led.skip,
  longer: () => led.stretch(15),
  number: logging.number,
  done: () => logging.log('done'),
  partly: () => logging.log('partly'),
  eased: () => logging.log('eased'),
  more: () => logging.log('more'),
  stopped: () => logging.log('stopped'),
  hand: () => logging.addDetail({ support: 'hand' }),
  sitOut: () => logging.sitOut(''),
  pain: () => logging.ask('pain'),
  effort: () => logging.ask('effort'),
  ten: logging.ten,
  clean: () => logging.addDetail({ form: 'clean' }),
  slipped: () => logging.addDetail({ form: 'slipped' }),
  easy: () => logging.logFeel('easy'),
  hard: () => logging.logFeel('hard'),
  rest: () => logging.logTheRest(),
  undo: logging.undo,
  course: () => (changing.value = begun.value && !changing.value),
  distance: nextDistance,
  emergency,
  letGo: () => {
    logging.pick(null)
    changing.value = false
  },
})
// Space on a focused button would press it twice over; in the class it always means the clock.
useEventListener(
  'keyup',
  (event) => event.key === ' ' && event.target instanceof HTMLButtonElement && event.preventDefault(),
)
</script>

<template>
  <div
    class="min-h-dvh md:h-dvh flex flex-col md:overflow-hidden px-4 sm:px-5 py-2 gap-2"
    :class="distance === 'room' ? 'h-dvh overflow-hidden' : ''"
    data-test="lead"
    :data-status="reading.status"
    :data-step="reading.step"
    :data-kind="step?.kind"
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
          @change="rehearsal.setSpeed(Number(textIn($event)))"
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
      <button class="button button-stop" :title="KEYS.emergency.shown" @click="emergency">Stop, emergency</button>
    </div>
    <OutboxNote />
    <CutNote :is-said-already="outbox.isOffline && outbox.waiting > 0" />
    <p v-if="meeting.notice" class="bg-stop-soft border-l-4 border-stop px-3 py-1" role="alert" data-test="notice">
      {{ meeting.notice }}
    </p>
    <div v-if="steps.length === 0 || meeting.planned.blocks.length === 0" class="py-16 text-center space-y-4">
      <p class="text-xl">There is nothing to lead yet.</p>
      <NuxtLink :to="`/meetings/${view.meeting.id}/prepare`" class="button button-main">Prepare the plan</NuxtLink>
    </div>
    <template v-else>
      <LeadFar v-if="distance === 'room'" :led="led" class="flex-1 border-t border-line" />
      <LeadNow v-else :led="led" />
      <RememberedNow v-if="distance !== 'room'" :movement="led.block.value?.movement" />
      <p
        v-if="distance !== 'room' && cue"
        class="bg-sunk rounded-lg px-3 py-1.5 shrink-0"
        aria-live="polite"
        data-test="cue"
      >
        <span class="text-[1.15rem] leading-snug line-clamp-2">{{ cue.say }}</span>
      </p>
      <div class="flex flex-wrap items-center gap-2 shrink-0">
        <LeadControls
          v-model:changing="changing"
          :led="led"
          :is-small="distance === 'pocket'"
          :is-rehearsal="rehearsal.speed.value !== null"
          @toggle="toggle"
          @emergency="emergency"
          @rehearse="rehearsal.setSpeed(10)"
        />
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
            :title="KEYS.distance.shown"
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
