<script setup lang="ts">
import type { HomeSheet } from '~~/core/home/homeSheet'
import AfterScreen from './AfterScreen.vue'
import BackScreen from './BackScreen.vue'
import DoneScreen from './DoneScreen.vue'
import HurtScreen from './HurtScreen.vue'
import PlayScreen from './PlayScreen.vue'
import ReadyScreen from './ReadyScreen.vue'
import StartScreen from './StartScreen.vue'
import StoppedScreen from './StoppedScreen.vue'
import { useLook } from './useLook'
import { useOneSwitch } from './useOneSwitch'
import { usePractice } from './usePractice'

/** A practice at home, played by itself: one screen after the other. */
const { sheet } = defineProps<{ sheet: HomeSheet }>()
const practice = usePractice(sheet)
const { screen } = practice
const { settings } = practice.kept
useOneSwitch(() => settings.oneSwitch)
useLook(settings)
</script>

<template>
  <main>
    <ReadyScreen v-if="screen.kind === 'ready'" :key="screen.chosen.at" :practice="practice" :chosen="screen.chosen" />
    <PlayScreen v-else-if="screen.kind === 'play'" :practice="practice" :chosen="screen.chosen" />
    <AfterScreen v-else-if="screen.kind === 'after'" :practice="practice" :chosen="screen.chosen" />
    <HurtScreen
      v-else-if="screen.kind === 'hurt'"
      :practice="practice"
      :chosen="screen.chosen"
      :is-done="screen.isDone"
    />
    <StoppedScreen v-else-if="screen.kind === 'stopped'" :practice="practice" :chosen="screen.chosen" />
    <DoneScreen v-else-if="screen.kind === 'done'" :practice="practice" :count="screen.count" />
    <BackScreen v-else-if="screen.kind === 'back'" :practice="practice" />
    <StartScreen v-else :practice="practice" />
  </main>
</template>
