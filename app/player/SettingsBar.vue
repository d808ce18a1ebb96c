<script setup lang="ts">
import type { Settings } from './useKept'

/** Voice, size, ground and one switch; kept on the device. */
const { kept } = defineProps<{ kept: { settings: Settings }; canSpeak: boolean }>()
const { settings } = kept
const GROUNDS = ['device', 'bright', 'dark'] as const
const GROUND_WORDS = { device: 'as the device', bright: 'bright', dark: 'dark' }
function turnGround(): void {
  settings.ground = GROUNDS[(GROUNDS.indexOf(settings.ground) + 1) % GROUNDS.length] ?? 'device'
}
</script>

<template>
  <section aria-label="How it is shown" class="settings">
    <button v-if="canSpeak" class="button" :aria-pressed="settings.voice" @click="settings.voice = !settings.voice">
      Voice: {{ settings.voice ? 'on' : 'off' }}
    </button>
    <button class="button" :aria-pressed="settings.large" @click="settings.large = !settings.large">
      Letters: {{ settings.large ? 'larger' : 'large' }}
    </button>
    <button class="button" @click="turnGround">Ground: {{ GROUND_WORDS[settings.ground] }}</button>
    <button class="button" :aria-pressed="settings.oneSwitch" @click="settings.oneSwitch = !settings.oneSwitch">
      One switch: {{ settings.oneSwitch ? 'on, buttons come in turn' : 'off' }}
    </button>
  </section>
</template>
