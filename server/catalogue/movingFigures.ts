import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bestWay } from '../../core/body/bestWay'
import { roundWay } from '../../core/body/roundWay'
import type { SolvedPose } from '../../core/body/figure'
import { packWay, type ShippedWay } from '../../core/body/shippedWay'
import { asMoment, type Moment } from '../../core/body/way'
import { circles, wayTasks } from '../../core/body/wayTasks'
import type { CatalogueData } from '../../core/catalogue/catalogue'
import type { PostureFigure, VariationFigure } from '../../core/catalogue/figure'
import { rungsOf } from '../../core/catalogue/summary'
import { entryOf, valueIn } from '../../core/entries'
import { engineOf, type SolvedFigures } from './solvedFigures'

interface Stored {
  from: string
  way: ShippedWay
}

/** What a way depends on besides its poses. */
export const WAY_ENGINE = [
  'skeleton',
  'scene',
  'spots',
  'contacts',
  'linear',
  'solve',
  'way',
  'wayFaults',
  'bestWay',
  'roundWay',
  'shippedWay',
]

/**
 * Reads the ways that ship under `catalogue/moving`, and works out anew what has changed since; what was worked out is
 * written back.
 *
 * @returns the ways by movement and variation, and which were worked out now
 */
export function movingFigures(catalogue: CatalogueData, figures: SolvedFigures, root = process.cwd()) {
  const folder = join(root, 'catalogue/moving')
  mkdirSync(folder, { recursive: true })
  const engine = engineOf(root, WAY_ENGINE)
  const postures = new Map(catalogue.figures.map((figure) => [figure.posture, figure]))
  const workedOut: string[] = []
  const ways = new Map<string, Record<string, ShippedWay>>()
  for (const movement of catalogue.movements) {
    const path = join(folder, `${movement.id}.json`)
    const known: Record<string, Stored> = existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : {}
    const now: Record<string, Stored> = {}
    for (const { id, postureId, rung } of rungsOf(movement)) {
      const posture = entryOf(postures, postureId)
      const poses = Object.fromEntries(Object.entries(figures.get(id) ?? {}).map(([name, { pose }]) => [name, pose]))
      const isRound = circles(movement)
      const from = fingerprint([engine, posture, rung.figure, poses, isRound])
      const before = known[id]
      if (before?.from === from) now[id] = before
      else {
        workedOut.push(id)
        now[id] = { from, way: isRound ? circleOf(posture, rung.figure, poses) : wayOf(posture, rung.figure, poses) }
      }
    }
    const text = `{\n${Object.entries(now)
      .map(([id, stored]) => `${JSON.stringify(id)}: ${JSON.stringify(stored)}`)
      .join(',\n')}\n}\n`
    if (!existsSync(path) || readFileSync(path, 'utf8') !== text) writeFileSync(path, text)
    ways.set(movement.id, Object.fromEntries(Object.entries(now).map(([id, { way }]) => [id, way])))
  }
  for (const file of readdirSync(folder)) if (!ways.has(file.replace('.json', ''))) rmSync(join(folder, file))
  return { ways, workedOut }
}

/** The circle of a variation through its two poses. */
function circleOf(
  posture: PostureFigure,
  figure: VariationFigure,
  poses: Partial<Record<string, SolvedPose>>,
): ShippedWay {
  const [task] = wayTasks(posture, figure, poses)
  return task ? packWay(roundWay(task), task.from) : wayOf(posture, figure, poses)
}

const fingerprint = (of: unknown) => createHash('sha256').update(JSON.stringify(of)).digest('hex').slice(0, 16)

/**
 * The way of a variation through all its poses; only where it starts, where it has no other.
 *
 * @param poses start, and where there is one end, and deepest between them
 */
function wayOf(
  posture: PostureFigure,
  figure: VariationFigure,
  poses: Partial<Record<string, SolvedPose>>,
): ShippedWay {
  const start = valueIn(poses, 'start')
  const stops = wayTasks(posture, figure, poses)
  const moments: Moment[] = [asMoment(start), ...stops.flatMap((task) => bestWay(task).way.moments.slice(1))]
  return packWay({ base: start.base, moments }, start)
}
