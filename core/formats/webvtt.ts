import type { Cue } from '../lead/cues'

/** How long a cue stays where nothing follows soon, seconds. */
const LONGEST_SECONDS = 12

/**
 * The cue script as WebVTT: one cue for everything that is said, shown until the next one.
 *
 * @param cues in order of time
 * @source the W3C's WebVTT: a header, times as HH:MM:SS.mmm, an empty line between cues; "-->" and "&", "<" are escaped
 * @example
 * writeWebVtt([{ at: 0, say: 'Paced breath.', … }], 20)
 * // "WEBVTT\n\n1\n00:00:00.000 --> 00:00:12.000\nPaced breath.\n"
 */
export function writeWebVtt(cues: readonly Cue[], endsAt: number): string {
  const blocks = cues.flatMap((cue, at) => {
    const next = cues.slice(at + 1).find((other) => other.at > cue.at)?.at ?? endsAt
    const until = Math.min(next, cue.at + LONGEST_SECONDS)
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
