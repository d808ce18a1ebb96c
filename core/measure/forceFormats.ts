const KG_PER_LB = 0.45359237
const KG_PER: Record<string, number> = { kg: 1, g: 0.001, n: 1 / 9.80665, lb: KG_PER_LB, lbs: KG_PER_LB }
const READING = /([+-]?)\s*(\d+(?:[.,]\d+)?)\s*(kg|g|n|lbs?)?\s*$/i

/**
 * A line that a scale or dynamometer sends by its serial port: a number at its end, with or without its unit. What
 * stands before it, as whether it is stable, is left alone.
 *
 * @returns kg; null: the line tells none. Without a unit it is kg
 * @source common practice of scales with a serial port, no source
 * @example
 * forceLine('ST,GS,+  12.40kg') // 12.4
 */
export function forceLine(line: string): number | null {
  const found = READING.exec(line.trim())
  if (!found) return null
  const [, sign = '', digits = '', unit = 'kg'] = found
  const value = Number(digits.replace(',', '.')) * (KG_PER[unit.toLowerCase()] ?? 1)
  return sign === '-' ? -value : value
}

/** The weight scale service and its measurement, by their assigned numbers. */
export const WEIGHT_SCALE = { service: 0x181d, measurement: 0x2a9d } as const
/** Steps in which a weight is told. */
const [STEP_KG, STEP_LB] = [0.005, 0.01]
const UNSUCCESSFUL = 0xffff

/**
 * The weight in a weight measurement, as a scale that speaks the standard sends it: flags, then a 16-bit number, its
 * low byte first; the first flag says pounds.
 *
 * @returns kg; null: the scale says that it did not succeed, or there are too few bytes
 * @source Bluetooth GATT, Weight Measurement 0x2A9D (memory)
 * @example
 * weightMeasured(new DataView(Uint8Array.of(0, 0xb8, 0x0b).buffer)) // 15
 */
export function weightMeasured(bytes: DataView): number | null {
  if (bytes.byteLength < 3) return null
  const raw = bytes.getUint16(1, true)
  if (raw === UNSUCCESSFUL) return null
  return (bytes.getUint8(0) & 1) === 1 ? raw * STEP_LB * KG_PER_LB : raw * STEP_KG
}
