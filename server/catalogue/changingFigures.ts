import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { parse } from 'yaml'
import { z } from 'zod'
import { changeoverWay } from '../../core/body/changeoverWay'
import { packWay, type ShippedWay } from '../../core/body/shippedWay'
import { ChangeoverFigure } from '../../core/catalogue/changeoverFigure'
import type { PostureFigure } from '../../core/catalogue/figure'
import { TIERS, type Tier } from '../../core/catalogue/words'
import { WAY_ENGINE } from './movingFigures'
import { engineOf } from './solvedFigures'

interface Stored {
  from: string
  way: ShippedWay
}

/** How the moves of the posture graph look, as they are written. */
export function readChangeoverFigures(root = process.cwd()): ChangeoverFigure[] {
  return z.array(ChangeoverFigure).parse(parse(readFileSync(join(root, 'catalogue/changeovers.yaml'), 'utf8')))
}

/**
 * Reads the ways between postures that ship under `catalogue/changing`, and works out anew what has changed since; what
 * was worked out is written back.
 *
 * @returns by tier, the ways by `from>to`, and which were worked out now
 */
export function changingFigures(postures: readonly PostureFigure[], root = process.cwd()) {
  const folder = join(root, 'catalogue/changing')
  mkdirSync(folder, { recursive: true })
  const engine = engineOf(root, [...WAY_ENGINE, 'changeoverWay'])
  const byId = new Map(postures.map((posture) => [posture.posture, posture]))
  const figures = readChangeoverFigures(root)
  const workedOut: string[] = []
  const ways = new Map<Tier, Record<string, ShippedWay>>()
  for (const tier of TIERS) {
    const path = join(folder, `${tier}.json`)
    const known: Record<string, Stored> = existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : {}
    const own = figures.filter(({ between }) => between[0].startsWith(`${tier}/`))
    const now = own.map((figure): [string, Stored] => {
      const id = figure.between.join('>')
      const used = figure.stops.map(({ posture = '' }) => byId.get(posture))
      const from = createHash('sha256')
        .update(JSON.stringify([engine, figure, used]))
        .digest('hex')
        .slice(0, 16)
      const before = known[id]
      if (before?.from === from) return [id, before]
      workedOut.push(id)
      const { way, first } = changeoverWay(figure, byId)
      return [id, { from, way: { ...packWay(way, first), ...(figure.thingsAt === 'last' ? { thingsAt: 1 } : {}) } }]
    })
    const text = `{\n${now.map(([id, stored]) => `${JSON.stringify(id)}: ${JSON.stringify(stored)}`).join(',\n')}\n}\n`
    if (!existsSync(path) || readFileSync(path, 'utf8') !== text) writeFileSync(path, text)
    ways.set(tier, Object.fromEntries(now.map(([id, { way }]) => [id, way])))
  }
  return { ways, workedOut }
}
