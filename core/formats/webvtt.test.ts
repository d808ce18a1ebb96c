import { describe, expect, it } from 'vitest'
import type { Cue } from '../lead/cues'
import { writeWebVtt } from './webvtt'

const cue = (at: number, say: string): Cue => ({ at, intoStep: 0, step: 0, kind: 'go', say })

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
        '00:00:04.500 --> 00:00:16.500',
        'Begin.',
        '',
        '3',
        '01:01:01.250 --> 01:01:10.000',
        'And rest.',
        '',
      ].join('\n'),
    )
  })
  it('escapes what would end a cue or begin a tag', () => {
    expect(writeWebVtt([cue(1, 'This --> that & <so>')], 9)).toContain('This --&gt; that &amp; &lt;so>')
  })
})
