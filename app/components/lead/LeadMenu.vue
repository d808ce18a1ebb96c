<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import type { LedClass } from '~/composables/useClass'
import { LEAD_KEYS as KEYS } from '~/keys'

/** What is needed now and then while leading: from how far it is read, what is heard, the other steps, and the ends. */
const { led } = defineProps<{ led: LedClass }>()
const emit = defineEmits<{ toggle: []; sounds: [] }>()
const distance = defineModel<Distance>('distance', { required: true })
const meeting = useMeeting()
const { isLead } = useAccount()
const DISTANCES = { room: 'Room', hand: 'Hand', pocket: 'Pocket' } as const
type Distance = keyof typeof DISTANCES
const STEPS = { prepare: 'Prepare', gather: 'Gather', reflect: 'Reflect' } as const
const steps = computed(() => Object.entries(STEPS).filter(([to]) => to !== 'reflect' || isLead.value))
const isOn = computed(() => led.begun.value && led.reading.value.status !== 'finished')
</script>

<template>
  <Popover v-slot="{ close }" class="relative">
    <!-- Space means the clock here as well; Enter opens. -->
    <span @keydown.space.capture.stop.prevent="emit('toggle')"
      ><PopoverButton class="button button-quiet">Menu</PopoverButton></span
    >
    <PopoverPanel
      class="absolute right-0 z-40 mt-2 w-80 max-w-[92vw] bg-raised border border-line rounded-2xl shadow-xl p-4 space-y-3"
      data-test="lead-menu"
    >
      <div role="group" aria-label="Read from" class="flex gap-1">
        <button
          v-for="(words, key) in DISTANCES"
          :key="key"
          class="button flex-1 px-2"
          :class="distance === key ? 'button-on' : ''"
          :aria-pressed="distance === key"
          :title="KEYS.distance.shown"
          @click="((distance = key), close())"
        >
          {{ words }}
        </button>
      </div>
      <button class="button w-full" @click="(emit('sounds'), close())">Sounds and voice</button>
      <nav aria-label="Steps of the meeting" class="flex flex-wrap gap-1 border-t border-line pt-2">
        <NuxtLink
          v-for="[to, words] in steps"
          :key="to"
          :to="`/meetings/${meeting.opened.meeting.id}/${to}`"
          class="button button-quiet"
          >{{ words }}</NuxtLink
        >
        <NuxtLink
          :to="`/meetings/${meeting.opened.meeting.id}/follow`"
          target="_blank"
          class="button button-quiet xl:hidden"
          >Second screen</NuxtLink
        >
      </nav>
      <div v-if="isOn" class="flex flex-wrap gap-1 border-t border-line pt-2">
        <button class="button button-quiet" @click="(led.finish(), close())">End the class</button>
        <button v-if="meeting.outcomes.length === 0" class="button button-quiet" @click="(led.reset(), close())">
          Not begun after all
        </button>
      </div>
    </PopoverPanel>
  </Popover>
</template>
