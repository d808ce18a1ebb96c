import type { MovingDrawing } from './drawMoving'

/** A way in so many pictures: on a large screen a hand goes less than a pixel from one to the next. */
export const SHARES = 1400
/** And so many of a press, and of a breath, which move little. */
const [PRESSES, BREATHS] = [40, 40]
/** So many are kept: a way out and back with what is held there. */
const KEPT = 1600

/**
 * The same drawing, whose pictures are kept: a movement goes over the same places again and again. What is asked for
 * between two of them is given the nearer one, the very same each time.
 *
 * @example
 * keepPictures(drawMoving(way, { yaw: 35, pitch: 10 })).at(0.5).layers.length > 9 // true
 */
export function keepPictures(drawing: MovingDrawing): MovingDrawing {
  const kept = new Map<string, ReturnType<MovingDrawing['at']>>()
  return {
    ...drawing,
    at: (share, press = 0, breath = 0) => {
      const [way, force, air] = [Math.round(share * SHARES), Math.round(press * PRESSES), Math.round(breath * BREATHS)]
      const key = `${way} ${force} ${air}`
      const known = kept.get(key)
      if (known) return known
      if (kept.size >= KEPT) kept.clear()
      const picture = drawing.at(way / SHARES, force / PRESSES, air / BREATHS)
      kept.set(key, picture)
      return picture
    },
  }
}
