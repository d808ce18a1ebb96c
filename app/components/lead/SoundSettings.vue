<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import type { Heard, LeadVoice } from '~/composables/useVoice'

/** What is heard on this device: each by itself to listen to, and how fast it speaks. */
const { open, voice } = defineProps<{ open: boolean; voice: LeadVoice }>()
const emit = defineEmits<{ close: [] }>()
const { heard, canSpeak } = voice
const device = useDeviceVoice()
const SOUNDS = {
  begin: 'It begins',
  half: 'Half of it is done',
  last: 'Five seconds are left',
  change: 'Something changes: sides, a rest, the way to the next',
  end: 'The class is over',
  count: 'A tick at every repetition',
  beat: 'A beat every second, where there is a tempo',
} as const satisfies Record<Exclude<keyof Heard, 'speech'>, string>
type Sound = keyof typeof SOUNDS
const SPOKEN = 'On the chairs: sit on the front edge, and grow tall.'
const said = ref('')
const isMeasuring = ref(false)

function listen(sound: Sound): void {
  voice.wake()
  voice.play(sound)
}
async function measure(): Promise<void> {
  isMeasuring.value = true
  said.value = (await device.measure()) ? '' : 'This device said nothing: it may have no voice for this language.'
  isMeasuring.value = false
}
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-4">
      <DialogPanel
        class="bg-raised border border-line rounded-2xl p-6 w-full max-w-2xl max-h-[94dvh] overflow-auto space-y-4"
        data-test="sounds"
      >
        <DialogTitle as="h1">Sounds and voice</DialogTitle>
        <p class="text-faint">On this device alone. While the voice speaks, the sounds step back.</p>
        <ul class="divide-y divide-line border-y border-line">
          <li v-for="(words, sound) in SOUNDS" :key="sound" class="flex items-center gap-3">
            <label class="flex items-center gap-3 min-h-11 flex-1"
              ><input v-model="heard[sound]" type="checkbox" class="size-5 accent-action" />{{ words }}</label
            >
            <button class="button button-quiet" :data-sound="sound" @click="listen(sound)">
              Listen<span class="sr-only"> to: {{ words }}</span>
            </button>
          </li>
          <li v-if="canSpeak" class="flex items-center gap-3">
            <label class="flex items-center gap-3 min-h-11 flex-1"
              ><input v-model="heard.speech" type="checkbox" class="size-5 accent-action" />The device says the
              cues</label
            >
            <button class="button button-quiet" @click="voice.speak(SPOKEN)">
              Listen<span class="sr-only"> to the voice</span>
            </button>
          </li>
        </ul>
        <div v-if="canSpeak" class="flex flex-wrap items-center gap-3">
          <p class="flex-1 min-w-60" data-test="voice-rate">
            <template v-if="device.measured.value > 0"
              >It speaks <span class="numerals">{{ device.measured.value }}</span> words a minute, and is asked for
              <span class="numerals">{{ Math.round(device.measured.value * device.rate.value) }}</span>. What is said is
              written for that.</template
            ><template v-else>How fast it speaks is not known yet. Measured once, nothing is cut off.</template>
          </p>
          <button class="button" :disabled="isMeasuring" @click="measure">
            {{ isMeasuring ? 'It speaks …' : 'Measure the voice' }}
          </button>
        </div>
        <p v-if="said" class="wrong" role="alert">{{ said }}</p>
        <button class="button button-main" @click="emit('close')">Done</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
