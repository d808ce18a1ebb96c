import { entryAt, lastOf } from '../entries'

/** A signal at even moments. */
export interface EvenSignal {
  /** Samples a second. */
  rateHz: number
  values: Float64Array
}

/**
 * Samples at even moments, straight between those that came.
 *
 * @param ms rising, at least one
 * @param values as many
 * @example
 * evenly(Float64Array.of(0, 100), Float64Array.of(0, 1), 20).values.length // 3
 */
export function evenly(ms: Float64Array, values: Float64Array, rateHz: number): EvenSignal {
  const first = ms[0] ?? 0
  const count = ms.length === 0 ? 0 : Math.floor(((lastOf(ms) - first) / 1000) * rateHz + 1e-9) + 1
  const even = new Float64Array(count)
  let next = 1
  for (let at = 0; at < count; at += 1) {
    const moment = first + (at * 1000) / rateHz
    while (next < ms.length - 1 && entryAt(ms, next) < moment) next += 1
    const [from, to] = [entryAt(ms, next - 1), ms[next] ?? entryAt(ms, next - 1)]
    const share = to > from ? Math.min(1, Math.max(0, (moment - from) / (to - from))) : 0
    even[at] =
      entryAt(values, next - 1) + share * ((values[next] ?? entryAt(values, next - 1)) - entryAt(values, next - 1))
  }
  return { rateHz, values: even }
}

/**
 * What is slower than a frequency, without a delay: a second-order Butterworth filter forwards and back again, begun
 * and ended on the signal's own mirror image.
 *
 * @param cutHz where half of the amplitude is left
 * @source the bilinear transform of the Butterworth low-pass, as textbooks of signal processing have it (memory)
 * @example
 * lowPass({ rateHz: 50, values: new Float64Array(100).fill(3) }, 3).values[50] // 3
 */
export function lowPass({ rateHz, values }: EvenSignal, cutHz: number): EvenSignal {
  const beside = Math.min(values.length - 1, Math.ceil(rateHz))
  if (beside < 1) return { rateHz, values: values.slice() }
  const mirrored = new Float64Array(values.length + 2 * beside)
  const [first, last] = [entryAt(values, 0), lastOf(values)]
  mirrored.set(values, beside)
  for (let at = 1; at <= beside; at += 1) {
    mirrored[beside - at] = 2 * first - entryAt(values, at)
    mirrored[beside + values.length - 1 + at] = 2 * last - entryAt(values, values.length - 1 - at)
  }
  passOnce(mirrored, rateHz, cutHz)
  mirrored.reverse()
  passOnce(mirrored, rateHz, cutHz)
  mirrored.reverse()
  return { rateHz, values: mirrored.slice(beside, beside + values.length) }
}

function passOnce(values: Float64Array, rateHz: number, cutHz: number): void {
  const k = Math.tan((Math.PI * cutHz) / rateHz)
  const norm = 1 / (1 + Math.SQRT2 * k + k * k)
  const [b0, a1, a2] = [k * k * norm, 2 * (k * k - 1) * norm, (1 - Math.SQRT2 * k + k * k) * norm]
  // As if it had been at its first value for ever.
  let [x1, x2, y1, y2] = [entryAt(values, 0), entryAt(values, 0), entryAt(values, 0), entryAt(values, 0)]
  for (let at = 0; at < values.length; at += 1) {
    const x = entryAt(values, at)
    const y = b0 * (x + 2 * x1 + x2) - a1 * y1 - a2 * y2
    values[at] = y
    ;[x2, x1, y2, y1] = [x1, x, y1, y]
  }
}

/**
 * Which share of the variance of white noise the filter lets through; with a second cut, which share lies between both.
 *
 * @param aboveHz what is slower than this is taken off again; 0: nothing is
 * @returns 0 to 1
 * @example
 * noisePassed(50, 3) // 0.1
 */
export function noisePassed(rateHz: number, cutHz: number, aboveHz = 0): number {
  const impulse = new Float64Array(Math.ceil(8 * rateHz) + 1)
  impulse[impulse.length >> 1] = 1
  const { values } = lowPass({ rateHz, values: impulse }, cutHz)
  const slower = aboveHz > 0 ? lowPass({ rateHz, values: impulse }, aboveHz).values : null
  return values.reduce((sum, value, at) => sum + (value - (slower?.[at] ?? 0)) ** 2, 0)
}
