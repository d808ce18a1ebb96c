<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import type { Movement } from '~~/core/catalogue/catalogue'
import { TIERS } from '~~/core/catalogue/words'
import { placingsAt, type Placing } from '~~/core/plan/placing'
import { clockWords } from '~/words/clockWords'
import { calledName, TIER_NAMES } from '~/words/tierWords'

/** Finds a movement by name, intent, region or tier, says what it costs at this place, and hands it on. */
const { open, at } = defineProps<{ open: boolean; at: number }>()
const meeting = useMeeting()
const emit = defineEmits<{ close: []; pick: [movement: Movement] }>()
const { catalogue } = storeToRefs(useCatalogue())
const asked = ref('')
const costs = shallowRef(new Map<string, Placing>())
const order = ref<'catalogue' | 'shortest' | 'nearest'>('catalogue')
watch(() => open, async (isOpen) => {
  asked.value = ''
  if (!isOpen) return
  // The dialog first, then what everything costs.
  await new Promise((resolve) => setTimeout(resolve))
  costs.value = placingsAt(meeting.plan!, at, meeting.ridersPresent, meeting.present.map((person) => meeting.expected(person.id)), new Set(meeting.view!.met), catalogue.value)
})
const nameOf = (id: string) => calledName(meeting.view!.people.find((person) => person.id === id)?.name ?? '')
function costWords({ seconds, changeoverSeconds, breathing }: Placing): string {
  const way = changeoverSeconds === 0 ? 'nobody has to move' : `${Math.round(changeoverSeconds)} s to get there`
  return [`+${clockWords(Math.max(0, seconds))}`, way, breathing.length > 0 ? `breath only for ${breathing.map(nameOf).join(', ')}` : ''].filter((words) => words !== '').join(', ')
}

const found = computed(() => {
  const words = asked.value.toLowerCase().split(/\s+/).filter((word) => word !== '')
  return [...catalogue.value.movements.values()].filter((movement) => {
    const text = `${movement.name} ${movement.intent} ${Object.keys(movement.regions).join(' ').replaceAll('-', ' ')} ${movement.phase}`.toLowerCase()
    return words.every((word) => text.includes(word))
  }).sort((a, b) => rankOf(a) - rankOf(b))
})
function rankOf(movement: Movement): number {
  const cost = costs.value.get(movement.id)
  if (order.value === 'catalogue' || !cost) return movement.number
  return order.value === 'shortest' ? cost.seconds : cost.changeoverSeconds
}
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="emit('close')">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-start justify-center pt-[8vh] p-5">
      <DialogPanel class="bg-raised rounded-2xl p-5 w-full max-w-2xl">
        <DialogTitle as="h2" class="mb-3">Add a movement</DialogTitle>
        <Combobox nullable :model-value="null" @update:model-value="(movement: Movement | null) => movement && emit('pick', movement)">
          <div class="flex gap-3"><ComboboxInput class="field" placeholder="Hip, breath, balance …" aria-label="Name, intent or region" @change="asked = $event.target.value" /><select v-model="order" class="field w-56" aria-label="Order"><option value="catalogue">in their order</option><option value="nearest">least moving first</option><option value="shortest">shortest first</option></select></div>
          <ComboboxOptions static class="mt-3 max-h-[60vh] overflow-auto">
            <ComboboxOption v-for="movement in found" :key="movement.id" v-slot="{ active }" :value="movement" as="template">
              <li class="flex gap-3 items-center px-3 py-2 rounded-lg cursor-pointer" :class="active ? 'bg-action-soft' : ''">
                <div class="flex-1">
                  <p class="font-semibold">{{ movement.name }}</p>
                  <p class="text-[0.94rem] text-faint">{{ movement.intent }}</p>
                  <p v-if="costs.get(movement.id)" class="text-[0.88rem] numerals">{{ costWords(costs.get(movement.id)!) }}</p>
                </div>
                <span v-for="tier in TIERS" :key="tier" :class="movement.ladders[tier] ? '' : 'opacity-35'"><TierGlyph :tier="tier" :size="24" :label="movement.ladders[tier] ? TIER_NAMES[tier] : `${TIER_NAMES[tier]}: a stand-in`" /></span>
              </li>
            </ComboboxOption>
            <li v-if="found.length === 0" class="px-3 py-4 text-faint">No movement has these words. Try a body part, or fewer words.</li>
          </ComboboxOptions>
        </Combobox>
      </DialogPanel>
    </div>
  </Dialog>
</template>
