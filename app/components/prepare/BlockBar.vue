<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { addSeconds } from 'date-fns'
import { entryAt } from '~~/core/entries'
import { TIERS } from '~~/core/catalogue/words'
import { doseWords, roundsWords } from '~~/core/plan/doseWords'
import type { Edit } from '~~/core/plan/edits'
import type { Chain } from '~~/core/plan/chain'
import type { Plan } from '~~/core/plan/plan'
import { PREPARE_KEYS as KEYS } from '~/keys'
import { clockWords } from '~/words/clock'
import { doneWords } from '~/words/prepare'
import { TIER_NAMES } from '~/words/tiers'

/** The chosen block beneath the lanes: its dose as a sentence, lane by lane who does what, what can be done with it. */
const {
  plan,
  blockId,
  locked,
  chain = null,
  chosen = 1,
  whyNoChain = null,
} = defineProps<{
  plan: Plan
  blockId: string
  locked: boolean
  /** The chain that the block is a part of. */
  chain?: Chain | null
  /** How many blocks are chosen, and why they cannot be one chain. */
  chosen?: number
  whyNoChain?: string | null
}>()
const emit = defineEmits<{
  edit: [edit: Edit]
  move: [by: 1 | -1]
  again: []
  swap: []
  lanes: []
  remove: []
  link: []
  loose: []
  rename: [name: string]
  turnSides: []
}>()
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const index = computed(() => plan.blocks.findIndex((block) => block.id === blockId))
const block = computed(() => entryAt(plan.blocks, index.value))
const movement = computed(() => catalogue.value.movements.get(block.value.movement))
const time = computed(() => meeting.timeline.blocks[index.value])
const begins = computed(() =>
  meeting.wallAt(addSeconds(meeting.opened.meeting.startsAt, time.value?.startsAt ?? 0), 'HH:mm'),
)
const rounds = computed(
  () =>
    (block.value.onSide && `${block.value.onSide} side`) ||
    roundsWords(block.value.rounds, movement.value?.sides ?? 'both', block.value.sideOrder, block.value.catchUp) ||
    'one round',
)
/** Several blocks that are no chain yet. */
const isMany = computed(() => chosen > 1 && chain === null)
/** More names than these are a number. */
const NAMES_AT_MOST = 4
const namesOf = (names: string[]) =>
  names.length > NAMES_AT_MOST ? `${names.slice(0, 2).join(', ')} and ${names.length - 2} more` : names.join(', ')
const lanes = computed(() =>
  TIERS.flatMap((tier) => {
    if (!time.value?.lanes[tier]) return []
    const rungs = new Map<string, { name: string; level: number; people: string[] }>()
    const breathing: string[] = []
    for (const rider of meeting.ridersPresent.filter((one) => one.tier === tier)) {
      const offer = rider.offers[index.value]?.[0]
      const name = meeting.calledOf(rider.id)
      if (!offer?.variation || offer.kind === 'breath') breathing.push(name)
      else {
        const { id, level } = offer.variation
        const known = rungs.get(id)
        if (known) known.people.push(name)
        else rungs.set(id, { name: doneWords(offer), level, people: [name] })
      }
    }
    const [most, ...others] = [...rungs.values()].toSorted((a, b) => b.people.length - a.people.length)
    return [{ tier, most, others, breathing }]
  }),
)
const way = computed(() => Math.round(time.value?.changeoverSeconds ?? 0))
/** More than this to get somewhere is worth a look. */
const LONG_WAY_SECONDS = 20
</script>

<template>
  <section :aria-label="movement?.name" class="@container bg-raised border-t-2 border-action">
    <div
      class="grid gap-x-8 gap-y-2 px-5 py-2 @min-[760px]:grid-cols-[minmax(0,1fr)_15rem] @min-[1000px]:grid-cols-[minmax(0,29rem)_minmax(0,1fr)_15rem]"
    >
      <div class="min-w-0">
        <div class="leading-tight flex flex-wrap items-baseline gap-x-2.5">
          <h2 class="text-[1.15rem]">{{ movement?.name ?? block.movement }}</h2>
          <span v-if="isMany" class="text-faint text-[0.94rem]"
            >{{ chosen }} are chosen{{ whyNoChain ? `. ${whyNoChain}` : '' }}</span
          >
          <span v-else class="text-faint text-[0.94rem] numerals"
            >block {{ index + 1 }} of {{ plan.blocks.length }}, at {{ begins }}, takes
            {{ clockWords(time?.seconds ?? 0) }}</span
          >
        </div>
        <p class="flex flex-wrap items-center gap-x-1" data-test="sentence">
          <Popover class="relative"
            ><PopoverButton class="touched-word" :disabled="locked" title="The dose">{{
              doseWords(block.dose)
            }}</PopoverButton
            ><PopoverPanel class="touched-panel"
              ><DoseFields
                :dose="block.dose"
                :disabled="locked"
                @change="emit('edit', { edit: 'setDose', id: blockId, dose: $event })" /></PopoverPanel
          ></Popover>
          <Popover class="relative"
            ><PopoverButton class="touched-word" :disabled="locked" title="Rounds, sides and rest"
              >{{ rounds
              }}<template v-if="block.restSeconds > 0"
                >, rest {{ block.restSeconds }} s{{ block.untilTalk ? ', until they can talk' : '' }}</template
              ></PopoverButton
            ><PopoverPanel class="touched-panel"
              ><RoundsFields
                :block="block"
                :sides="movement?.sides ?? 'both'"
                :disabled="locked"
                @edit="emit('edit', $event)" /></PopoverPanel
          ></Popover>
        </p>
        <DoseSentence
          :key="block.id"
          :block="block"
          :sides="movement?.sides ?? 'both'"
          :disabled="locked"
          @edit="emit('edit', $event)"
        />
      </div>
      <ul class="hidden @min-[1000px]:block min-w-0 leading-tight text-[0.94rem]">
        <li v-for="{ tier, most, others, breathing } in lanes" :key="tier" class="flex items-center gap-2 min-h-[26px]">
          <TierGlyph :tier="tier" :level="most?.level ?? null" :size="26" :label="TIER_NAMES[tier]" />
          <span class="truncate"
            ><b>{{ most?.name ?? 'Breath' }}</b> {{ most ? namesOf(most.people) : '' }}</span
          >
          <span v-for="other in others" :key="other.name" class="flex items-center gap-1 text-faint shrink-0"
            ><TierGlyph :tier="tier" :level="other.level" :size="24" :label="other.name" />{{
              other.people.length > 2 ? `${other.people.length} people` : other.people.join(', ')
            }}</span
          >
          <span v-if="breathing.length > 0" class="flex items-center gap-1 text-faint shrink-0"
            ><MarkGlyph mark="breath" :size="20" label="" />{{ namesOf(breathing) }}
            {{ breathing.length === 1 ? 'breathes' : 'breathe' }}</span
          >
        </li>
        <li v-if="way > 0" class="flex items-center gap-3">
          <span class="rounded-lg px-2" :class="way > LONG_WAY_SECONDS ? 'bg-mark-soft' : ''"
            >Getting there takes {{ clockWords(way) }}</span
          >
        </li>
      </ul>
      <div class="flex flex-wrap gap-x-2 content-start justify-items-start @min-[760px]:grid @min-[760px]:grid-cols-2">
        <button
          class="button button-quiet"
          :disabled="locked || index < 1"
          :title="KEYS.earlier.shown"
          @click="emit('move', -1)"
        >
          ← Earlier
        </button>
        <button
          class="button button-quiet"
          :disabled="locked || index === plan.blocks.length - 1"
          :title="KEYS.later.shown"
          @click="emit('move', 1)"
        >
          Later →
        </button>
        <button class="button button-quiet" :disabled="locked" @click="emit('again')">
          Once more <kbd class="key">{{ KEYS.again.shown }}</kbd>
        </button>
        <button class="button button-quiet" :disabled="locked" @click="emit('swap')">
          Swap <kbd class="key">{{ KEYS.swap.shown }}</kbd>
        </button>
        <button
          v-if="isMany"
          class="button button-quiet"
          :disabled="locked || whyNoChain !== null"
          title="One short flow under one name"
          data-test="link"
          @click="emit('link')"
        >
          Chain <kbd class="key">{{ KEYS.chain.shown }}</kbd>
        </button>
        <button v-else class="button button-quiet" @click="emit('lanes')">Lane by lane</button>
        <button class="button button-quiet" :disabled="locked" :title="KEYS.remove.shown" @click="emit('remove')">
          Remove
        </button>
      </div>
    </div>
    <ChainRow
      v-if="chain"
      :chain="chain"
      :locked="locked"
      @rename="emit('rename', $event)"
      @turn-sides="emit('turnSides')"
      @loose="emit('loose')"
    />
  </section>
</template>
