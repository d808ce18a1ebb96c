import { leanDeg } from '../body/fits'
import type { Measure } from '../catalogue/measure'

/**
 * What a lean in centimetres is as an angle; empty for everything else. Knee to wall stays in centimetres: the shin's
 * tilt is measured by itself.
 *
 * @param value in the measure's own unit
 * @param heightCm of the person; null: not known
 * @example
 * degreesWords(shippedMeasure('knee-to-wall'), 10, 168) // ''
 */
export function degreesWords({ lean }: Pick<Measure, 'lean'>, value: number, heightCm: number | null): string {
  if (lean === undefined || heightCm === null) return ''
  return `${leanDeg(heightCm, value).toFixed(1)}° of lean; usual is about ${lean}°`
}
