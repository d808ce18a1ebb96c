import type { Tier } from '../catalogue/words'
import { aloud } from '../plan/aloud'
import { spokenSeconds, type Voice } from '../time/speech'
import type { ScriptStep } from './script'

/** Sums of seconds are not exact. */
export const ROUNDING = 1e-6

/** Something that is said and shown at a moment of the class. */
export interface Cue {
  /** Seconds since the start of the class, and of its step. */
  at: number
  intoStep: number
  step: number
  /** How long it is spoken, and how long of that in the steps that follow. */
  seconds: number
  runsOn: number
  /** To which lanes; none: to everybody. */
  lanes: Tier[]
  kind:
    | 'name'
    | 'intent'
    | 'set-up'
    | 'transition'
    | 'side'
    | 'go'
    | 'exhale'
    | 'doing'
    | 'count'
    | 'opening'
    | 'halfway'
    | 'last'
    | 'avoid'
    | 'feel'
    | 'easier'
    | 'more'
    | 'rest'
    | 'change-side'
    | 'next'
    | 'water'
    | 'end'
  say: string
}

/** Something that is still to be said. */
export interface Saying {
  kind: Cue['kind']
  words: string
  lanes?: Tier[]
}

/** A stretch of the class, seconds since its start. */
export interface Window {
  from: number
  to: number
}

/**
 * One voice over the steps of a class: what is laid into it is spoken to its end before anything else begins, and
 * before the window ends that it is for.
 */
export class Speaking {
  readonly cues: Cue[] = []
  private readonly starts: number[] = []

  constructor(
    private readonly steps: readonly ScriptStep[],
    readonly voice: Voice,
  ) {
    let at = 0
    for (const { seconds } of steps) {
      this.starts.push(at)
      at += seconds
    }
  }

  /** When a step begins and ends. */
  windowOf(step: number): Window {
    const from = this.starts[step] ?? 0
    return { from, to: from + (this.steps[step]?.seconds ?? 0) }
  }

  secondsOf({ words }: Saying): number {
    return spokenSeconds(aloud(words), this.voice)
  }

  /** Seconds that are spoken within a window. */
  spokenIn({ from, to }: Window): number {
    return this.cues.reduce(
      (sum, { at, seconds }) => sum + Math.max(0, Math.min(to, at + seconds) - Math.max(from, at)),
      0,
    )
  }

  /**
   * Says something as early as it can be said in a window, so far apart from everything else.
   *
   * @returns when it ends; null: there is no room, and it is not said
   */
  say(saying: Saying, window: Window, apart = 0): number | null {
    const seconds = this.secondsOf(saying)
    const last = window.to - seconds
    if (saying.words === '') return null
    const others = this.cues.filter(({ at, seconds: long }) => at + long + apart > window.from && at < window.to)
    const ends = others.map(({ at, seconds: long }) => at + long + apart).sort((a, b) => a - b)
    const isFree = (from: number) =>
      others.every(
        ({ at, seconds: long }) => from + seconds + apart <= at + ROUNDING || from + ROUNDING >= at + long + apart,
      )
    const from = [window.from, ...ends].find((one) => one >= window.from && one <= last + ROUNDING && isFree(one))
    if (from === undefined) return null
    this.sayAt(saying, from, seconds)
    return from + seconds
  }

  private sayAt({ kind, words, lanes = [] }: Saying, at: number, seconds: number): void {
    const step = Math.max(
      0,
      this.starts.findLastIndex((from) => from <= at + ROUNDING),
    )
    const intoStep = Math.max(0, at - (this.starts[step] ?? 0))
    const runsOn = Math.max(0, at + seconds - this.windowOf(step).to)
    this.cues.push({ at, intoStep, step, seconds, runsOn, lanes, kind, say: aloud(words) })
    this.cues.sort((a, b) => a.at - b.at)
  }
}
