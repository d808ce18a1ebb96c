import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Variation } from '../../core/catalogue/catalogue'

/** Where the shipped figures lie: the server is started in the project's folder. */
const FOLDER = 'public/figures'

/** The shipped figure of a variation as it is done, as SVG; null for a practice's own that are kept in the database. */
export async function shippedFigure(variation: Variation): Promise<string | null> {
  const pose = variation.poses.includes('end') ? 'end' : 'start'
  return readFile(join(process.cwd(), FOLDER, `${variation.id}.${pose}.svg`), 'utf8').catch(() => null)
}
