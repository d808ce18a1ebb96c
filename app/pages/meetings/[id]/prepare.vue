<script setup lang="ts">
import type { Movement } from '~~/core/catalogue/catalogue'
import { hasBegun } from '~~/core/lead/clock'
import { blockFor } from '~~/core/plan/edits'
import { Plan, type Block } from '~~/core/plan/plan'
import { readPlan } from '~~/core/formats/planJson'
import type { SchoolId } from '~~/core/catalogue/words'
import { writeWebVtt } from '~~/core/formats/webvtt'
import { cuesOf } from '~~/core/lead/cues'
import { scriptOf } from '~~/core/lead/script'
import { placingOf } from '~~/core/plan/placing'
import { placingWords } from '~/words/start'
import { calledName } from '~/words/tiers'
import { refusalOf } from '~/composables/useRefusal'
import { clockWords } from '~/words/clock'

/** Prepare: the four lanes, the chosen block's dose, and the sum of the minutes. */
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const { isLead } = useAccount()
const editor = usePlanEditor()
const { state, notice, canUndo, canRedo } = storeToRefs(editor)
await editor.open()
const plan = computed(() => meeting.plan!)
const selected = ref<string | null>(plan.value.blocks[0]?.id ?? null)
/** Blocks that are chosen beside it, with shift; what is done to one is done to all. */
const beside = ref<string[]>([])
const chosen = computed(() =>
  plan.value.blocks
    .filter((block) => block.id === selected.value || beside.value.includes(block.id))
    .map((block) => block.id),
)
const picking = ref(false)
/** What is open beneath the lanes. */
const panel = ref<'checks' | 'coverage' | 'compose' | 'versions' | null>(
  plan.value.blocks.length === 0 ? 'compose' : null,
)
const weights = computed(() =>
  (['stop', 'fix', 'consider'] as const).map((weight) => ({
    weight,
    count: meeting.checks.filter((check) => check.weight === weight).length,
  })),
)
const checkWords = computed(() => {
  const [stop, fix, consider] = weights.value.map(({ count }) => count)
  const said = [
    stop ? `${stop} to stop for` : '',
    fix ? `${fix} to mend` : '',
    consider ? `${consider} to consider` : '',
  ].filter((words) => words !== '')
  return said.length > 0 ? said.join(', ') : 'nothing to mend'
})
const zoom = ref(1)
const titleId = useId()
const schoolId = useId()

const begun = computed(() => hasBegun(meeting.view!.classEvents))
const locked = computed(() => begun.value || !isLead.value || state.value === 'closed')
const left = computed(() => plan.value.minutes * 60 - meeting.timeline.seconds)
const share = computed(() => Math.min(1, meeting.timeline.seconds / (plan.value.minutes * 60)))
const selectedIndex = computed(() => plan.value.blocks.findIndex((block) => block.id === selected.value))
const noWay = computed(() => [
  ...new Set(
    meeting.timeline.noWay.map(({ rider }) => meeting.view!.people.find((person) => person.id === rider)?.name ?? ''),
  ),
])
const STATE_WORDS = {
  saved: 'Saved',
  saving: 'Saving …',
  waiting: 'Kept in this browser, saved as soon as the server answers',
  closed: 'Not saved any more',
}

watch(selectedIndex, (at, before) => {
  // The chosen block is gone: its neighbour is chosen instead.
  if (at < 0 && selected.value !== null)
    selected.value = plan.value.blocks[Math.min(before, plan.value.blocks.length - 1)]?.id ?? null
})

function add(movement: Movement): void {
  put(movement, plan.value.blocks[selectedIndex.value + 1]?.id ?? null)
  picking.value = false
}
function put(movement: Movement, before: string | null): void {
  const id = crypto.randomUUID().slice(0, 8)
  editor.apply({ edit: 'addBlock', block: blockFor(movement, plan.value.school, id, catalogue.value), before })
  selected.value = id
}
/** A movement that was dragged in from the finder; the finder stays, for the next one. */
function drop(id: string, before: string | null): void {
  const movement = catalogue.value.movements.get(id)
  if (movement && !locked.value) put(movement, before)
}
const met = computed(() => new Set(meeting.view!.met))
const nameOf = (id: string) => calledName(meeting.view!.people.find((person) => person.id === id)?.name ?? '')
function costOf(id: string, at: number): string {
  const movement = catalogue.value.movements.get(id)
  return movement
    ? `${movement.name}: ${placingWords(
        placingOf(movement, plan.value, at, {
          riders: meeting.ridersPresent,
          expected: meeting.present.map((person) => meeting.expected(person.id)),
          met: met.value,
          catalogue: catalogue.value,
        }),
        nameOf,
      )}`
    : ''
}
/** Shift and an arrow: the neighbour is chosen as well. */
function extend(by: number): void {
  const to = plan.value.blocks[selectedIndex.value + by]
  if (!to || selected.value === null) return
  beside.value = [...new Set([...beside.value, selected.value, to.id])]
  selected.value = to.id
}
function choose(id: string, more: boolean): void {
  beside.value = more && selected.value !== null ? [...new Set([...beside.value, selected.value])] : []
  selected.value = id
}
function step(by: number): void {
  beside.value = []
  const to = Math.max(0, Math.min(plan.value.blocks.length - 1, selectedIndex.value + by))
  selected.value = plan.value.blocks[to]?.id ?? null
}
function moveBy(by: number): void {
  const { blocks } = plan.value
  const places = chosen.value.map((id) => blocks.findIndex((block) => block.id === id))
  const edge = by < 0 ? Math.min(...places) - 1 : Math.max(...places) + 1
  const neighbour = blocks[edge]
  if (locked.value || chosen.value.length === 0 || !neighbour) return
  // One chosen block or many: they go before the neighbour, or behind it, in their order.
  const before = by < 0 ? neighbour.id : (blocks[edge + 1]?.id ?? null)
  editor.apply(...chosen.value.map((id) => ({ edit: 'moveBlock' as const, id, before })))
}
function move(id: string, before: string | null): void {
  if (locked.value) return
  editor.apply({ edit: 'moveBlock', id, before })
  selected.value = id
}
function take(composed: Plan): void {
  const fresh = crypto.randomUUID().slice(0, 6)
  editor.apply(
    {
      edit: 'setBlocks',
      blocks: composed.blocks.map((block) => ({ ...block, id: `${block.id.slice(0, 40)}-${fresh}` })),
    },
    { edit: 'setAim', aim: composed.aim },
    { edit: 'setDrinkBreak', drinkBreak: composed.drinkBreak },
    ...(plan.value.title === '' ? [{ edit: 'setTitle' as const, title: composed.title }] : []),
  )
  selected.value = plan.value.blocks[0]?.id ?? null
  panel.value = null
}
const fileProblems = ref<string[]>([])
/** A plan from a file takes the place of this one's blocks; undo brings them back. */
async function readFile(file: File): Promise<void> {
  const read = readPlan(await file.text(), catalogue.value)
  fileProblems.value = 'problems' in read ? read.problems.slice(0, 6) : []
  if (!('plan' in read)) return
  editor.apply(
    { edit: 'setBlocks', blocks: read.plan.blocks },
    { edit: 'setTitle', title: read.plan.title },
    { edit: 'setMinutes', minutes: read.plan.minutes },
  )
  selected.value = plan.value.blocks[0]?.id ?? null
}
/** An earlier version takes this one's place, as steps that can be undone. */
function restore(earlier: Plan): void {
  editor.apply(
    { edit: 'setBlocks', blocks: earlier.blocks },
    { edit: 'setTitle', title: earlier.title },
    { edit: 'setMinutes', minutes: earlier.minutes },
    { edit: 'setSchool', school: earlier.school },
  )
}
const shelf = useShelf()
/** Keeps the plan as it stands for other meetings and circles; the same title makes the next version. */
async function toShelf(): Promise<void> {
  try {
    const { kept, isNew } = await shelf.keep(plan.value)
    notice.value = isNew
      ? `“${kept.plan.title || 'No title yet'}” is on the shelf now.`
      : `“${kept.plan.title}” on the shelf has its version ${kept.version} now.`
  } catch (error) {
    notice.value = refusalOf(error).message
  }
}
/** Everything that one voice says, as a subtitle file. */
function saveCues(): void {
  const { timeline } = meeting
  const cues = cuesOf(scriptOf(timeline), {
    plan: plan.value,
    timeline,
    riders: meeting.ridersPresent,
    circle: meeting.sides,
    catalogue: catalogue.value,
    textsOf: useCatalogue().textsOf,
  })
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([writeWebVtt(cues, timeline.seconds)], { type: 'text/vtt' }))
  link.download = 'cues.vtt'
  link.click()
  URL.revokeObjectURL(link.href)
}
function toggle(which: 'checks' | 'coverage' | 'compose' | 'versions'): void {
  panel.value = panel.value === which ? null : which
}
/** Puts copies of blocks behind the last chosen one and chooses them. */
function insert(blocks: readonly Block[]): void {
  const last = Math.max(
    selectedIndex.value,
    ...chosen.value.map((id) => plan.value.blocks.findIndex((block) => block.id === id)),
  )
  const before = plan.value.blocks[last + 1]?.id ?? null
  const copies = blocks.map((block) => ({ ...block, id: crypto.randomUUID().slice(0, 8) }))
  editor.apply(...copies.map((block) => ({ edit: 'addBlock' as const, block, before })))
  selected.value = copies.at(-1)?.id ?? selected.value
  beside.value = copies.slice(0, -1).map((block) => block.id)
}
function copy(): void {
  editor.copied = plan.value.blocks.filter((block) => chosen.value.includes(block.id))
}
/** The same movement again, right behind: a second round of it. */
function duplicate(): void {
  if (!locked.value) insert(plan.value.blocks.filter((block) => chosen.value.includes(block.id)))
}
function remove(): void {
  if (locked.value) return
  editor.apply(...chosen.value.map((id) => ({ edit: 'removeBlock' as const, id })))
  beside.value = []
}
useKeys([
  { press: 'a', does: 'Add a movement after the chosen block', run: () => (picking.value = !locked.value) },
  { press: 'Escape', shown: 'Esc', does: 'Close the finder', run: () => (picking.value = false) },
  { press: 'ArrowRight', shown: '→', does: 'Choose the next block', run: () => step(1) },
  { press: 'ArrowLeft', shown: '←', does: 'Choose the block before', run: () => step(-1) },
  { press: 'shift+ArrowRight', shown: 'Shift →', does: 'Choose the next block as well', run: () => extend(1) },
  { press: 'shift+ArrowLeft', shown: 'Shift ←', does: 'Choose the block before as well', run: () => extend(-1) },
  {
    press: 'ctrl+a',
    shown: 'Ctrl A',
    does: 'Choose all blocks',
    run: () => (beside.value = plan.value.blocks.map((block) => block.id)),
  },
  { press: 'ctrl+c', shown: 'Ctrl C', does: 'Copy the chosen blocks', run: copy },
  {
    press: 'ctrl+v',
    shown: 'Ctrl V',
    does: 'Put copied blocks behind',
    run: () => {
      if (!locked.value) insert(editor.copied)
    },
  },
  { press: 'alt+ArrowRight', shown: 'Alt →', does: 'Move the block later', run: () => moveBy(1) },
  { press: 'alt+ArrowLeft', shown: 'Alt ←', does: 'Move the block earlier', run: () => moveBy(-1) },
  { press: 'c', does: 'Open or close the checks', run: () => toggle('checks') },
  { press: 'v', does: 'Open or close the coverage', run: () => toggle('coverage') },
  { press: 'm', does: 'Open or close the composer', run: () => toggle('compose') },
  { press: 'd', does: 'Do the chosen blocks once more', run: duplicate },
  { press: '+', does: 'Wider columns', run: () => (zoom.value = Math.min(4, zoom.value * 1.4)) },
  { press: '-', does: 'Narrower columns', run: () => (zoom.value = Math.max(1, zoom.value / 1.4)) },
  { press: 'Delete', does: 'Remove the block', run: remove },
  { press: 'ctrl+z', shown: 'Ctrl Z', does: 'Undo', run: editor.undo },
  { press: 'ctrl+shift+z', shown: 'Ctrl Shift Z', does: 'Redo', run: editor.redo },
])
</script>

<template>
  <div class="space-y-3" :class="picking ? 'lg:pr-[26rem]' : ''">
    <MeetingHead>
      <p class="ml-auto text-faint text-[0.94rem]" aria-live="polite" data-test="saved">
        {{
          begun
            ? 'The class has begun: its plan stays as it is led.'
            : isLead
              ? STATE_WORDS[state]
              : 'Only a lead changes the plan.'
        }}
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
          @input="editor.apply({ edit: 'setTitle', title: ($event.target as HTMLInputElement).value })"
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
          @change="editor.apply({ edit: 'setSchool', school: ($event.target as HTMLSelectElement).value as SchoolId })"
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

    <div v-if="plan.blocks.length > 0" class="flex flex-wrap items-center gap-4">
      <p class="numerals text-xl font-semibold" data-test="total">
        <span data-test="total-seconds" :data-seconds="meeting.timeline.seconds">{{
          clockWords(meeting.timeline.seconds)
        }}</span>
        <span class="font-normal text-faint">of {{ plan.minutes }}:00</span>
      </p>
      <div class="flex-1 min-w-40 h-3 rounded-full bg-sunk border border-line overflow-hidden" aria-hidden="true">
        <div class="h-full" :class="left < 0 ? 'bg-stop' : 'bg-action'" :style="{ width: `${share * 100}%` }" />
      </div>
      <p class="numerals" :class="left < 0 ? 'text-stop font-semibold' : 'text-faint'">
        {{ left < 0 ? `${clockWords(-left)} too long` : `${clockWords(left)} free` }}
      </p>
      <div class="flex gap-2">
        <button class="button" :disabled="!canUndo || locked" title="Ctrl Z" @click="editor.undo">Undo</button>
        <button class="button" :disabled="!canRedo || locked" title="Ctrl Shift Z" @click="editor.redo">Redo</button>
        <button
          class="button"
          :disabled="locked || selectedIndex < 1"
          title="Alt ←"
          aria-label="Move the block earlier"
          @click="moveBy(-1)"
        >
          ←
        </button>
        <button
          class="button"
          :disabled="locked || selectedIndex < 0 || selectedIndex === plan.blocks.length - 1"
          title="Alt →"
          aria-label="Move the block later"
          @click="moveBy(1)"
        >
          →
        </button>
        <button class="button" :disabled="locked || selected === null" title="Delete" @click="remove">Remove</button>
        <button class="button button-main" :disabled="locked" title="A" @click="picking = true">Add a movement</button>
      </div>
    </div>
    <p v-if="noWay.length > 0" class="border-l-4 border-mark pl-3">
      No safe way through this plan for {{ noWay.join(', ') }}: see the lanes below, or choose something else for them
      in Gather.
    </p>

    <div class="flex flex-wrap gap-2" role="group" aria-label="About the plan">
      <button
        class="button"
        :class="panel === 'checks' ? 'button-on' : ''"
        :aria-expanded="panel === 'checks'"
        title="C"
        data-test="checks"
        @click="toggle('checks')"
      >
        Checks: {{ checkWords }}
      </button>
      <button
        class="button"
        :class="panel === 'coverage' ? 'button-on' : ''"
        :aria-expanded="panel === 'coverage'"
        title="V"
        @click="toggle('coverage')"
      >
        Coverage
      </button>
      <button
        v-if="!locked"
        class="button"
        :class="panel === 'compose' ? 'button-on' : ''"
        :aria-expanded="panel === 'compose'"
        title="M"
        @click="toggle('compose')"
      >
        Compose
      </button>
      <span class="ml-auto flex gap-2"
        ><button class="button" :disabled="locked || selected === null" title="D" @click="duplicate">Once more</button
        ><button
          class="button"
          :disabled="zoom <= 1"
          title="−"
          aria-label="Narrower columns"
          @click="zoom = Math.max(1, zoom / 1.4)"
        >
          −</button
        ><button
          class="button"
          :disabled="zoom >= 4"
          title="+"
          aria-label="Wider columns"
          @click="zoom = Math.min(4, zoom * 1.4)"
        >
          +</button
        ><PlanMenu
          :meeting-id="meeting.view!.meeting.id"
          :can-change="!locked"
          :is-lead="isLead"
          @shelf="toShelf"
          @cues="saveCues"
          @versions="toggle('versions')"
          @file="readFile"
      /></span>
    </div>
    <ul v-if="fileProblems.length > 0" class="wrong" role="alert">
      <li v-for="words in fileProblems" :key="words">{{ words }}</li>
    </ul>
    <PlanChecks
      v-if="panel === 'checks'"
      :checks="meeting.checks"
      :locked="locked"
      @fix="editor.apply(...$event)"
      @select="selected = $event"
    />
    <PlanCoverage
      v-if="panel === 'coverage'"
      :plan="plan"
      :timeline="meeting.timeline"
      :locked="locked"
      @aim="editor.apply({ edit: 'setAim', aim: $event })"
      @add="add"
    />
    <ComposePanel v-if="panel === 'compose' && !locked" @take="take" />
    <Suspense v-if="panel === 'versions'"
      ><PlanVersions
        :id="meeting.view!.meeting.id"
        :key="state"
        of="meeting"
        :plan="plan"
        :locked="locked"
        @restore="restore"
    /></Suspense>
    <PlanLanes
      v-if="plan.blocks.length > 0"
      v-model:zoom="zoom"
      :plan="plan"
      :timeline="meeting.timeline"
      :starts-at="meeting.view!.meeting.startsAt"
      :riders="meeting.ridersPresent"
      :selected="selected"
      :beside="beside"
      :met="met"
      :locked="locked"
      :cost-of="costOf"
      class="-mx-5"
      @select="choose"
      @move="move"
      @add="drop"
    />
    <div v-else class="py-16 text-center space-y-4">
      <p class="text-xl">Nothing is planned yet. Begin with a quiet start: breath or tall sitting.</p>
      <button class="button button-main" :disabled="locked" @click="picking = true">Add the first movement</button>
    </div>
    <BlockDetail
      v-if="selected !== null && selectedIndex >= 0"
      :key="selected"
      :plan="plan"
      :block-id="selected"
      :locked="locked"
      @edit="editor.apply"
    />
    <div v-if="plan.blocks.length > 0" class="flex justify-end">
      <NuxtLink :to="`/meetings/${meeting.view!.meeting.id}/gather`" class="button button-main">On to Gather</NuxtLink>
    </div>
    <MovementPicker v-if="picking" :at="selectedIndex + 1" :free-seconds="left" @close="picking = false" @pick="add" />
  </div>
</template>
