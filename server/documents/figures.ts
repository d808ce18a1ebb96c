import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { drawFigure, frameAround, svgOf } from '../../core/body/draw'
import { bodyOf } from '../../core/body/figure'
import { sceneOf } from '../../core/body/scene'
import type { Variation } from '../../core/catalogue/catalogue'
import { ownMovementsOf } from '../database/ownMovements'
import type { Database } from '../database/rows'

/** Where the shipped figures lie: the server is started in the project's folder. */
const FOLDER = 'public/figures'

/** A pose of a variation that a practice made or changed, as SVG; null where there is none. */
export async function ownFigure(
  db: Database,
  practiceId: string,
  variation: string,
  pose: string,
): Promise<string | null> {
  const own = await ownMovementsOf(db, practiceId)
  const poses = own.map(({ figures }) => figures[variation]).find((found) => found !== undefined)
  const wanted = poses?.[pose as 'start']
  if (!poses || !wanted) return null
  const drawings = Object.values(poses).map((one) => ({
    pose: one,
    drawing: drawFigure(bodyOf(one), sceneOf(one.scene), one.camera),
  }))
  return svgOf(
    drawings.find((one) => one.pose === wanted)!.drawing,
    frameAround(drawings.map(({ drawing }) => drawing)),
  )
}

/** A variation as it is done, as SVG: the practice's own drawing, else the shipped one; null where there is neither. */
export async function figureAsDone(db: Database, practiceId: string, variation: Variation): Promise<string | null> {
  const pose = variation.poses.includes('end') ? 'end' : 'start'
  return (
    (await ownFigure(db, practiceId, variation.id, pose)) ??
    readFile(join(process.cwd(), FOLDER, `${variation.id}.${pose}.svg`), 'utf8').catch(() => null)
  )
}
