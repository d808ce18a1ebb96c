import { readFile } from 'node:fs/promises'
import { z } from 'zod'
import { drawnSide } from '../../core/body/drawnSide'
import type { Catalogue, Variation } from '../../core/catalogue/catalogue'
import { SheetFigure, type SheetMovement } from '../../core/home/homeSheet'
import { builtFile } from '../built/builtFile'
import { ownWay } from '../catalogue/ownWay'
import type { Scope } from '../database/rows'

const ShippedWays = z.record(
  z.string(),
  SheetFigure.shape.way.extend({ presses: SheetFigure.shape.presses.optional() }),
)

/** How a variation moves, as a file holds it that plays by itself; null where nobody has drawn it. */
export async function sheetFigure(
  scope: Scope,
  rung: Variation,
  { ownFigures }: Catalogue,
): Promise<SheetMovement['figure']> {
  const drawn = drawnSide(rung)
  if (ownFigures.has(rung.id)) {
    const { presses = [], ...way } = await ownWay(scope, rung.id)
    return { drawn, way, presses }
  }
  const text = await readFile(builtFile(`../public/figures/moving/${rung.movement}.json`), 'utf8').catch(() => '{}')
  const shipped = ShippedWays.parse(JSON.parse(text))[rung.id]
  if (!shipped) return null
  const { presses = [], ...way } = shipped
  return { drawn, way, presses }
}
