<script setup lang="ts">
import { entryOf } from '~~/core/entries'
import { REFLECT_KEYS as KEYS } from '~/keys'
import type { Tier } from '~~/core/catalogue/words'
import { isEasing } from '~~/core/reflect/decide'
import DecisionRow from '~/components/reflect/DecisionRow.vue'
import type { FlareStep } from '~~/core/reflect/flareSteps'
import type { StepBack } from '~~/core/reflect/stepsBack'
import { stepRuleWords } from '~~/core/reflect/ruleWords'
import type { BlockTurn } from '~~/core/reflect/blockTurns'
import type { ProposedDecision } from '~~/core/contract/reflection'
import { decisionKey } from '~~/core/reflect/answer'
import type { TierStepTaken } from '~~/core/reflect/tierChange'
import { refusalOf } from '~/composables/useRefusal'

/** Reflect: one line a person and movement, what to ease first; accepted ones are next week's levels and dials. */
const meeting = useMeeting()
const reflection = useReflection()
const outbox = useOutbox()
const { isLead } = useAccount()
const { catalogue } = storeToRefs(useCatalogue())
const problem = ref('')
const said = ref('')
/** Rows by their decision: groups come and go, so their order on the page is no key. */
const rows = new Map<string, InstanceType<typeof DecisionRow>>()
const keyOf = (one: ProposedDecision) => decisionKey(one)
const keepRow = (one: ProposedDecision) => (row: unknown) =>
  void (row ? rows.set(keyOf(one), row as InstanceType<typeof DecisionRow>) : rows.delete(keyOf(one)))
const selectedRow = () => {
  const one = inOrder.value[selected.value]
  return one && rows.get(keyOf(one))
}

if (isLead.value) {
  await outbox.send()
  await reflection.open(meeting.opened.meeting.id)
}
/** In the order in which they are looked at. */
const GROUPS = [
  { key: 'hurt', title: 'Hurt', has: (one: ProposedDecision) => one.isHurt },
  { key: 'ease', title: 'Ease', has: (one: ProposedDecision) => isEasing(one.kind) && !one.isHurt },
  { key: 'ask', title: 'Ask', has: (one: ProposedDecision) => one.kind === 'ask' },
  { key: 'step', title: 'Step on', has: (one: ProposedDecision) => one.kind === 'step-up' },
] as const
const isStaying = (one: ProposedDecision) => one.kind === 'stay' || one.kind === 'too-early'
const nameOf = (id: string) => meeting.nameOf(id) || 'Somebody'
const order = computed(() => new Map(meeting.opened.people.map((person, at) => [person.id, at])))
const inOrderOfPeople = (list: ProposedDecision[]) =>
  list.toSorted((a, b) => entryOf(order.value, a.participant) - entryOf(order.value, b.participant))
const groups = computed(() =>
  GROUPS.map((group) => ({ ...group, decisions: inOrderOfPeople(reflection.decisions.filter(group.has)) })).filter(
    (group) => group.decisions.length > 0,
  ),
)
const staying = computed(() => inOrderOfPeople(reflection.decisions.filter(isStaying)))
const unfolded = ref(false)
const inOrder = computed(() => [
  ...groups.value.flatMap((group) => group.decisions),
  ...(unfolded.value ? staying.value : []),
])
const selected = ref(0)
const rowOf = (decision: ProposedDecision) => inOrder.value.indexOf(decision)
const isOpen = (decision: ProposedDecision) =>
  reflection.settledOf(decision) === null && reflection.waitingOf(decision) === null
const open = computed(() => reflection.decisions.filter(isOpen))
const unsent = computed(() => reflection.decisions.filter((decision) => reflection.waitingOf(decision)).length)
const plain = computed(() => open.value.filter((decision) => !decision.isContested))
const tiers = computed(() => Object.entries(reflection.tiers).map(([id, step]) => ({ id, step })))
const urgent = computed(() => tiers.value.filter(({ step }) => step.kind !== 'gate'))
const gates = computed(() => tiers.value.filter(({ step }) => step.kind === 'gate'))
const judgedWords = computed(() => {
  const { judgement } = catalogue.value
  const { judging } = meeting.opened.circle
  return school.value ? stepRuleWords({ school: school.value, judging, judgement }) : ''
})
const back = (step: StepBack) =>
  tried(async () => {
    await reflection.stepBack(step)
    said.value = `${nameOf(step.participant)}: taken back, and written into the ledger.`
  })
const flare = (step: FlareStep) =>
  tried(async () => {
    await reflection.flare(step)
    said.value = `${nameOf(step.participant)}: written into the ledger.`
  })
const school = computed(() => catalogue.value.schools.get(meeting.planned.school))

async function tried(work: () => Promise<void>): Promise<void> {
  problem.value = said.value = ''
  try {
    await work()
  } catch (error) {
    problem.value = Object.values(refusalOf(error).fields)[0] ?? refusalOf(error).message
  }
}
const acceptAll = () =>
  tried(() =>
    reflection.answer(
      plain.value.map((decision) => ({
        decision,
        toLevel: decision.toLevel,
        dial: decision.turn?.dial ?? null,
        reason: '',
      })),
    ),
  )
const raise = (dose: BlockTurn) =>
  tried(async () => {
    said.value = `It is in the plan of ${meeting.wallAt(await reflection.raise(dose), 'd MMMM')}.`
  })
const move = (id: string, step: TierStepTaken, to: Tier) =>
  tried(async () => {
    await reflection.moveTier(id, step, to, '')
    said.value = `${nameOf(id)}: written into the ledger.`
  })
function stepBy(by: number): void {
  selected.value = Math.max(0, Math.min(inOrder.value.length - 1, selected.value + by))
  nextTick(() => document.querySelector('[data-selected="true"]')?.scrollIntoView({ block: 'nearest' }))
}
async function acceptSelected(): Promise<void> {
  await selectedRow()?.accept()
  stepBy(1)
}
useKeys(KEYS, {
  next: () => stepBy(1),
  previous: () => stepBy(-1),
  accept: acceptSelected,
  change: () => selectedRow()?.change(),
  refuse: () => selectedRow()?.refuse(),
  all: acceptAll,
})
</script>

<template>
  <div class="space-y-4">
    <MeetingHead />
    <h1 class="sr-only">Reflect</h1>
    <Suspense v-if="isLead && reflection.asOf === null"><AccidentList /></Suspense>
    <p v-if="!isLead" class="py-10">Decisions are made by a lead. Thank you for leading and noting.</p>
    <div v-else-if="reflection.decisions.length === 0" class="py-16 text-center space-y-4">
      <p class="text-xl">Nothing was noted in this class yet, so there is nothing to decide.</p>
      <NuxtLink :to="`/meetings/${meeting.opened.meeting.id}/lead`" class="button button-main">Back to Lead</NuxtLink>
    </div>
    <template v-else>
      <ReflectedHere />
      <ReflectHead :open="open" :plain="plain.length" :unsent="unsent" @accept-all="acceptAll" />
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
      <p v-if="said" class="text-action" role="status" data-test="said">{{ said }}</p>
      <WeekAtHome :at-home="reflection.atHome" />
      <section
        v-if="reflection.takeBack.length + reflection.flares.length > 0"
        aria-label="The days after"
        class="border-t border-line pt-3"
        data-group="after"
      >
        <h2>The days after</h2>
        <div v-for="step in reflection.takeBack" :key="step.entry" class="flex flex-wrap items-center gap-4 py-2 px-2">
          <p class="flex-1 min-w-60">
            <strong class="font-semibold">{{ nameOf(step.participant) }}</strong>,
            {{ catalogue.movements.get(step.movement)?.name.toLowerCase() }}: take back
            {{ step.words || `level ${step.fromLevel} → ${step.toLevel}` }}.
            <span class="text-faint">{{ step.because }}</span>
          </p>
          <button class="button" @click="back(step)">Take it back</button>
        </div>
        <div
          v-for="step in reflection.flares"
          :key="`${step.participant} ${step.region}`"
          class="flex flex-wrap items-center gap-4 py-2 px-2"
        >
          <p class="flex-1 min-w-60">
            <strong class="font-semibold">{{ nameOf(step.participant) }}</strong>,
            {{ step.region.replaceAll('-', ' ') }}:
            {{ step.kind === 'begin' ? 'a flare, a level easier for some weeks' : 'one level back' }}.
            <span class="text-faint">{{ step.because }}</span>
          </p>
          <button class="button" @click="flare(step)">
            {{ step.kind === 'begin' ? 'Ease this part' : step.levels === 0 ? 'It is over' : 'One level back' }}
          </button>
        </div>
      </section>
      <section v-for="group in groups" :key="group.key" :aria-label="group.title" :data-group="group.key">
        <h2 class="sr-only">{{ group.title }}</h2>
        <ul class="divide-y divide-line border-t border-line">
          <DecisionRow
            v-for="decision in group.decisions"
            :key="keyOf(decision)"
            :ref="keepRow(decision)"
            :decision="decision"
            :name="nameOf(decision.participant)"
            :settled="reflection.settledOf(decision)"
            :selected="rowOf(decision) === selected"
            :data-selected="rowOf(decision) === selected"
            @select="selected = rowOf(decision)"
          />
        </ul>
      </section>
      <section
        v-if="reflection.doses.length > 0"
        aria-label="Doses to raise"
        class="border-t border-line pt-3"
        data-group="doses"
      >
        <h2>The block’s dose</h2>
        <div v-for="dose in reflection.doses" :key="dose.blockId" class="flex flex-wrap items-center gap-4 py-2 px-2">
          <p class="flex-1 min-w-60">
            <strong class="font-semibold">{{ catalogue.movements.get(dose.movement)?.name }}</strong>:
            {{ dose.turn.words }}.
            <span class="text-faint">{{ dose.earned }} of {{ dose.of }} have earned it, and all share one clock.</span>
          </p>
          <button class="button" @click="raise(dose)">Raise it in the next plan</button>
        </div>
      </section>
      <section v-if="tiers.length > 0" aria-label="Tiers" class="border-t border-line pt-3" data-group="tier">
        <h2>Tier</h2>
        <TierRow
          v-for="{ id, step } in urgent"
          :key="id"
          :step="step"
          :name="nameOf(id)"
          @move="(kind, to) => move(id, kind, to)"
        />
        <details v-if="gates.length > 0">
          <summary class="cursor-pointer min-h-11 px-2 text-faint">{{ gates.length }} before their next gate</summary>
          <TierRow v-for="{ id, step } in gates" :key="id" :step="step" :name="nameOf(id)" />
        </details>
      </section>
      <section v-if="staying.length > 0" aria-label="Stay" data-group="stay">
        <button
          class="flex items-center gap-4 min-h-16 w-full px-2 bg-sunk text-left"
          :aria-expanded="unfolded"
          @click="unfolded = !unfolded"
        >
          <h2 class="text-base">
            Stay <span class="text-xl ml-1">{{ staying.length }}</span>
          </h2>
          <span class="text-faint flex-1">As they are, nothing to do. Opened here, each can still be changed.</span>
          <span class="text-action font-semibold">{{ unfolded ? 'Fold' : 'Show' }}</span>
        </button>
        <ul v-if="unfolded" class="divide-y divide-line">
          <DecisionRow
            v-for="decision in staying"
            :key="keyOf(decision)"
            :ref="keepRow(decision)"
            :decision="decision"
            :name="nameOf(decision.participant)"
            :settled="reflection.settledOf(decision)"
            :selected="rowOf(decision) === selected"
            :data-selected="rowOf(decision) === selected"
            @select="selected = rowOf(decision)"
          />
        </ul>
      </section>
      <details class="text-faint">
        <summary class="cursor-pointer min-h-11 px-2 flex items-center">How this is worked out</summary>
        <p class="max-w-4xl px-2 text-[0.94rem]">
          {{ school?.name }}: {{ judgedWords }} No step where it pinched, slipped or a hand was needed, and the weaker
          side steps first. What was not noted stays empty and never counts; where it could decide, it is asked next
          time. It is eased where it hurt, was stopped, where next to nothing was done, or the rung is out of reach now.
          A dashed line is the target; a filled bar is the left side or both, an outlined one the right; ~ form slipped,
          ? amount not noted.
        </p>
      </details>
    </template>
  </div>
</template>
