<script setup lang="ts">
import { watchEffect } from 'vue'
import AfterScreen from './AfterScreen.vue'
import BackScreen from './BackScreen.vue'
import DoneScreen from './DoneScreen.vue'
import HurtScreen from './HurtScreen.vue'
import PlayScreen from './PlayScreen.vue'
import ReadyScreen from './ReadyScreen.vue'
import { readSheet } from './sheet'
import StartScreen from './StartScreen.vue'
import StoppedScreen from './StoppedScreen.vue'
import { useOneSwitch } from './useOneSwitch'
import { usePractice } from './usePractice'

/** A practice at home, played by itself: one screen after the other. */
const practice = usePractice(readSheet())
const { screen } = practice
const { settings } = practice.kept
useOneSwitch(() => settings.oneSwitch)
/** The dark scheme is a style of its own, for whom it is switched on. */
const MEDIA = { device: '(prefers-color-scheme: dark)', bright: 'not all', dark: 'all' }
watchEffect(() => {
  document.getElementById('dark')?.setAttribute('media', MEDIA[settings.ground])
  document.documentElement.classList.toggle('larger', settings.large)
})
</script>

<template>
  <main>
    <ReadyScreen v-if="screen.kind === 'ready'" :key="screen.chosen.at" :practice="practice" :chosen="screen.chosen" />
    <PlayScreen v-else-if="screen.kind === 'play'" :practice="practice" :chosen="screen.chosen" />
    <AfterScreen v-else-if="screen.kind === 'after'" :practice="practice" :chosen="screen.chosen" />
    <HurtScreen v-else-if="screen.kind === 'hurt'" :practice="practice" :chosen="screen.chosen" />
    <StoppedScreen v-else-if="screen.kind === 'stopped'" :practice="practice" :chosen="screen.chosen" />
    <DoneScreen v-else-if="screen.kind === 'done'" :practice="practice" :count="screen.count" />
    <BackScreen v-else-if="screen.kind === 'back'" :practice="practice" />
    <StartScreen v-else :practice="practice" />
  </main>
</template>
