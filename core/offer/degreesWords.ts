import { kneeToWall, leanDeg } from '../body/fits'
import type { Measure } from '../catalogue/measure'

/**
 * What a result in centimetres is as an angle, where a rule or the body's geometry says so; empty where neither does.
 *
 * @param value in the measure's own unit
 * @param heightCm of the person; null: not known
 * @example
 * degreesWords(shippedMeasure('knee-to-wall'), 10, null) // '36° by the rule of 3.6° a centimetre'
 */
export function degreesWords({ id, range, lean }: Measure, value: number, heightCm: number | null): string {
  if (id === 'knee-to-wall' && range) {
    const byRule = `${(value * range.degreesPerUnit).toFixed(0)}° by the rule of ${range.degreesPerUnit}° a centimetre`
    if (heightCm === null) return byRule
    return `${byRule}, ${kneeToWall(heightCm, value, range.degreesPerUnit).byGeometryDeg.toFixed(0)}° by geometry`
  }
  if (lean === undefined || heightCm === null) return ''
  return `${leanDeg(heightCm, value).toFixed(1)}° of lean; usual is about ${lean}°`
}
