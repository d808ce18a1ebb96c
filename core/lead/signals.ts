/** What is heard beside the voice. */
export const SIGNALS = ['begin', 'half', 'last', 'change', 'end', 'count', 'beat'] as const
export type Signal = (typeof SIGNALS)[number]

/** One note of a signal. */
interface Note {
  hz: number
  /** Seconds since the signal began, and until it has died away. */
  at: number
  seconds: number
  /** Its peak, 1 is full scale. */
  level: number
}

/**
 * The notes of each signal. All lie under 1,000 Hz: with the years the high ones are lost first.
 *
 * @source ISO 7029, from memory: hearing thresholds rise with age from 2 kHz upwards; which notes is ours
 */
export const NOTES: Record<Signal, readonly Note[]> = {
  begin: [
    { hz: 392, at: 0, seconds: 0.5, level: 0.24 },
    { hz: 523.25, at: 0.18, seconds: 0.9, level: 0.28 },
  ],
  half: [{ hz: 440, at: 0, seconds: 0.7, level: 0.2 }],
  last: [
    { hz: 587.33, at: 0, seconds: 0.28, level: 0.18 },
    { hz: 587.33, at: 0.3, seconds: 0.5, level: 0.18 },
  ],
  change: [
    { hz: 523.25, at: 0, seconds: 0.5, level: 0.22 },
    { hz: 392, at: 0.2, seconds: 0.9, level: 0.26 },
  ],
  end: [
    { hz: 523.25, at: 0, seconds: 0.9, level: 0.22 },
    { hz: 392, at: 0.4, seconds: 1.1, level: 0.24 },
    { hz: 261.63, at: 0.8, seconds: 2, level: 0.3 },
  ],
  count: [{ hz: 659.26, at: 0, seconds: 0.14, level: 0.3 }],
  beat: [{ hz: 293.66, at: 0, seconds: 0.12, level: 0.34 }],
}
/** Above the note itself sounds a little of its octave, so that it is heard on small loudspeakers. */
const [OCTAVE_SHARE, ATTACK_SECONDS, FALL] = [0.18, 0.015, 6]

/**
 * How long a signal is heard.
 *
 * @returns seconds
 * @example
 * signalSeconds('half') // 0.7
 */
export function signalSeconds(signal: Signal): number {
  return Math.max(...NOTES[signal].map(({ at, seconds }) => at + seconds))
}

/**
 * A signal as it is played: notes that swell within 15 ms and die away, from silence to silence.
 *
 * @param sampleRate samples a second
 * @returns samples of one channel, −1 to 1
 * @example
 * signalSamples('half', 48_000).length // 33600
 */
export function signalSamples(signal: Signal, sampleRate: number): Float32Array<ArrayBuffer> {
  const samples = new Float32Array(Math.ceil(signalSeconds(signal) * sampleRate))
  for (const { hz, at, seconds, level } of NOTES[signal]) {
    const [from, count] = [Math.round(at * sampleRate), Math.floor(seconds * sampleRate)]
    for (let index = 0; index < count && from + index < samples.length; index += 1) {
      const time = index / sampleRate
      const turn = 2 * Math.PI * hz * time
      const wave = (Math.sin(turn) + OCTAVE_SHARE * Math.sin(2 * turn)) / (1 + OCTAVE_SHARE)
      samples[from + index]! += level * envelope(time, seconds) * wave
    }
  }
  return samples
}

/** Swelling, dying away, and silent at the end. */
function envelope(time: number, seconds: number): number {
  const swell = Math.min(1, time / ATTACK_SECONDS)
  return swell * Math.exp((-FALL * time) / seconds) * (1 - time / seconds)
}
