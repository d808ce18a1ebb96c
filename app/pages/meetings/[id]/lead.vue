<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { format } from 'date-fns'
import { TIERS } from '~~/core/catalogue/words'
import { doseWords } from '~~/core/plan/doseWords'
import type { OutcomeEvent } from '~~/core/lead/outcome'
import { clockWords } from '~/words/clockWords'
import { stepWords } from '~/words/stepWords'
import { calledName } from '~/words/tierWords'

/** Lead: one voice, four lanes; what now, which side, how long, what next, and one key to note what happened. */
definePageMeta({ layout: 'bare' })
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const led = useClass()
const { view, begun, steps, reading, leftSeconds, step, block, blockIndex, nextBlock, workElapsed, elapsedOfClass, moment, loggedBlock } = led

const people = computed(() => meeting.present.filter((person) => meeting.riders.get(person.id)?.today.takesPart))
const picked = ref<string | null>(null)
const pickedName = computed(() => calledName(people.value.find((person) => person.id === picked.value)?.name ?? ''))
const asking = ref<'pain' | 'effort' | null>(null)
const emergencyAt = ref('')
const loggedIndex = computed(() => (loggedBlock.value ? meeting.plan!.blocks.indexOf(loggedBlock.value) : blockIndex.value))
const nameOf = (movement: string | undefined) => catalogue.value.movements.get(movement ?? '')?.name ?? ''
const pickedOutcomes = computed(() => (picked.value && loggedBlock.value ? led.outcomesOf(picked.value, loggedBlock.value.id) : []))
/** What details go to: the side that was logged last. */
const lastLogged = ref<OutcomeEvent[]>([])
const shownOutcomes = computed(() => pickedOutcomes.value.filter((outcome) => lastLogged.value.length === 0 || lastLogged.value.some((last) => last.side === outcome.side)))
const wholeSeconds = computed(() => steps.value.reduce((sum, one) => sum + one.seconds, 0))
const isRunning = computed(() => reading.value.status === 'running')
const breath = computed(() => (step.value?.kind === 'work' && block.value?.dose.kind === 'breath' ? block.value.dose : null))
const waitingForLog = computed(() => people.value.filter((person) => loggedBlock.value && led.outcomesOf(person.id, loggedBlock.value.id).length === 0))

watch(() => moment.value?.blockId, () => {
  lastLogged.value = []
  asking.value = null
})

function pick(id: string): void {
  picked.value = picked.value === id ? null : id
  lastLogged.value = []
  asking.value = null
}
function log(done: OutcomeEvent['done']): void {
  if (picked.value === null) return
  lastLogged.value = led.log(picked.value, done)
  asking.value = done === 'stopped' ? 'pain' : null
}
function logTheRest(): void {
  for (const person of waitingForLog.value) led.log(person.id, 'done')
}
function addDetail(detail: Partial<OutcomeEvent>): void {
  if (shownOutcomes.value.length === 0) return
  lastLogged.value = led.addDetail(shownOutcomes.value, detail)
  asking.value = null
}
function number(points: number): void {
  if (asking.value && shownOutcomes.value.length > 0) addDetail({ [asking.value]: points })
  else if (people.value[points === 0 ? 9 : points - 1]) pick(people.value[points === 0 ? 9 : points - 1]!.id)
}
function emergency(): void {
  if (isRunning.value) led.toggle()
  emergencyAt.value = format(new Date(), 'HH:mm')
}
const ask = (what: 'pain' | 'effort' | null) => (asking.value = shownOutcomes.value.length > 0 ? what : null)

useKeys([
  { press: ' ', shown: 'Space', does: 'Start, pause, go on', run: led.toggle },
  { press: 'ArrowRight', shown: '→', does: 'On to what comes next', run: led.on },
  { press: 'ArrowLeft', shown: '←', does: 'Back', run: led.back },
  { press: 'ArrowDown', shown: '↓', does: 'Skip to the next movement', run: led.skip },
  { press: 'ArrowUp', shown: '↑', does: '15 s more', run: () => led.stretch(15) },
  ...Array.from({ length: 10 }, (_, at) => ({ press: String(at), shown: String(at), does: at === 0 ? 'Pick the tenth person' : `Pick person ${at}`, run: () => number(at) })),
  ...Array.from({ length: 9 }, (_, at) => ({ press: `shift+${at + 1}`, shown: `⇧${at + 1}`, does: `Pick person ${at + 11}`, run: () => { const person = people.value[at + 10]; if (person) pick(person.id) } })),
  { press: 'd', does: 'Picked person: done', run: () => log('done') },
  { press: 'p', does: 'Picked person: partly, as far as now', run: () => log('partly') },
  { press: 'e', does: 'Picked person: eased', run: () => log('eased') },
  { press: 's', does: 'Picked person: stopped', run: () => log('stopped') },
  { press: 'n', does: 'Add pain, then a number', run: () => ask('pain') },
  { press: 'f', does: 'Add effort, then a number', run: () => ask('effort') },
  { press: 't', does: 'Ten, when a number is asked', run: () => number(10) },
  { press: 'c', does: 'Clean form', run: () => addDetail({ form: 'clean' }) },
  { press: 'l', does: 'Form slipped', run: () => addDetail({ form: 'slipped' }) },
  { press: 'r', does: 'All who were not noted yet: done', run: logTheRest },
  { press: '!', does: 'Stop: emergency', run: emergency },
  { press: 'Escape', shown: 'Esc', does: 'Let the picked person go', run: () => ((picked.value = null), (asking.value = null)) },
])
// Space on a focused button would press it twice over; in the class it always means the clock.
useEventListener('keyup', (event) => event.key === ' ' && (event.target as HTMLElement).tagName === 'BUTTON' && event.preventDefault())
</script>

<template>
  <div class="min-h-dvh md:h-dvh flex flex-col md:overflow-hidden px-4 sm:px-5 py-2 gap-2" data-test="lead" :data-status="reading.status" :data-step="reading.step">
    <h1 class="sr-only">Lead</h1>
    <div class="flex flex-wrap md:flex-nowrap items-center gap-x-4 gap-y-1 shrink-0"><MeetingHead class="flex-1 min-w-0" /><p class="numerals text-faint whitespace-nowrap" data-test="class-clock">{{ clockWords(elapsedOfClass) }} of {{ clockWords(wholeSeconds) }}</p><button class="button button-stop" title="!" @click="emergency">Stop, emergency</button></div>
    <OutboxNote />
    <div v-if="steps.length === 0 || meeting.plan!.blocks.length === 0" class="py-16 text-center space-y-4"><p class="text-xl">There is nothing to lead yet.</p><NuxtLink :to="`/meetings/${view.meeting.id}/prepare`" class="button button-main">Prepare the plan</NuxtLink></div>
    <template v-else>
      <div class="flex flex-wrap sm:flex-nowrap items-center gap-x-8 border-t border-line pt-2 shrink-0">
        <div class="min-w-full sm:min-w-0 flex-1">
          <p class="text-[2.1rem] font-bold leading-none sm:truncate" data-test="now">{{ step?.blockId ? nameOf(block?.movement) : 'Back to where you began' }}</p>
          <p class="text-[1.6rem] leading-tight mt-1" data-test="step"><span class="font-semibold">{{ reading.status === 'ready' ? 'Ready when you are' : reading.status === 'finished' ? 'The class is over. Thank you.' : stepWords(step, view.circle) }}</span><template v-if="block && block.rounds > 1 && step?.kind === 'work'"> · round {{ step.round }} of {{ block.rounds }}</template><template v-if="block"> · <span class="text-faint">{{ doseWords(block.dose) }}</span></template></p>
          <p class="text-[1.1rem] text-faint truncate">{{ nextBlock ? `Next: ${nameOf(nextBlock.movement)}` : 'Next: back to where you began' }}</p>
        </div>
        <BreathPacer v-if="breath" :dose="breath" :elapsed-ms="reading.elapsedMs" :running="isRunning" />
        <p class="numerals font-bold leading-none text-[5rem] sm:text-[6.4rem]" role="timer" :aria-label="`${Math.ceil(leftSeconds)} seconds left`" data-test="left">{{ clockWords(Math.ceil(leftSeconds)) }}</p>
      </div>
      <div class="flex flex-wrap items-center gap-2 shrink-0">
        <button class="button button-main text-[1.15rem] min-w-32" title="Space" :disabled="led.stops.value.length > 0" @click="led.toggle">{{ reading.status === 'ready' ? 'Start' : isRunning ? 'Pause' : 'Go on' }}</button>
        <button class="button" title="←" :disabled="!begun" @click="led.back">Back</button>
        <button class="button" title="→" :disabled="!begun" @click="led.on">On</button>
        <button class="button" title="↓" :disabled="!begun" @click="led.skip">Skip</button>
        <button class="button" title="↑" :disabled="!begun" @click="led.stretch(15)">+15 s</button>
        <button v-if="begun && meeting.outcomes.length === 0" class="button button-quiet" @click="led.reset">Not begun after all</button>
        <NuxtLink v-if="reading.status === 'finished'" :to="`/meetings/${view.meeting.id}/reflect`" class="button button-main">On to Reflect</NuxtLink>
        <button v-else-if="begun" class="button button-quiet" @click="led.finish">End the class</button>
        <p v-if="led.stops.value.length > 0" class="bg-stop-soft border-l-4 border-stop px-3 py-1" role="alert" data-test="stops">Not to be led like this: {{ led.stops.value.map((check) => check.what).join('. ') }}. <NuxtLink :to="`/meetings/${view.meeting.id}/prepare`" class="underline">Mend it</NuxtLink></p>
        <p v-if="!meeting.someCame" class="text-[0.94rem] bg-mark-soft rounded-lg px-3 py-1">Nobody is ticked in Gather: all who are expected are shown.</p>
      </div>
      <div class="flex-1 md:min-h-0 md:overflow-y-auto grid lg:grid-cols-2 gap-x-8 content-start auto-rows-min">
        <template v-for="tier in TIERS" :key="tier"><ClassLane v-if="led.lane(tier)" :tier="tier" :lane="led.lane(tier)!" :block-index="blockIndex" :step-kind="step?.kind ?? 'introduce'" :work-elapsed="workElapsed" /></template>
        <p v-if="step && step.blockId === null" class="text-[1.3rem] py-6">Roll to the side, wait, sit, wait, stand. Nobody is rushed to their feet. Water for everybody.</p>
      </div>
      <div class="shrink-0 border-t border-line pt-2 space-y-2 md:max-h-[40dvh] md:overflow-y-auto">
        <div class="flex flex-wrap items-center gap-2">
          <p class="text-faint mr-1">{{ loggedBlock ? `Noting for ${nameOf(loggedBlock.movement)}` : 'Notes can be made once the first movement has begun' }}</p>
          <template v-if="loggedBlock">
            <button v-for="[done, words, key] in ([['done', 'Done', 'D'], ['partly', 'Partly', 'P'], ['eased', 'Eased', 'E'], ['stopped', 'Stopped', 'S']] as const)" :key="done" class="button" :class="done === 'stopped' ? 'button-stop' : ''" :disabled="picked === null" @click="log(done)">{{ words }} <kbd class="key">{{ key }}</kbd></button>
            <button class="button button-quiet" :disabled="waitingForLog.length === 0" @click="logTheRest">The other {{ waitingForLog.length }}: done <kbd class="key">R</kbd></button>
          </template>
        </div>
        <LogStrip v-if="picked" :outcomes="shownOutcomes" :name="pickedName" :asking="asking" @detail="addDetail" @ask="ask" />
        <ClassPeople :people="people" :picked="picked" :block-index="loggedIndex" :outcomes-of="(id) => (loggedBlock ? led.outcomesOf(id, loggedBlock.id) : [])" @pick="pick" />
      </div>
    </template>
    <EmergencySheet :open="emergencyAt !== ''" :at="emergencyAt" @close="emergencyAt = ''" />
    <KeySheet />
  </div>
</template>
