<script setup lang="ts">
import type { LedClass } from '~/composables/useClass'
import { LEAD_KEYS as KEYS } from '~/keys'

/** The hand on the class: one main button, and beside it, quietly, on and back, more time, another course. */
const { led, isRehearsal, isSmall } = defineProps<{ led: LedClass; isRehearsal: boolean; isSmall: boolean }>()
const emit = defineEmits<{ toggle: []; rehearse: [] }>()
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
  <div class="shrink-0" :class="isSmall ? 'grid grid-cols-[auto_1fr_auto_auto] items-center' : 'text-center'">
    <NuxtLink
      v-if="reading.status === 'finished' && !isRehearsal"
      :to="`/meetings/${meeting.opened.meeting.id}/reflect`"
      class="button button-main min-h-15 min-w-59 text-[1.25rem]"
      :class="isSmall ? 'col-span-4' : ''"
      >On to Reflect</NuxtLink
    >
    <template v-else>
      <button v-if="isSmall" class="button button-quiet" :disabled="!begun" @click="led.back">← Back</button>
      <button
        class="button button-main min-h-15 text-[1.25rem]"
        :class="isSmall ? 'min-w-28' : 'min-w-59'"
        :disabled="stops.length > 0"
        @click="emit('toggle')"
      >
        {{ toggleWords }} <kbd v-if="!isSmall" class="key">{{ KEYS.toggle.shown }}</kbd>
      </button>
      <template v-if="isSmall"
        ><button class="button button-quiet" :disabled="!begun" @click="led.on">On →</button
        ><button class="button button-quiet" :disabled="!begun" @click="led.stretch(15)">15 s more</button></template
      >
      <p v-else-if="isOn" class="flex flex-wrap justify-center -mx-2">
        <button class="button button-quiet" :title="KEYS.back.shown" @click="led.back">← Back</button
        ><button class="button button-quiet" :title="KEYS.on.shown" @click="led.on">On →</button
        ><button class="button button-quiet" :title="KEYS.skip.shown" @click="led.skip">Skip ↓</button
        ><button class="button button-quiet" :title="KEYS.longer.shown" @click="led.stretch(15)">15 s more</button
        ><button
          class="button button-quiet"
          :class="changing ? 'button-on' : ''"
          :title="KEYS.course.shown"
          :aria-expanded="changing"
          @click="changing = !changing"
        >
          Change course
        </button>
      </p>
      <p v-else-if="!isRehearsal && !begun">
        <button class="button button-quiet" @click="emit('rehearse')">Rehearse</button>
      </p>
    </template>
  </div>
</template>
