<script setup lang="ts">
import type { LedClass } from '~/composables/useClass'
import { LEAD_KEYS as KEYS } from '~/keys'

/** The hand on the class: start, pause, on and back, change course, and the ends of it. */
const { led, isSmall, isRehearsal } = defineProps<{
  led: LedClass
  /** On a phone only what a thumb needs. */
  isSmall: boolean
  isRehearsal: boolean
}>()
const emit = defineEmits<{ toggle: []; emergency: []; rehearse: [] }>()
const changing = defineModel<boolean>('changing', { required: true })
const meeting = useMeeting()
const { begun, reading, stops } = led
const isOn = computed(() => begun.value && reading.value.status !== 'finished')
const toggleWords = computed(() => {
  if (reading.value.status === 'ready') return 'Start'
  return reading.value.status === 'running' ? 'Pause' : 'Go on'
})
</script>

<template>
  <button
    class="button button-main text-[1.15rem] min-w-32"
    :title="KEYS.toggle.shown"
    :disabled="stops.length > 0"
    @click="emit('toggle')"
  >
    {{ toggleWords }}
  </button>
  <button v-if="!isSmall" class="button" :title="KEYS.back.shown" :disabled="!begun" @click="led.back">Back</button>
  <button class="button" :title="KEYS.on.shown" :disabled="!begun" @click="led.on">On</button>
  <button v-if="!isSmall" class="button" :title="KEYS.skip.shown" :disabled="!begun" @click="led.skip">Skip</button>
  <button class="button" :title="KEYS.longer.shown" :disabled="!begun" @click="led.stretch(15)">+15 s</button>
  <button
    v-if="isOn && !isSmall"
    class="button"
    :class="changing ? 'button-on' : ''"
    :title="KEYS.course.shown"
    :aria-expanded="changing"
    @click="changing = !changing"
  >
    Change course
  </button>
  <button v-if="isSmall" class="button button-stop" :title="KEYS.emergency.shown" @click="emit('emergency')">
    Stop, emergency
  </button>
  <button v-if="begun && meeting.outcomes.length === 0" class="button button-quiet" @click="led.reset">
    Not begun after all
  </button>
  <NuxtLink
    v-if="reading.status === 'finished' && !isRehearsal"
    :to="`/meetings/${meeting.opened.meeting.id}/reflect`"
    class="button button-main"
    >On to Reflect</NuxtLink
  >
  <button v-else-if="isOn && !isSmall" class="button button-quiet" @click="led.finish">End the class</button>
  <button v-if="!begun && !isRehearsal && !isSmall" class="button" @click="emit('rehearse')">Rehearse</button>
</template>
