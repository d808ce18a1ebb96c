import { readFileSync, readdirSync } from 'node:fs'
import { drawMoving } from '../../core/body/drawMoving'
import { unpackWay } from '../../core/body/shippedWay'
const boxOf = (d: string) => { const n = [...d.replaceAll(/a[^aZ]+/g, '').matchAll(/(?:[ML]|1 )(-?\d+) (-?\d+)/g)].map(([, x, y]) => [Number(x), Number(y)]); return n.length ? [Math.min(...n.map((p) => p[0]!)), Math.min(...n.map((p) => p[1]!)), Math.max(...n.map((p) => p[0]!)), Math.max(...n.map((p) => p[1]!))] : null }
let ways = 0, popping = 0, raw = 0; const pairs: Record<string, number> = {}
for (const f of readdirSync('catalogue/moving')) for (const [id, { way }] of Object.entries(JSON.parse(readFileSync('catalogue/moving/' + f, 'utf8'))) as any) {
  if (way.moments.length < 2) continue
  ways++
  const { at } = drawMoving(unpackWay(way), way.camera)
  let before: string[] | null = null, pops = 0
  for (let i = 0; i <= 20; i++) {
    const { layers } = at(i / 20); const keys = layers.map((l) => l.key)
    if (before) for (let a = 0; a < keys.length; a++) for (let b = a + 1; b < keys.length; b++) if (before.indexOf(keys[a]!) > before.indexOf(keys[b]!)) {
      raw++
      const [x, y] = [layers[a]!, layers[b]!].map((l) => boxOf(l.paths.map((p) => p.d).join('')))
      if (x && y && x[0]! < y[2]! && y[0]! < x[2]! && x[1]! < y[3]! && y[1]! < x[3]!) { pops++; const k = [keys[a], keys[b]].toSorted().join(' | '); pairs[k] = (pairs[k] ?? 0) + 1 }
    }
    before = keys
  }
  if (pops) popping++
}
console.log(ways, 'popping', popping, 'raw', raw, Object.entries(pairs).sort((a, b) => b[1] - a[1]).slice(0, 25))
