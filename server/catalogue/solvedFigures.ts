import { entryOf, valueIn } from '../../core/entries'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'
import { z } from 'zod'
import { solveFigure, SolvedPose, type SolveReport } from '../../core/body/figure'
import { seeingCamera } from '../../core/body/seen'
import type { CatalogueData } from '../../core/catalogue/catalogue'
import {
  POSE_NAMES,
  type Camera,
  type PoseName,
  type PostureFigure,
  type VariationFigure,
} from '../../core/catalogue/figure'
import { rungsOf } from '../../core/catalogue/summary'

const Report = z.object({
  missed: z.number(),
  sunk: z.number(),
  moved: z.number(),
  movedAngle: z.number(),
  iterations: z.number(),
})
const SolvedVariation = z.object({
  from: z.string(),
  poses: z.partialRecord(z.enum(POSE_NAMES), z.object({ pose: SolvedPose, report: Report })),
})
type SolvedVariation = z.infer<typeof SolvedVariation>
const SolvedFile = z.record(z.string(), SolvedVariation)

/** All solved poses of the catalogue by variation and name, as they ship under `catalogue/solved`. */
export type SolvedFigures = Map<string, Partial<Record<PoseName, { pose: SolvedPose; report: SolveReport }>>>

/** What a solution depends on: its own entry, its posture's and the engine. */
function fingerprint(posture: PostureFigure, figure: VariationFigure, engine: string): string {
  return createHash('sha256')
    .update(JSON.stringify([engine, posture, figure]))
    .digest('hex')
    .slice(0, 16)
}

/** The sources that a solved pose depends on. */
const ENGINE = [
  ...['vector', 'segments', 'joints', 'skeleton', 'scene', 'spots'],
  ...['contacts', 'linear', 'balance', 'sinking', 'solve', 'figure'],
]

/** Sources of `core/body` as one mark, which changes with what they do. */
export function engineOf(root: string, files: readonly string[]): string {
  const hash = createHash('sha256')
  for (const file of files) hash.update(withoutLayout(readFileSync(join(root, 'core/body', `${file}.ts`), 'utf8')))
  return hash.digest('hex')
}

/** A source as the compiler sees it: types, comments and layout change no pose. */
function withoutLayout(source: string): string {
  const { outputText } = ts.transpileModule(source, {
    compilerOptions: { removeComments: true, target: 99, module: 99 },
  })
  return outputText.replace(/\s+/g, '').replace(/,(?=[\]})])/g, '')
}

/**
 * Reads the shipped solutions and solves anew what has changed since; what was solved is written back.
 *
 * @returns the poses, and which variations were solved now
 */
export function solvedFigures(
  catalogue: CatalogueData,
  root = process.cwd(),
): { figures: SolvedFigures; solvedNow: string[] } {
  const folder = join(root, 'catalogue/solved')
  mkdirSync(folder, { recursive: true })
  const engine = engineOf(root, ENGINE)
  const figures: SolvedFigures = new Map()
  const solvedNow: string[] = []
  const turned: string[] = []
  const postures = new Map(catalogue.figures.map((figure) => [figure.posture, figure]))
  for (const movement of catalogue.movements) {
    const path = join(folder, `${movement.id}.json`)
    const known = existsSync(path) ? SolvedFile.parse(JSON.parse(readFileSync(path, 'utf8'))) : {}
    const now: Record<string, SolvedVariation> = {}
    for (const { id, postureId, rung } of rungsOf(movement)) {
      const posture = entryOf(postures, postureId)
      const from = fingerprint(posture, rung.figure, engine)
      const before = known[id]
      if (before?.from === from) now[id] = before
      else {
        solvedNow.push(id)
        now[id] = { from, poses: solveFigure(posture, rung.figure) }
      }
      if (seen(valueIn(now, id).poses, { ...posture.camera, ...rung.figure.camera })) turned.push(id)
      figures.set(id, valueIn(now, id).poses)
    }
    if (
      [...solvedNow, ...turned].some((id) => id.startsWith(`${movement.id}.`)) ||
      Object.keys(known).length !== Object.keys(now).length
    ) {
      writeFileSync(
        path,
        `{\n${Object.entries(now)
          .map(([id, solved]) => `${JSON.stringify(id)}: ${JSON.stringify(solved, rounded)}`)
          .join(',\n')}\n}\n`,
      )
    }
  }
  return { figures, solvedNow }
}

/** Four decimals are a fiftieth of a millimetre on the body. */
function rounded(_: string, value: unknown): unknown {
  return typeof value === 'number' ? Math.round(value * 1e5) / 1e5 : value
}

/** Solutions of movements that are gone. */
export function strayFiles(catalogue: CatalogueData, root = process.cwd()): string[] {
  return readdirSync(join(root, 'catalogue/solved')).filter(
    (file) => !catalogue.movements.some((movement) => `${movement.id}.json` === file),
  )
}

/** Turns the camera across a movement that nobody would see; whether it was turned now. */
function seen(poses: SolvedVariation['poses'], written: Camera): boolean {
  const own = Object.fromEntries(Object.entries(poses).map(([name, { pose }]) => [name, pose]))
  const { yaw, pitch } = seeingCamera(own, written)
  let isTurned = false
  for (const { pose } of Object.values(poses)) {
    isTurned ||= pose.camera.yaw !== yaw || pose.camera.pitch !== pitch
    pose.camera = { yaw, pitch }
  }
  return isTurned
}
