<script setup lang="ts">
import type { Movement } from '~~/core/catalogue/catalogue'
import type { ReadyChain } from '~~/core/catalogue/chain'
import { hasBegun } from '~~/core/lead/clock'
import type { Plan } from '~~/core/plan/plan'
import type { Panel } from '~/components/prepare/PlanHead.vue'
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
/** What the finder is open for: a movement more, or another one in the place of the chosen block. */
const finder = ref<'add' | 'swap' | null>(null)
/** Whom a movement in another one's place has to suit. */
const suiting = ref<readonly string[]>([])
/** What is open beside the lanes. */
const hasRoom = window.matchMedia('(min-width: 1024px)').matches
const panel = ref<Panel | null>(plan.value.blocks.length === 0 && hasRoom ? 'compose' : null)
const zoom = ref(1)
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

function addChain(chain: ReadyChain): void {
  blocks.addChain(chain)
  finder.value = null
}
/** The finder stays open for the next one; what takes a block's place is one. */
function pick(movement: Movement): void {
  if (finder.value === 'swap' && selected.value !== null) {
    blocks.swap(selected.value, movement)
    finder.value = null
  } else blocks.add(movement)
}
function find(what: 'add' | 'swap', whom: readonly string[] = []): void {
  if (locked.value || (what === 'swap' && selected.value === null)) return
  panel.value = null
  suiting.value = whom
  finder.value = what
}
function anotherFor(block: string, whom: readonly string[]): void {
  choose(block)
  find('swap', whom)
}
const swapped = computed(() => {
  const block = finder.value === 'swap' ? plan.value.blocks[selection.index.value] : undefined
  return block ? (catalogue.value.movements.get(block.movement) ?? null) : null
})
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
watch(panel, (open) => open !== null && (finder.value = null))
const PANEL_TITLES: Record<Panel, string> = {
  compose: 'Compose',
  checks: 'Checks',
  coverage: 'Coverage',
  versions: 'Versions',
  block: 'Lane by lane',
  settings: 'How it runs',
}
function zoomBy(factor: number): void {
  zoom.value = Math.min(4, Math.max(1, zoom.value * factor))
}
const again = () => blocks.insert(selection.chosen.value)
useKeys(KEYS, {
  add: () => find('add'),
  close: () => ((finder.value = null), (panel.value = null)),
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
  swap: () => find('swap'),
  lanes: () => selected.value !== null && toggle('block'),
  wider: () => zoomBy(1.4),
  narrower: () => zoomBy(1 / 1.4),
  chain: () => (blocks.chain.value && beside.value.length === 0 ? blocks.loose() : blocks.link()),
  remove: blocks.remove,
  undo: editor.undo,
  redo: editor.redo,
})
</script>

<template>
  <div class="-my-5" :class="finder || panel ? 'lg:pr-[454px]' : ''">
    <MeetingHead class="min-h-11">
      <p class="ml-auto text-faint text-[0.94rem] flex items-center gap-1">
        <span aria-live="polite" data-test="saved">{{ stateWords }}</span>
        <button
          class="button button-quiet"
          :disabled="!editor.canUndo || locked"
          :title="KEYS.undo.shown"
          @click="editor.undo"
        >
          Undo
        </button>
        <button
          v-if="editor.canRedo"
          class="button button-quiet"
          :disabled="locked"
          :title="KEYS.redo.shown"
          @click="editor.redo"
        >
          Redo
        </button>
      </p>
    </MeetingHead>
    <PlanHead
      v-model:panel="panel"
      :plan="plan"
      :seconds="meeting.timeline.seconds"
      :checks="meeting.checks"
      :locked="locked"
      :gather-at="`/meetings/${meeting.opened.meeting.id}/gather`"
      @edit="editor.apply"
      @add="find('add')"
    >
      <PlanMenu
        :meeting-id="meeting.opened.meeting.id"
        :can-change="!locked"
        :is-lead="isLead"
        :zoom="zoom"
        @panel="toggle"
        @zoom="zoomBy"
        @shelf="files.toShelf"
        @cues="files.saveCues"
        @file="readFile"
      />
    </PlanHead>
    <p
      v-if="notice"
      class="bg-mark-soft rounded-lg px-4 py-2 flex items-center gap-4 mb-2"
      role="status"
      data-test="notice"
    >
      {{ notice }}<button class="underline ml-auto" @click="notice = ''">Good</button>
    </p>
    <p v-if="noWay.length > 0" class="border-l-4 border-mark pl-3 mb-2">
      No safe way through this plan for {{ noWay.join(', ') }}: see the lanes below, or choose something else for them
      in Gather.
    </p>
    <ul v-if="files.problems.value.length > 0" class="wrong" role="alert">
      <li v-for="words in files.problems.value" :key="words">{{ words }}</li>
    </ul>
    <PlanLanes
      v-if="plan.blocks.length > 0"
      v-model:zoom="zoom"
      :plan="plan"
      :timeline="meeting.timeline"
      :starts-at="meeting.opened.meeting.startsAt"
      :zone="meeting.opened.venue.zone"
      :riders="meeting.ridersPresent"
      :selected="selected"
      :beside="beside"
      :met="met"
      :locked="locked"
      :cost-of="costOf"
      class="-ml-5"
      :class="finder || panel ? '' : '-mr-5'"
      @select="choose"
      @move="blocks.move"
      @add="drop"
      @chain="blocks.chooseChain"
    />
    <div v-else class="py-16 text-center space-y-4">
      <p class="text-xl">Nothing is planned yet. Begin with a quiet start: breath or tall sitting.</p>
      <button class="button button-main" :disabled="locked" @click="find('add')">Add the first movement</button>
    </div>
    <BlockBar
      v-if="selected !== null && selection.index.value >= 0"
      :key="selected"
      :plan="plan"
      :block-id="selected"
      :locked="locked"
      class="-ml-5 sticky bottom-0 z-20"
      :class="finder || panel ? '' : '-mr-5'"
      :chain="blocks.chain.value"
      :chosen="selection.chosen.value.length"
      :why-no-chain="blocks.whyNoChain.value"
      @edit="blocks.edit"
      @link="blocks.link"
      @loose="blocks.loose"
      @rename="blocks.rename"
      @turn-sides="blocks.turnSides"
      @move="blocks.moveBy"
      @again="again"
      @swap="find('swap')"
      @lanes="toggle('block')"
      @remove="blocks.remove"
    />
    <SidePanel v-if="panel" :key="panel" :title="PANEL_TITLES[panel]" @close="panel = null">
      <PlanChecks
        v-if="panel === 'checks'"
        :checks="meeting.checks"
        :locked="locked"
        @fix="editor.apply(...$event)"
        @select="choose($event)"
        @another="anotherFor"
      />
      <PlanCoverage
        v-else-if="panel === 'coverage'"
        :plan="plan"
        :timeline="meeting.timeline"
        :riders="meeting.ridersPresent"
        :locked="locked"
        @aim="editor.apply({ edit: 'setAim', aim: $event })"
        @add="blocks.add($event)"
      />
      <ComposePanel v-else-if="panel === 'compose' && !locked" @take="take" />
      <Suspense v-else-if="panel === 'versions'"
        ><PlanVersions
          :id="meeting.opened.meeting.id"
          :key="state"
          of="meeting"
          :plan="plan"
          :locked="locked"
          @restore="files.restore"
      /></Suspense>
      <PlanSettings v-else-if="panel === 'settings'" :plan="plan" :disabled="locked" @edit="editor.apply" />
      <BlockDetail
        v-else-if="panel === 'block' && selected !== null && selection.index.value >= 0"
        :key="selected"
        :plan="plan"
        :block-id="selected"
        :locked="locked"
        @edit="blocks.edit"
      />
    </SidePanel>
    <MovementPicker
      v-if="finder"
      :at="selection.index.value + (finder === 'add' ? 1 : 0)"
      :free-seconds="left"
      :like="swapped"
      :whom="suiting"
      @close="finder = null"
      @pick="pick"
      @chain="addChain"
    />
  </div>
</template>
