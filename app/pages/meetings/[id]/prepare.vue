<script setup lang="ts">
import type { Movement } from '~~/core/catalogue/catalogue'
import { hasBegun } from '~~/core/lead/clock'
import { Plan } from '~~/core/plan/plan'
import type { Panel } from '~/components/prepare/PlanPanels.vue'
import type { SchoolId } from '~~/core/catalogue/words'
import { placingOf } from '~~/core/plan/placing'
import { PREPARE_KEYS as KEYS } from '~/keys'
import { placingWords } from '~/words/prepare'

/** Prepare: the four lanes, the chosen block's dose, and the sum of the minutes. */
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const { isLead } = useAccount()
const editor = usePlanEditor()
const { state, notice } = storeToRefs(editor)
await editor.open()
const plan = computed(() => meeting.planned)
const begun = computed(() => hasBegun(meeting.opened.classEvents))
const locked = computed(() => begun.value || !isLead.value || state.value === 'closed')
const selection = usePlanSelection(plan)
const { selected, beside, choose } = selection
const blocks = usePlanBlocks(plan, selection, locked)
const files = usePlanFiles(plan)
const picking = ref(false)
/** What is open beneath the lanes. */
const panel = ref<Panel | null>(plan.value.blocks.length === 0 ? 'compose' : null)
const zoom = ref(1)
const titleId = useId()
const schoolId = useId()
const left = computed(() => plan.value.minutes * 60 - meeting.timeline.seconds)
const noWay = computed(() => [...new Set(meeting.timeline.noWay.map(({ rider }) => meeting.nameOf(rider)))])
const STATE_WORDS = {
  saved: 'Saved',
  saving: 'Saving …',
  waiting: 'Kept in this browser, saved as soon as the server answers',
  closed: 'Not saved any more',
}
const stateWords = computed(() => {
  if (begun.value) return 'The class has begun: its plan stays as it is led.'
  return isLead.value ? STATE_WORDS[state.value] : 'Only a lead changes the plan.'
})

function pick(movement: Movement): void {
  blocks.add(movement)
  picking.value = false
}
/** A movement that was dragged in from the finder; the finder stays, for the next one. */
function drop(id: string, before: string | null): void {
  const movement = catalogue.value.movements.get(id)
  if (movement) blocks.add(movement, before)
}
const met = computed(() => new Set(meeting.opened.met))
function costOf(id: string, at: number): string {
  const movement = catalogue.value.movements.get(id)
  if (!movement) return ''
  const placing = placingOf(movement, plan.value, at, {
    riders: meeting.ridersPresent,
    expected: meeting.present.map((person) => meeting.expected(person.id)),
    met: met.value,
    catalogue: catalogue.value,
  })
  return `${movement.name}: ${placingWords(placing, meeting.calledOf)}`
}
function take(composed: Plan): void {
  blocks.take(composed)
  panel.value = null
}
async function readFile(file: File): Promise<void> {
  if (await files.read(file)) selection.chooseFirst()
}
function toggle(which: Panel): void {
  panel.value = panel.value === which ? null : which
}
function zoomBy(factor: number): void {
  zoom.value = Math.min(4, Math.max(1, zoom.value * factor))
}
const again = () => blocks.insert(selection.chosen.value)
useKeys(KEYS, {
  add: () => (picking.value = !locked.value),
  close: () => (picking.value = false),
  next: () => selection.step(1),
  previous: () => selection.step(-1),
  nextToo: () => selection.extend(1),
  previousToo: () => selection.extend(-1),
  all: () => (beside.value = plan.value.blocks.map((block) => block.id)),
  copy: () => (editor.copied = selection.chosen.value),
  paste: () => blocks.insert(editor.copied),
  later: () => blocks.moveBy(1),
  earlier: () => blocks.moveBy(-1),
  checks: () => toggle('checks'),
  coverage: () => toggle('coverage'),
  compose: () => toggle('compose'),
  again,
  wider: () => zoomBy(1.4),
  narrower: () => zoomBy(1 / 1.4),
  remove: blocks.remove,
  undo: editor.undo,
  redo: editor.redo,
})
</script>

<template>
  <div class="space-y-3" :class="picking ? 'lg:pr-[26rem]' : ''">
    <MeetingHead>
      <p class="ml-auto text-faint text-[0.94rem]" aria-live="polite" data-test="saved">
        {{ stateWords }}
      </p>
    </MeetingHead>
    <div class="flex flex-wrap items-end gap-x-6 gap-y-3">
      <h1 class="sr-only">Prepare</h1>
      <div class="flex-1 min-w-64">
        <label class="label text-[0.94rem]" :for="titleId">Title of the plan</label>
        <input
          :id="titleId"
          class="field"
          :value="plan.title"
          maxlength="120"
          :disabled="locked"
          @input="editor.apply({ edit: 'setTitle', title: textIn($event) })"
        />
      </div>
      <NumberField
        label="Length"
        unit="min"
        :value="plan.minutes"
        :schema="Plan.shape.minutes"
        :disabled="locked"
        data-field="minutes"
        @change="editor.apply({ edit: 'setMinutes', minutes: $event })"
      />
      <div class="w-48">
        <label class="label text-[0.94rem]" :for="schoolId">School</label>
        <select
          :id="schoolId"
          class="field"
          :value="plan.school"
          :disabled="locked"
          :title="catalogue.schools.get(plan.school)?.belief"
          @change="editor.apply({ edit: 'setSchool', school: textIn($event) as SchoolId })"
        >
          <option v-for="school in catalogue.schools.values()" :key="school.id" :value="school.id">
            {{ school.name }}: {{ school.belief }}
          </option>
        </select>
      </div>
      <PlanSettings :plan="plan" :disabled="locked" @edit="editor.apply" />
    </div>
    <p v-if="notice" class="bg-mark-soft rounded-lg px-4 py-2 flex items-center gap-4" role="status" data-test="notice">
      {{ notice }}<button class="underline ml-auto" @click="notice = ''">Good</button>
    </p>

    <PlanBar
      v-if="plan.blocks.length > 0"
      :minutes="plan.minutes"
      :seconds="meeting.timeline.seconds"
      :locked="locked"
      :at="selection.index.value"
      :count="plan.blocks.length"
      @move="blocks.moveBy"
      @remove="blocks.remove"
      @add="picking = true"
    />
    <p v-if="noWay.length > 0" class="border-l-4 border-mark pl-3">
      No safe way through this plan for {{ noWay.join(', ') }}: see the lanes below, or choose something else for them
      in Gather.
    </p>

    <PlanPanels v-model:panel="panel" :checks="meeting.checks" :locked="locked">
      <button class="button" :disabled="locked || selected === null" :title="KEYS.again.shown" @click="again">
        Once more
      </button>
      <button
        class="button"
        :disabled="zoom <= 1"
        :title="KEYS.narrower.shown"
        aria-label="Narrower columns"
        @click="zoomBy(1 / 1.4)"
      >
        −
      </button>
      <button
        class="button"
        :disabled="zoom >= 4"
        :title="KEYS.wider.shown"
        aria-label="Wider columns"
        @click="zoomBy(1.4)"
      >
        +
      </button>
      <PlanMenu
        :meeting-id="meeting.opened.meeting.id"
        :can-change="!locked"
        :is-lead="isLead"
        @shelf="files.toShelf"
        @cues="files.saveCues"
        @versions="toggle('versions')"
        @file="readFile"
      />
    </PlanPanels>
    <ul v-if="files.problems.value.length > 0" class="wrong" role="alert">
      <li v-for="words in files.problems.value" :key="words">{{ words }}</li>
    </ul>
    <PlanChecks
      v-if="panel === 'checks'"
      :checks="meeting.checks"
      :locked="locked"
      @fix="editor.apply(...$event)"
      @select="choose($event)"
    />
    <PlanCoverage
      v-if="panel === 'coverage'"
      :plan="plan"
      :timeline="meeting.timeline"
      :riders="meeting.ridersPresent"
      :locked="locked"
      @aim="editor.apply({ edit: 'setAim', aim: $event })"
      @add="blocks.add($event)"
    />
    <ComposePanel v-if="panel === 'compose' && !locked" @take="take" />
    <Suspense v-if="panel === 'versions'"
      ><PlanVersions
        :id="meeting.opened.meeting.id"
        :key="state"
        of="meeting"
        :plan="plan"
        :locked="locked"
        @restore="files.restore"
    /></Suspense>
    <PlanLanes
      v-if="plan.blocks.length > 0"
      v-model:zoom="zoom"
      :plan="plan"
      :timeline="meeting.timeline"
      :starts-at="meeting.opened.meeting.startsAt"
      :riders="meeting.ridersPresent"
      :selected="selected"
      :beside="beside"
      :met="met"
      :locked="locked"
      :cost-of="costOf"
      class="-mx-5"
      @select="choose"
      @move="blocks.move"
      @add="drop"
    />
    <div v-else class="py-16 text-center space-y-4">
      <p class="text-xl">Nothing is planned yet. Begin with a quiet start: breath or tall sitting.</p>
      <button class="button button-main" :disabled="locked" @click="picking = true">Add the first movement</button>
    </div>
    <BlockDetail
      v-if="selected !== null && selection.index.value >= 0"
      :key="selected"
      :plan="plan"
      :block-id="selected"
      :locked="locked"
      @edit="editor.apply"
    />
    <div v-if="plan.blocks.length > 0" class="flex justify-end">
      <NuxtLink :to="`/meetings/${meeting.opened.meeting.id}/gather`" class="button button-main">On to Gather</NuxtLink>
    </div>
    <MovementPicker
      v-if="picking"
      :at="selection.index.value + 1"
      :free-seconds="left"
      @close="picking = false"
      @pick="pick"
    />
  </div>
</template>
