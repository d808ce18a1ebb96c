import FFT from 'fft.js'
import { describe, expect, it } from 'vitest'
import { NOTES, SIGNALS, signalSamples, signalSeconds } from './signals'

const RATE = 48_000
const decibels = (level: number) => 20 * Math.log10(level)
const peakOf = (samples: Float32Array) => samples.reduce((most, one) => Math.max(most, Math.abs(one)), 0)

/** Where a stretch is loudest, hertz: by a Fourier transform from the registry, over 0.34 s. */
function loudestHz(samples: Float32Array, fromSeconds: number): number {
  const size = 16_384
  const fft = new FFT(size)
  const [input, output] = [new Array<number>(size).fill(0), fft.createComplexArray() as number[]]
  const from = Math.round(fromSeconds * RATE)
  for (let at = 0; at < size; at += 1) input[at] = samples[from + at] ?? 0
  fft.realTransform(output, input)
  const power = Array.from({ length: size / 2 }, (_, bin) => output[2 * bin]! ** 2 + output[2 * bin + 1]! ** 2)
  return (power.indexOf(Math.max(...power)) * RATE) / size
}

describe.each(SIGNALS)('the signal %s, as nobody hears it here', (signal) => {
  const samples = signalSamples(signal, RATE)
  it('is as long as it says, and short enough to be over before the next word', () => {
    expect(samples.length / RATE).toBeCloseTo(signalSeconds(signal), 3)
    expect(signalSeconds(signal)).toBeLessThanOrEqual(signal === 'end' ? 3 : 1.2)
  })
  it('is heard and soft: its peak between −20 and −8 dB of full scale, nothing clipped', () => {
    const peak = decibels(peakOf(samples))
    expect(peak).toBeGreaterThan(-20)
    expect(peak).toBeLessThan(-8)
    expect(samples.every((one) => Number.isFinite(one))).toBe(true)
  })
  it('begins and ends in silence, and does not click', () => {
    expect(Math.abs(samples[0]!)).toBeLessThan(1e-4)
    expect(Math.abs(samples.at(-1)!)).toBeLessThan(1e-3)
    // A click is a jump: no two samples lie further apart than its own waves make them.
    const steepest = NOTES[signal].reduce((sum, { hz, level }) => sum + (level * 2 * Math.PI * hz * 1.4) / RATE, 0)
    for (let at = 1; at < samples.length; at += 1)
      expect(Math.abs(samples[at]! - samples[at - 1]!)).toBeLessThan(steepest + 0.002)
  })
  it('sounds at the pitch that is written, under 1,000 Hz', () => {
    const [first] = NOTES[signal]
    const next = NOTES[signal][1]
    if (!next || next.hz === first!.hz) expect(Math.abs(loudestHz(samples, 0) - first!.hz)).toBeLessThan(6)
    for (const { hz } of NOTES[signal]) expect(hz).toBeLessThan(1000)
    const last = NOTES[signal].at(-1)!
    expect(Math.abs(loudestHz(samples, last.at + 0.02) - last.hz)).toBeLessThan(6)
  })
  it('is the same at the rate of another device', () => {
    const other = signalSamples(signal, 44_100)
    expect(other.length / 44_100).toBeCloseTo(samples.length / RATE, 3)
    expect(peakOf(other)).toBeCloseTo(peakOf(samples), 2)
  })
})

it('no two signals are alike', () => {
  const tunes = SIGNALS.map((signal) => JSON.stringify(NOTES[signal].map(({ hz, at }) => [hz, at])))
  expect(new Set(tunes).size).toBe(SIGNALS.length)
})
