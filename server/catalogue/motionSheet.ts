import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { svgOf, type DrawnPath } from '../../core/body/draw'
import { drawMoving, type Layer } from '../../core/body/drawMoving'
import { unpackWay, type ShippedWay } from '../../core/body/shippedWay'
import { TIERS } from '../../core/catalogue/words'

const PICTURES = 8
const PER_SHEET = 40

/** Paths of a layer, its halo first. */
const pathsOf = ({ halo, paths }: Layer): DrawnPath[] => [
  ...(halo ? [{ kind: 'halo' as const, d: paths.map(({ d }) => d).join(''), name: '' }] : []),
  ...paths.flatMap(({ d, fill }) => (d === '' ? [] : [{ kind: 'shape' as const, d, name: fill }])),
]

/**
 * A contact sheet of motion: eight pictures of every variation that moves, by tier, to look at one after the other.
 *
 * @param ways by movement and variation
 * @returns how many sheets were written to `.data`
 */
export function writeMotionSheets(ways: ReadonlyMap<string, Record<string, ShippedWay>>, root = process.cwd()): number {
  mkdirSync(join(root, '.data'), { recursive: true })
  const all = [...ways.values()].flatMap((own) => Object.entries(own)).filter(([, way]) => way.moments.length > 1)
  let sheets = 0
  for (const tier of TIERS) {
    const own = all.filter(([id]) => id.split('.')[1] === tier || id.startsWith(`${tier}/`))
    for (let from = 0; from < own.length; from += PER_SHEET) {
      sheets += 1
      const rows = own.slice(from, from + PER_SHEET).map(([id, shipped]) => rowOf(id, shipped))
      writeFileSync(
        join(root, '.data', `motion-${tier}-${from / PER_SHEET + 1}.html`),
        `<meta charset="utf-8"><style>body{margin:6px;display:grid;grid-template-columns:1fr 1fr;gap:4px 10px;font:10px sans-serif}section{display:grid;grid-template-columns:repeat(${PICTURES},1fr)}h2{grid-column:1/-1;font:inherit;margin:0}svg{width:100%}</style>${rows.join('')}`,
      )
    }
  }
  return sheets
}

function rowOf(id: string, shipped: ShippedWay): string {
  const drawing = drawMoving({ ...unpackWay(shipped), thingsAt: shipped.thingsAt ?? 0 }, shipped.camera)
  const pictures = Array.from({ length: PICTURES }, (_, at) => {
    const { shadow, layers } = drawing.at(at / (PICTURES - 1))
    const paths: DrawnPath[] = [
      ...drawing.beneath.flatMap(pathsOf),
      { kind: 'shadow', d: shadow, name: 'shadow' },
      ...layers.flatMap(pathsOf),
    ]
    return svgOf({ paths, outline: { left: 0, right: 0, top: 0, bottom: 0 } }, drawing.frame)
  })
  return `<section><h2>${id}</h2>${pictures.join('')}</section>`
}
