import { watchEffect } from 'vue'
import type { Settings } from './useKept'

/** The dark scheme is a style of its own, for whom it is switched on. */
const MEDIA = { device: '(prefers-color-scheme: dark)', bright: 'not all', dark: 'all' }

/** Shows the page on the ground, and in the letters, that were chosen. */
export function useLook(settings: Pick<Settings, 'ground' | 'large'>): void {
  watchEffect(() => {
    document.getElementById('dark')?.setAttribute('media', MEDIA[settings.ground])
    document.documentElement.classList.toggle('larger', settings.large)
  })
}
