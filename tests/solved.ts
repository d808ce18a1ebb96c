import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { SolvedPose } from '../core/body/figure'
import type { PoseName } from '../core/catalogue/figure'

type Solved = Partial<Record<PoseName, SolvedPose>>

/** Every solved pose that ships, by variation and name. */
export function solvedByName(root = process.cwd()): Map<string, Solved> {
  const folder = join(root, 'catalogue/solved')
  return new Map(
    readdirSync(folder).flatMap((file) => {
      const solved: Record<string, { poses: Record<string, { pose: SolvedPose }> }> = JSON.parse(
        readFileSync(join(folder, file), 'utf8'),
      )
      return Object.entries(solved).map(([id, { poses }]): [string, Solved] => [
        id,
        Object.fromEntries(Object.entries(poses).map(([name, { pose }]) => [name, pose])),
      ])
    }),
  )
}
