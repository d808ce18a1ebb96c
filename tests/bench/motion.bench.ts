import { readFileSync } from 'node:fs'
import { bench, describe } from 'vitest'
import { drawMoving } from '../../core/body/drawMoving'
import { unpackWay, type ShippedWay } from '../../core/body/shippedWay'

/** What a class shows at once, one for each lane. */
const SHOWN = [
  'upper-back-turn.bed.3',
  'upper-back-turn.chair.1',
  'upper-back-turn.standing.3',
  'upper-back-turn.floor.3',
]
const ways = JSON.parse(readFileSync('catalogue/moving/upper-back-turn.json', 'utf8')) as Record<
  string,
  { way: ShippedWay }
>
const shipped = SHOWN.map((id) => ways[id]!.way)
const drawings = shipped.map((way) => drawMoving(unpackWay(way), way.camera))
let share = 0

// Wanted: four figures in under 3 ms a picture.
describe('four figures that move', () => {
  bench('one picture of each', () => {
    share = (share + 0.013) % 1
    for (const drawing of drawings) drawing.at(share)
  })
  bench('begun anew', () => {
    for (const way of shipped) drawMoving(unpackWay(way), way.camera)
  })
})
