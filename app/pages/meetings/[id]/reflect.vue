<script setup lang="ts">
import type { ProposedDecision } from '~/stores/reflection'
import { refusalOf } from '~/composables/useRefusal'

/** Reflect: one decision for each person and movement, with its evidence; accepted ones are next week's levels. */
const meeting = useMeeting()
const reflection = useReflection()
const outbox = useOutbox()
const { isLead } = useAccount()
const { catalogue } = storeToRefs(useCatalogue())
const problem = ref('')
const rows = useTemplateRef<{ accept: () => Promise<void>; change: () => void }[]>('rows')

if (isLead.value) {
  await outbox.send()
  await reflection.open(meeting.view!.meeting.id)
}
const VIEWS = { changes: 'Worth a look', open: 'Not decided yet', all: 'All' } as const
const shown = ref<keyof typeof VIEWS>('changes')
const isOpen = (decision: ProposedDecision) => reflection.settledOf(decision) === null
const visible = computed(() => reflection.decisions.filter((decision) => shown.value === 'all' || (shown.value === 'open' ? isOpen(decision) : decision.kind !== 'stay' && decision.kind !== 'too-early')))
const groups = computed(() => meeting.view!.people.flatMap((person) => {
  const decisions = visible.value.filter((decision) => decision.participant === person.id)
  return decisions.length === 0 ? [] : [{ person, decisions }]
}))
const inOrder = computed(() => groups.value.flatMap((group) => group.decisions))
const selected = ref(0)
const openCount = computed(() => reflection.decisions.filter(isOpen).length)
const school = computed(() => catalogue.value.schools.get(meeting.plan!.school))
const rowOf = (decision: ProposedDecision) => inOrder.value.indexOf(decision)

async function acceptAll(): Promise<void> {
  problem.value = ''
  try {
    await reflection.answer(reflection.decisions.filter(isOpen).map((decision) => ({ decision, toLevel: decision.toLevel, reason: '' })))
  } catch (error) {
    problem.value = refusalOf(error).message
  }
}
function stepBy(by: number): void {
  selected.value = Math.max(0, Math.min(inOrder.value.length - 1, selected.value + by))
  nextTick(() => document.querySelector('[data-selected="true"]')?.scrollIntoView({ block: 'nearest' }))
}
async function acceptSelected(): Promise<void> {
  await rows.value?.[selected.value]?.accept()
  if (shown.value !== 'open') stepBy(1)
}
useKeys([
  { press: 'ArrowDown', shown: '↓', does: 'Next decision', run: () => stepBy(1) },
  { press: 'ArrowUp', shown: '↑', does: 'Decision before', run: () => stepBy(-1) },
  { press: 'Enter', does: 'Accept it', run: () => void acceptSelected() },
  { press: 'c', does: 'Change it', run: () => rows.value?.[selected.value]?.change() },
  { press: 'a', does: 'Accept all that are not decided yet', run: () => void acceptAll() },
])
</script>

<template>
  <div class="space-y-4">
    <MeetingHead><OutboxNote /></MeetingHead>
    <h1 class="sr-only">Reflect</h1>
    <Suspense v-if="isLead"><AccidentList /></Suspense>
    <p v-if="!isLead" class="py-10">Decisions are made by a lead. Thank you for leading and noting.</p>
    <div v-else-if="reflection.decisions.length === 0" class="py-16 text-center space-y-4">
      <p class="text-xl">Nothing was noted in this class yet, so there is nothing to decide.</p>
      <NuxtLink :to="`/meetings/${meeting.view!.meeting.id}/lead`" class="button button-main">Back to Lead</NuxtLink>
    </div>
    <template v-else>
      <div class="flex flex-wrap items-center gap-3">
        <div class="flex rounded-full border border-line overflow-hidden" role="group" aria-label="Which decisions">
          <button v-for="(words, key) in VIEWS" :key="key" class="px-4 min-h-11" :class="shown === key ? 'bg-action-soft font-semibold' : 'hover:bg-sunk'" :aria-pressed="shown === key" @click="(shown = key), (selected = 0)">{{ words }}</button>
        </div>
        <p class="text-faint" aria-live="polite" data-test="open-count">{{ openCount === 0 ? 'Everything is decided: these are next week’s levels.' : `${openCount} of ${reflection.decisions.length} not decided yet.` }}</p>
        <button class="button button-main ml-auto" :disabled="openCount === 0" title="A" @click="acceptAll">Accept all {{ openCount }}</button>
      </div>
      <p class="text-faint text-[0.94rem] max-w-4xl">{{ school?.name }}: {{ school?.stepUpRule }} No step on pain, none without clean form, and the weaker side decides. What was not noted stays empty and never counts.</p>
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
      <p v-if="visible.length === 0" class="py-8 text-xl">{{ shown === 'open' ? 'Everything is decided.' : 'Nothing changes: everybody stays where they are.' }}</p>
      <section v-for="group in groups" :key="group.person.id" :aria-label="group.person.name" class="grid gap-x-6 md:grid-cols-[10rem_minmax(0,1fr)] border-t border-line pt-3">
        <h2 class="pt-2"><NuxtLink :to="`/people/${group.person.id}`" class="hover:underline">{{ group.person.name }}</NuxtLink></h2>
        <ul class="divide-y divide-line">
          <DecisionRow v-for="decision in group.decisions" :key="`${decision.movement} ${decision.tier}`" ref="rows" :decision="decision" :settled="reflection.settledOf(decision)" :selected="rowOf(decision) === selected" :data-selected="rowOf(decision) === selected" @select="selected = rowOf(decision)" />
        </ul>
      </section>
    </template>
  </div>
</template>
