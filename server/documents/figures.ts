import { readFile } from 'node:fs/promises'
import { z } from 'zod'
import { drawFigure, frameAround, svgOf } from '../../core/body/draw'
import { bodyOf, SolvedPose } from '../../core/body/figure'
import { sceneOf } from '../../core/body/scene'
import type { Variation } from '../../core/catalogue/catalogue'
import { POSE_NAMES, type PoseName } from '../../core/catalogue/figure'
import { builtFile } from '../built/builtFile'
import { ownMovementsOf } from '../database/ownMovements'
import type { Scope } from '../database/rows'
import type { Figure } from './figureOnPaper'

type Poses = Partial<Record<PoseName, SolvedPose>>

/** A pose of a variation that a practice made or changed, as SVG; null where there is none. */
export async function ownFigure(scope: Scope, variation: string, pose: string): Promise<string | null> {
  const name = POSE_NAMES.find((known) => known === pose)
  const poses = await ownPoses(scope, variation)
  const figure = name && poses && figureOf(poses, name)
  return figure ? svgOf(figure.drawing, figure.frame) : null
}

/**
 * A variation as it is done, from its start to its end: the practice's own drawings, else the shipped ones; one where
 * nothing moves, none where there is neither.
 */
export async function figuresAsDone(scope: Scope, variation: Variation): Promise<Figure[]> {
  const poses = (await ownPoses(scope, variation.id)) ?? (await shippedPoses(variation))
  const names = variation.poses.includes('end') ? (['start', 'end'] as const) : (['start'] as const)
  return names.flatMap((name) => (poses && figureOf(poses, name)) ?? [])
}

/** One pose in the frame of all poses of its variation, so that they can follow one another. */
function figureOf(poses: Poses, name: PoseName): Figure | null {
  const drawings = POSE_NAMES.flatMap((one) => {
    const pose = poses[one]
    return pose ? [{ one, drawing: drawFigure(bodyOf(pose), sceneOf(pose.scene), pose.camera) }] : []
  })
  const wanted = drawings.find(({ one }) => one === name)
  return wanted ? { drawing: wanted.drawing, frame: frameAround(drawings.map(({ drawing }) => drawing)) } : null
}

async function ownPoses(scope: Scope, variation: string): Promise<Poses | null> {
  const own = await ownMovementsOf(scope)
  return (
    own
      .map(({ figures }) => (Object.hasOwn(figures, variation) ? figures[variation] : undefined))
      .find((poses) => poses !== undefined) ?? null
  )
}

/** The poses of a movement's variations, as they ship under `catalogue/solved`. */
const SolvedFile = z.record(
  z.string(),
  z.object({ poses: z.partialRecord(z.enum(POSE_NAMES), z.object({ pose: SolvedPose })) }),
)

async function shippedPoses({ id, movement }: Variation): Promise<Poses | null> {
  const file = await readFile(builtFile(`solved/${movement}.json`), 'utf8').catch(() => '{}')
  const solved = SolvedFile.parse(JSON.parse(file))[id]
  if (!solved) return null
  return Object.fromEntries(Object.entries(solved.poses).map(([name, { pose }]) => [name, pose]))
}
