<script setup lang="ts">
import {
  Combobox,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
  Dialog,
  DialogPanel,
  DialogTitle,
} from '@headlessui/vue'
import { calledLike } from '~~/core/catalogue/nearness'
import { wallWords } from '~~/core/calendar/wall'
import { refusalOf } from '~/composables/useRefusal'
import { TIER_NAMES } from '~/words/tiers'

/** What was found among people, movements, plans and meetings: fetched with the first look for something. */
interface Thing {
  kind: 'Person' | 'Movement' | 'Plan' | 'Meeting'
  name: string
  /** Shown beside the name, and found by as well. */
  more: string
  to: string
}
const SHOWN = 12
const { isLead } = useAccount()
const practice = usePractice()
const shelf = useShelf()
const { catalogue } = storeToRefs(useCatalogue())
const emit = defineEmits<{ close: [] }>()
const asked = ref('')
const problem = ref('')
const STAGES = { prepare: 'prepare', lead: 'lead', reflect: 'reflect', settled: 'reflect' } as const

try {
  await Promise.all([practice.open(), shelf.open()])
} catch (error) {
  problem.value = refusalOf(error).message
}
const circleName = (id: string) => practice.circles.find((circle) => circle.id === id)?.name ?? ''
const things = computed((): Thing[] => [
  ...practice.people.map((person): Thing => ({
    ...{ kind: 'Person', name: person.name, more: TIER_NAMES[person.homeTier], to: `/people/${person.id}` },
  })),
  ...[...catalogue.value.movements.values()].map((movement): Thing => ({
    ...{ kind: 'Movement', name: movement.name, more: movement.intent, to: `/movements/${movement.id}` },
  })),
  ...shelf.plans
    .filter(({ archived }) => !archived)
    .map(({ id, plan, tags }): Thing => ({
      ...{ kind: 'Plan', name: plan.title || 'No title', to: `/plans?plan=${id}` },
      more: [`${plan.minutes} min`, ...tags].join(', '),
    })),
  ...practice.meetings.map((meeting): Thing => ({
    kind: 'Meeting',
    name: `${wallWords(meeting.startsAt, meeting.zone, 'd MMMM yyyy')}: ${meeting.title || 'no title'}`,
    more: circleName(meeting.circleId),
    to: `/meetings/${meeting.id}/${isLead.value ? STAGES[meeting.stage] : 'gather'}`,
  })),
])
const found = computed(() => calledLike(things.value, asked.value))
async function go(thing: Thing | null): Promise<void> {
  if (!thing) return
  emit('close')
  await navigateTo(thing.to)
}
</script>

<template>
  <Dialog open class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-x-0 top-[8vh] grid place-items-center px-5">
      <DialogPanel class="bg-raised rounded-2xl p-4 w-full max-w-2xl max-h-[84dvh] flex flex-col" data-test="search">
        <DialogTitle as="h2" class="sr-only">Find people, movements, plans and meetings</DialogTitle>
        <Combobox nullable :model-value="null" @update:model-value="go">
          <ComboboxInput
            class="field text-[1.2rem]"
            placeholder="A name, a movement, a plan, a date"
            aria-label="Find people, movements, plans and meetings"
            @change="asked = $event.target.value"
          />
          <p v-if="problem" class="wrong mt-2" role="alert">{{ problem }}</p>
          <ComboboxOptions static class="mt-2 overflow-auto">
            <ComboboxOption
              v-for="thing in found.slice(0, SHOWN)"
              :key="thing.to"
              v-slot="{ active }"
              :value="thing"
              as="template"
            >
              <li
                class="flex items-baseline gap-3 px-3 py-2 rounded-lg cursor-pointer"
                :class="active ? 'bg-action-soft' : ''"
                :data-found="thing.kind"
              >
                <span class="font-semibold">{{ thing.name }}</span>
                <span class="text-faint text-[0.94rem] truncate flex-1">{{ thing.more }}</span>
                <span class="text-faint text-[0.94rem]">{{ thing.kind }}</span>
              </li>
            </ComboboxOption>
            <li v-if="asked.trim() !== '' && found.length === 0" class="px-3 py-2 text-faint">
              Nothing is called like this.
            </li>
          </ComboboxOptions>
        </Combobox>
      </DialogPanel>
    </div>
  </Dialog>
</template>
