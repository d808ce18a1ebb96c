import { describe, expect, it } from 'vitest'
import { WebVTTParser } from 'webvtt-parser'
import { composedCases } from '../../tests/composedPlans'
import { shippedCatalogue, shippedTexts } from '../../tests/shippedCatalogue'
import { TIERS } from '../catalogue/words'
import { cuesOf, heardIn } from '../lead/cues'
import { scriptOf } from '../lead/script'
import type { Cue } from '../lead/speaking'
import { timelineOf } from '../plan/timeline'
import { writeWebVtt } from './webvtt'

const cue = (at: number, say: string): Cue => ({
  at,
  intoStep: 0,
  step: 0,
  seconds: 2,
  runsOn: 0,
  lanes: [],
  kind: 'go',
  say,
})

describe('the cue script as WebVTT', () => {
  it('has the header, times in hours, minutes, seconds and thousandths, and an empty line between cues', () => {
    expect(writeWebVtt([cue(0, 'Paced breath.'), cue(4.5, 'Begin.'), cue(3661.25, 'And rest.')], 3670)).toBe(
      [
        'WEBVTT',
        '',
        '1',
        '00:00:00.000 --> 00:00:04.500',
        'Paced breath.',
        '',
        '2',
        '00:00:04.500 --> 00:00:10.500',
        'Begin.',
        '',
        '3',
        '01:01:01.250 --> 01:01:07.250',
        'And rest.',
        '',
      ].join('\n'),
    )
  })
  it('escapes what would end a cue or begin a tag', () => {
    expect(writeWebVtt([cue(1, 'This --> that & <so>')], 9)).toContain('This --&gt; that &amp; &lt;so>')
  })
  it('is read without a complaint by another program, whole and lane by lane', () => {
    // The W3C's own reference parser of WebVTT, from the registry.
    const catalogue = shippedCatalogue()
    for (const { plan, riders, met, name } of composedCases(40)) {
      const timeline = timelineOf(plan, riders, met, catalogue)
      const circle = { sideHabit: 'left-right', startSide: 'left', howMuch: 'full' } as const
      const cues = cuesOf(scriptOf(timeline), { plan, timeline, riders, circle, catalogue, textsOf: shippedTexts() })
      for (const own of [cues, ...TIERS.map((tier) => heardIn(tier, cues))]) {
        const read = new WebVTTParser().parse(writeWebVtt(own, timeline.seconds), 'subtitles')
        expect(read.errors, name).toEqual([])
        expect(read.cues.map(({ text }) => text)).toEqual(own.map(({ say }) => say))
        for (const [at, { startTime, endTime }] of read.cues.entries()) {
          expect(startTime).toBeCloseTo(own[at]!.at, 2)
          expect(endTime - startTime).toBeGreaterThan(own[at]!.seconds - 0.3)
        }
      }
    }
  })
})
