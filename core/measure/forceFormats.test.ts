import { describe, expect, it } from 'vitest'
import { forceLine, weightMeasured } from './forceFormats'

describe('a line of a scale with a serial port', () => {
  // Common practice, no source: a state, a sign, digits and a unit, or digits alone.
  it.each([
    ['ST,GS,+  12.40kg', 12.4],
    ['US,NT,-   0.35 kg', -0.35],
    ['  1250 g', 1.25],
    ['98.0665 N', 10],
    ['10 lb', 4.5359237],
    ['3,5', 3.5],
  ])('%s: %d kg', (line, kg) => {
    expect(forceLine(line)).toBeCloseTo(kg, 9)
  })
  it.each(['', 'OVER', 'kg', 'ST,GS', '--'])('“%s” tells none', (line) => {
    expect(forceLine(line)).toBeNull()
  })
})

describe('a weight measurement as the standard has it', () => {
  // Bluetooth GATT, Weight Measurement 0x2A9D (memory): bit 0 of the flags is the unit; steps of 5 g or 0.01 lb; 0xFFFF
  // means that the measurement did not succeed.
  const of = (...bytes: number[]) => weightMeasured(new DataView(Uint8Array.from(bytes).buffer))
  it('tells kilograms and pounds', () => {
    expect(of(0x00, 0x10, 0x27)).toBeCloseTo(50, 9)
    expect(of(0x01, 0xe8, 0x03)).toBeCloseTo(4.5359237, 9)
    // With a time stamp and a user behind it.
    expect(of(0x06, 0xc8, 0x00, 0xea, 0x07, 11, 30, 9, 0, 0, 1)).toBeCloseTo(1, 9)
  })
  it('tells none where it did not succeed, or comes torn', () => {
    expect(of(0x00, 0xff, 0xff)).toBeNull()
    expect(of(0x00, 0x10)).toBeNull()
  })
})
