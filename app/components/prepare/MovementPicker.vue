<script setup lang="ts">
import { entryOf, sure } from '~~/core/entries'
import { counted, joined } from '~~/core/sentence'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import Sortable from 'sortablejs'
import type { Movement } from '~~/core/catalogue/catalogue'
import type { ReadyChain } from '~~/core/catalogue/chain'
import { likeness, nameDistance } from '~~/core/catalogue/nearness'
import { REGIONS, TIERS, type Region, type Tier } from '~~/core/catalogue/words'
import { placingsAt, type Placing } from '~~/core/plan/placing'
import { ownProps } from '~~/core/check/propChecks'
import { propsOut } from '~~/core/room/propsOut'
import { placingWords } from '~/words/prepare'
import { TIER_NAMES } from '~/words/tiers'

/**
 * Finds a movement beside the lanes, says what it costs at this place, and hands it on: by Enter, by a click, or
 * dragged to where it should go.
 */
const {
  at,
  freeSeconds,
  like = null,
  whom = [],
} = defineProps<{
  at: number
  /** Seconds of the plan that are still free. */
  freeSeconds: number
  /** What it takes the place of; left out: it is one more. */
  like?: Movement | null
  /** Who is to have a version of it: only what has one for all of them is shown. */
  whom?: readonly string[]
}>()
const meeting = useMeeting()
const emit = defineEmits<{ close: []; pick: [movement: Movement]; chain: [chain: ReadyChain] }>()
const { catalogue } = storeToRefs(useCatalogue())
const title = computed(() => (like ? `Instead of ${like.name}` : 'Add a movement'))
const suits = (movement: Movement) =>
  !costs.value.get(movement.id)?.breathing.some((id) => whom.includes(id)) && movement.quality !== 'breath'
const asked = ref('')
const region = ref<Region | ''>('')
const tier = ref<Tier | ''>('')
const only = reactive({ there: false, fits: false, props: false })
const order = ref<'catalogue' | 'shortest' | 'nearest'>('catalogue')
const costs = shallowRef(new Map<string, Placing>())
const panel = useTemplateRef('panel')
const list = useTemplateRef<{ el?: HTMLElement }>('list')

onMounted(() => panel.value?.querySelector('input')?.focus())
// The panel first, then what everything costs here.
watch(
  () => [at, meeting.plan] as const,
  async () => {
    await new Promise((resolve) => setTimeout(resolve))
    costs.value = placingsAt(meeting.planned, at, {
      riders: meeting.ridersPresent,
      expected: meeting.present.map((person) => meeting.expected(person.id)),
      met: new Set(meeting.opened.met),
      catalogue: catalogue.value,
    })
  },
  { immediate: true },
)
const nameOf = meeting.calledOf

const found = computed(() => {
  const words = asked.value
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  return [...catalogue.value.movements.values()]
    .filter((movement) => {
      const text = [
        movement.name,
        movement.intent,
        ...Object.keys(movement.regions).map((region) => region.replaceAll('-', ' ')),
        movement.phase,
      ]
        .join(' ')
        .toLowerCase()
      const cost = costs.value.get(movement.id)
      return (
        movement.id !== like?.id &&
        words.every((word) => text.includes(word)) &&
        (region.value === '' || (movement.regions[region.value] ?? 0) >= 0.4) &&
        (tier.value === '' || movement.ladders[tier.value] !== undefined) &&
        (!only.there || (cost?.changeoverSeconds ?? 1) === 0) &&
        (!only.fits || (cost?.seconds ?? Infinity) <= freeSeconds) &&
        (!only.props || hasProps(cost)) &&
        (whom.length === 0 || suits(movement))
      )
    })
    .sort((a, b) => nameDistance(a.name, asked.value) - nameDistance(b.name, asked.value) || rankOf(a) - rankOf(b))
})
/** Chains of which every part, or the name, is what is asked for. */
const chains = computed(() => {
  const words = asked.value.toLowerCase().split(/\s+/)
  return catalogue.value.chains
    .map((chain) => ({ chain, parts: chain.parts.map(({ movement }) => entryOf(catalogue.value.movements, movement)) }))
    .filter(({ chain, parts }) => {
      const text = `${chain.name} ${chain.words} ${parts.map(({ name }) => name).join(' ')}`.toLowerCase()
      return words.every((word) => text.includes(word))
    })
})
/** Handed on, and the next one can be looked for at once. */
const added = ref('')
function pick(movement: Movement): void {
  emit('pick', movement)
  added.value = like ? '' : movement.name
  asked.value = ''
  const field = panel.value?.querySelector('input')
  if (field) field.value = ''
  field?.focus()
}
function hasProps(cost: Placing | undefined): boolean {
  const users = (cost?.offers ?? []).map((user) => ({
    ...user,
    ...ownProps(meeting.personOf(user.id)),
  }))
  return propsOut(users, meeting.opened.venue.cupboard, catalogue.value).short.length === 0
}
function rankOf(movement: Movement): number {
  if (order.value === 'catalogue' && like) return -likeness(movement, like)
  const cost = costs.value.get(movement.id)
  if (order.value === 'catalogue' || !cost) return movement.number
  return order.value === 'shortest' ? cost.seconds : cost.changeoverSeconds
}

onMounted(() => {
  // Pressing would choose at once; here a press may become a drag, and a click chooses.
  const element = sure(list.value?.el, 'The finder has no list.')
  element.addEventListener(
    'mousedown',
    (event) => {
      event.stopPropagation()
      event.preventDefault()
    },
    { capture: true },
  )
  const sortable = Sortable.create(element, {
    group: { name: 'blocks', pull: 'clone', put: false },
    sort: false,
    forceFallback: true,
    fallbackOnBody: true,
    fallbackTolerance: 4,
    delay: 120,
    delayOnTouchOnly: true,
    draggable: '[data-movement]',
  })
  onBeforeUnmount(() => sortable.destroy())
})
</script>

<template>
  <aside
    ref="panel"
    role="dialog"
    :aria-label="title"
    class="fixed top-[52px] bottom-0 right-0 z-30 w-[454px] max-w-full bg-raised border-l-2 border-action flex flex-col p-4 gap-3"
    @keydown.esc.stop="emit('close')"
  >
    <div class="flex items-center">
      <h2>{{ title }}</h2>
      <button class="button button-quiet ml-auto" title="Esc" @click="emit('close')">Close</button>
    </div>
    <Combobox
      nullable
      :model-value="null"
      @update:model-value="(movement: Movement | null) => movement && pick(movement)"
    >
      <ComboboxInput
        class="field"
        placeholder="Hip, breath, balance …"
        aria-label="Name, intent or region"
        @change="asked = $event.target.value"
      />
      <div class="grid grid-cols-3 gap-2 text-[0.94rem]">
        <select v-model="region" class="field px-2" aria-label="Region">
          <option value="">any region</option>
          <option v-for="one in REGIONS" :key="one" :value="one">{{ one.replaceAll('-', ' ') }}</option>
        </select>
        <select v-model="tier" class="field px-2" aria-label="Tier">
          <option value="">any tier</option>
          <option v-for="one in TIERS" :key="one" :value="one">{{ TIER_NAMES[one] }}</option>
        </select>
        <select v-model="order" class="field px-2" aria-label="Order">
          <option value="catalogue">in their order</option>
          <option value="nearest">least moving first</option>
          <option value="shortest">shortest first</option>
        </select>
      </div>
      <div class="flex flex-wrap gap-x-4 text-[0.94rem]">
        <label class="flex items-center gap-2 min-h-11"
          ><input v-model="only.there" type="checkbox" class="size-5 accent-action" />Nobody has to move</label
        >
        <label class="flex items-center gap-2 min-h-11"
          ><input v-model="only.fits" type="checkbox" class="size-5 accent-action" />Fits the free time</label
        >
        <label class="flex items-center gap-2 min-h-11"
          ><input v-model="only.props" type="checkbox" class="size-5 accent-action" />Props are there</label
        >
      </div>
      <p class="text-[0.88rem] text-faint">
        <b v-if="added" class="text-ink" role="status">{{ added }} is in. </b>{{ found.length }} of
        {{ catalogue.movements.size }}.
        <b v-if="whom.length > 0" class="text-ink">For {{ joined(whom.map(nameOf), ', ') }} too. </b
        >{{ like ? 'The nearest first.' : 'Enter puts it behind the chosen block; drag it where it should go.' }}
      </p>
      <details v-if="!like && whom.length === 0 && chains.length > 0" class="text-[0.94rem]" data-test="ready-chains">
        <summary class="cursor-pointer min-h-9 leading-9 font-semibold">
          {{ counted(chains.length, 'ready chain') }}
        </summary>
        <ul class="max-h-72 overflow-auto">
          <li v-for="{ chain, parts } in chains" :key="chain.id">
            <button
              type="button"
              class="w-full text-left rounded-lg px-2 py-1.5 hover:bg-action-soft leading-tight"
              :data-chain="chain.id"
              @click="emit('chain', chain)"
            >
              <span class="block font-semibold">{{ chain.name }}</span>
              <span class="block text-[0.88rem] text-faint">{{ chain.words }}</span>
              <span class="block text-[0.88rem]"
                >{{ parts.map(({ name }) => name).join(', ')
                }}{{ chain.bySide ? '; one side, then the other' : '' }}</span
              >
            </button>
          </li>
        </ul>
      </details>
      <ComboboxOptions ref="list" static class="flex-1 overflow-auto -mx-2">
        <ComboboxOption
          v-for="movement in found"
          :key="movement.id"
          v-slot="{ active }"
          :value="movement"
          as="template"
        >
          <li
            class="flex gap-3 items-center px-2 py-2 rounded-lg cursor-grab"
            :data-movement="movement.id"
            :class="active ? 'bg-action-soft' : ''"
            @click="pick(movement)"
          >
            <div class="flex-1 min-w-0">
              <p class="font-semibold leading-tight">{{ movement.name }}</p>
              <p data-more class="text-[0.88rem] leading-tight text-faint">{{ movement.intent }}</p>
              <p v-if="costs.get(movement.id)" data-more class="text-[0.88rem] numerals leading-tight">
                {{ placingWords(entryOf(costs, movement.id), nameOf) }}
              </p>
            </div>
            <span data-more class="flex"
              ><span v-for="one in TIERS" :key="one" :class="movement.ladders[one] ? '' : 'opacity-35'"
                ><TierGlyph
                  :tier="one"
                  :size="20"
                  :label="movement.ladders[one] ? TIER_NAMES[one] : `${TIER_NAMES[one]}: a stand-in`" /></span
            ></span>
          </li>
        </ComboboxOption>
        <li v-if="found.length === 0" class="px-3 py-4 text-faint">
          No movement is like this. Try a body part, fewer words, or take a wish away.
        </li>
      </ComboboxOptions>
    </Combobox>
  </aside>
</template>
