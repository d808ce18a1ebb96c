import type { HomeDone, NextDay } from '~~/core/home/homeReport'
import type { HomeSheet } from '~~/core/home/homeSheet'
import { useStored } from './useStored'

/** How a page is shown. */
export interface Settings {
  voice: boolean
  large: boolean
  oneSwitch: boolean
  ground: 'device' | 'bright' | 'dark'
}

/** What this device keeps of a handout. */
interface Kept {
  done: HomeDone[]
  /** By the day that was practised. */
  after: Record<string, NextDay>
  /** Movements that ended with strong or sharp pain and wait for a word with somebody, by their places. */
  resting: number[]
  /** How many of `done` the practice has; they stay here all the same. */
  given: number
  settings: Settings
}

/** As long as nobody has chosen otherwise. */
export const USUAL: Settings = { voice: true, large: false, oneSwitch: false, ground: 'device' }
const NOTHING: Kept = { done: [], after: {}, resting: [], given: 0, settings: USUAL }

/** What was done, kept on this device and never deleted by itself, under its handout. */
export const useKept = ({ handout }: Pick<HomeSheet, 'handout'>) =>
  useStored(`unhurried-circle at home ${handout.practice} ${handout.number}`, NOTHING)
export type KeptAtHome = ReturnType<typeof useKept>['kept']
