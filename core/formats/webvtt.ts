import type { Cue } from '../lead/speaking'

/** So much longer than it is spoken a cue stays to be read, where nothing follows sooner, seconds. */
const READ_SECONDS = 4

/**
 * The cue script as WebVTT: one cue for everything that is said, shown until the next one.
 *
 * @param cues in order of time
 * @source the W3C's WebVTT: a header, times as HH:MM:SS.mmm, an empty line between cues; "-->" and "&", "<" are escaped
 * @example
 * writeWebVtt([{ at: 0, seconds: 1.1, say: 'Paced breath.' }], 20)
 * // "WEBVTT\n\n1\n00:00:00.000 --> 00:00:05.100\nPaced breath.\n"
 */
export function writeWebVtt(cues: readonly Cue[], endsAt: number): string {
  const blocks = cues.flatMap((cue, at) => {
    const next = cues.slice(at + 1).find((other) => other.at > cue.at)?.at ?? endsAt
    const until = Math.min(next, cue.at + cue.seconds + READ_SECONDS)
    return until <= cue.at ? [] : [`${at + 1}\n${timeOf(cue.at)} --> ${timeOf(until)}\n${escaped(cue.say)}\n`]
  })
  return ['WEBVTT\n', ...blocks].join('\n')
}

function timeOf(seconds: number): string {
  return new Date(Math.round(seconds * 1000)).toISOString().slice(11, 23)
}

function escaped(words: string): string {
  return words
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('-->', '--&gt;')
    .replaceAll(/\s*\n\s*/g, ' ')
}
