<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import type { LedClass } from '~/composables/useClass'
import type { Heard } from '~/composables/useVoice'
import { LEAD_KEYS as KEYS } from '~/keys'

/** What is needed now and then while leading: from how far it is read, what is heard, the other steps, and the ends. */
const { led, canSpeak } = defineProps<{ led: LedClass; canSpeak: boolean }>()
const emit = defineEmits<{ toggle: [] }>()
const distance = defineModel<Distance>('distance', { required: true })
const heard = defineModel<Heard>('heard', { required: true })
const meeting = useMeeting()
const { isLead } = useAccount()
const DISTANCES = { room: 'Room', hand: 'Hand', pocket: 'Pocket' } as const
type Distance = keyof typeof DISTANCES
const SPEECH: [keyof Heard, string] = ['speech', 'The device says the cues']
const SOUNDS = computed((): [keyof Heard, string][] => [
  ['tones', 'A soft tone where something changes'],
  ['lastFive', 'Five ticks before the end'],
  ['count', 'A tick at every repetition'],
  ...(canSpeak ? [SPEECH] : []),
])
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
      <fieldset>
        <legend class="text-faint text-[0.94rem]">Heard on this device</legend>
        <label v-for="[key, words] in SOUNDS" :key="key" class="flex items-center gap-3 min-h-11"
          ><input
            type="checkbox"
            class="size-5 accent-action"
            :checked="heard[key]"
            @change="heard = { ...heard, [key]: isTicked($event) }"
          />{{ words }}</label
        >
      </fieldset>
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
          class="button button-quiet lg:hidden"
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
