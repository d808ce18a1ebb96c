<script setup lang="ts">
import { useEventListener, useLocalStorage, useTimeoutFn, useWindowSize } from '@vueuse/core'
import { isSameWallDay } from '~~/core/calendar/wall'
import { LEAD_KEYS as KEYS } from '~/keys'

/** Lead: one voice, four lanes; what now, which side, how long, what next, and one key to note what happened. */
definePageMeta({ layout: 'bare' })
const meeting = useMeeting()
const outbox = useOutbox()
const led = useClass()
const { view, begun, steps, reading, step, cue } = led
const logging = useLogging(led)
const { picked } = logging
const voice = useSounding(led)
const soundsOpen = ref(false)
const rehearsal = useRehearsal(led)
const emergencyAt = ref(0)
const changing = ref(false)
const pressing = ref(false)
/** Somebody presses in the movement that is on: how even can be seen. */
const hasPress = computed(() =>
  [...meeting.riders.values()].some(({ offers }) =>
    offers[led.blockIndex.value]?.some(({ own }) => own.dose.kind === 'press'),
  ),
)

/** From how far the screen is read: from the room, in the hand, or on a phone. */
const NEXT = { room: 'hand', hand: 'pocket', pocket: 'room' } as const
const { width } = useWindowSize()
const chosen = useLocalStorage<keyof typeof NEXT | ''>('unhurried-circle-distance', '')
const fitting = computed(() => (width.value < 640 ? 'pocket' : 'hand'))
const distance = computed({
  get: () => (chosen.value === '' ? fitting.value : chosen.value),
  set: (to) => (chosen.value = to),
})
const isSmall = computed(() => distance.value === 'pocket')
const nextDistance = () => (chosen.value = NEXT[distance.value])

const isRunning = computed(() => reading.value.status === 'running')
/** A class of another day asks once before it begins. */
const isOtherDay = computed(
  () => !isSameWallDay(view.value.meeting.startsAt, meeting.now(), view.value.venue.zone ?? null),
)
const asksDay = ref(false)
const day = computed(() => meeting.wallAt(view.value.meeting.startsAt, 'EEEE d MMMM'))
function toggle(): void {
  voice.wake()
  const isFirst = reading.value.status === 'ready' && rehearsal.speed.value === null
  if (isFirst && isOtherDay.value && !asksDay.value) return void (asksDay.value = true)
  asksDay.value = false
  led.toggle()
}
/** What is said now lies over the head until it was said and read, and is gone. */
const READ_SECONDS = 4
const isSaid = ref(false)
const { start: hush } = useTimeoutFn(
  () => (isSaid.value = false),
  () => ((cue.value?.seconds ?? 0) + READ_SECONDS) * 1000,
  { immediate: false },
)
watch(
  () => cue.value?.say,
  (words) => {
    isSaid.value = words !== undefined
    if (words !== undefined) hush()
  },
)
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
  chain: () => logging.logChain(),
  undo: logging.undo,
  course: () => (changing.value = begun.value && !changing.value),
  press: () => (pressing.value = begun.value && !pressing.value),
  distance: nextDistance,
  emergency,
  letGo: () => {
    logging.pick(null)
    changing.value = asksDay.value = pressing.value = false
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
    class="relative h-dvh flex flex-col overflow-hidden px-3 sm:px-5 pb-2 gap-1.5"
    data-test="lead"
    :data-status="reading.status"
    :data-step="reading.step"
    :data-kind="step?.kind"
    :data-distance="distance"
  >
    <h1 class="sr-only">Lead</h1>
    <LeadHead
      :led="led"
      :is-small="isSmall"
      :said="distance === 'hand' && isSaid ? (cue?.say ?? null) : null"
      @emergency="emergency"
    >
      <LeadMenu v-model:distance="distance" :led="led" @toggle="toggle" @sounds="soundsOpen = true" />
    </LeadHead>
    <p v-if="distance !== 'room'" class="sr-only" aria-live="polite">{{ cue?.say }}</p>
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
    <OutboxNote />
    <CutNote :is-said-already="outbox.isOffline && outbox.waiting > 0" />
    <p v-if="meeting.notice" class="bg-stop-soft border-l-4 border-stop px-3 py-1" role="alert" data-test="notice">
      {{ meeting.notice }}
    </p>
    <p
      v-if="asksDay"
      class="bg-mark-soft border-l-8 border-mark px-3 py-1 flex flex-wrap gap-x-3 items-center shrink-0"
      role="alert"
      data-test="another-day"
    >
      <span
        >This class is of <strong class="font-semibold">{{ day }}</strong>, and that is not today.</span
      >
      <button class="button" @click="toggle">Begin it now all the same</button
      ><button class="button button-quiet" @click="asksDay = false">Leave it</button>
    </p>
    <p
      v-if="led.courseChanged.value"
      class="bg-mark-soft border-l-8 border-mark px-3 flex flex-wrap gap-x-3 items-center shrink-0"
      role="status"
      data-test="course-changed"
    >
      The course is changed: {{ led.courseChanged.value }}.
      <button class="button button-quiet" @click="led.takeCourseBack">Undo it</button>
    </p>
    <p
      v-if="led.stops.value.length > 0"
      class="bg-stop-soft border-l-4 border-stop px-3 py-1 shrink-0"
      role="alert"
      data-test="stops"
    >
      Not to be led like this: {{ led.stops.value.map((check) => check.what).join('. ') }}.
      <NuxtLink :to="`/meetings/${view.meeting.id}/prepare`" class="underline">Mend it</NuxtLink>
    </p>
    <div v-if="steps.length === 0 || meeting.planned.blocks.length === 0" class="py-16 text-center space-y-4">
      <p class="text-xl">There is nothing to lead yet.</p>
      <NuxtLink :to="`/meetings/${view.meeting.id}/prepare`" class="button button-main">Prepare the plan</NuxtLink>
    </div>
    <template v-else>
      <template v-if="distance === 'room'">
        <LeadFar :led="led" class="flex-1" />
        <LeadControls
          v-model:changing="changing"
          class="flex items-center justify-center gap-4"
          :led="led"
          :is-small="false"
          :is-rehearsal="rehearsal.speed.value !== null"
          @toggle="toggle"
          @rehearse="rehearsal.setSpeed(10)"
        />
      </template>
      <template v-else>
        <LeadNow :led="led" :is-small="isSmall">
          <LeadControls
            v-if="!isSmall"
            v-model:changing="changing"
            :led="led"
            :is-small="false"
            :is-rehearsal="rehearsal.speed.value !== null"
            @toggle="toggle"
            @rehearse="rehearsal.setSpeed(10)"
          />
        </LeadNow>
        <RememberedNow :movement="led.block.value?.movement" class="shrink-0" />
        <p v-if="!meeting.someCame && !begun" class="text-[0.94rem] bg-mark-soft rounded-lg px-3 py-1 shrink-0">
          Nobody is ticked in Gather: all who are expected are shown.
        </p>
        <CourseMenu
          v-if="changing"
          :led="led"
          class="shrink-0 max-h-[46dvh] overflow-y-auto"
          @done="changing = false"
        />
        <button
          v-if="begun && hasPress && !pressing"
          class="button button-quiet self-start shrink-0"
          data-test="even-press"
          @click="pressing = true"
        >
          How even the press is <kbd v-if="!isSmall" class="key">{{ KEYS.press.shown }}</kbd>
        </button>
        <PressPanel
          v-if="pressing"
          :led="led"
          :logging="logging"
          class="shrink-0 max-h-[52dvh] overflow-y-auto"
          @done="pressing = false"
        />
        <LeadLanes :led="led" :picked="picked" :is-small="isSmall" class="flex-1 border-t border-line" />
        <LeadControls
          v-if="isSmall"
          v-model:changing="changing"
          :led="led"
          is-small
          :is-rehearsal="rehearsal.speed.value !== null"
          @toggle="toggle"
          @rehearse="rehearsal.setSpeed(10)"
        />
        <LeadLog
          :led="led"
          :logging="logging"
          :is-small="isSmall"
          class="shrink-0 max-h-[52dvh] border-t-2 border-action pt-1.5"
        />
      </template>
    </template>
    <EmergencySheet :open="emergencyAt !== 0" :at="emergencyAt" :person="picked" @close="emergencyAt = 0" />
    <SoundSettings :open="soundsOpen" :voice="voice" @close="soundsOpen = false" />
    <KeySheet />
  </div>
</template>
