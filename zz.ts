import { readdirSync, readFileSync } from 'node:fs'
import { unpackWay } from './core/body/shippedWay'
import { drawMoving } from './core/body/drawMoving'
import { bodyAt } from './core/body/way'
import { viewOf, flat } from './core/body/project'
import { ALL_SPOTS, ballAt } from './core/body/spots'
const rows: any[] = []
for (const f of readdirSync('catalogue/moving')) {
  const data = JSON.parse(readFileSync(`catalogue/moving/${f}`, 'utf8'))
  for (const [id, { way: s }] of Object.entries(data) as any) {
    if (s.moments.length < 2) continue
    const way = unpackWay(s)
    const d = drawMoving(way, s.camera)
    const view = viewOf(s.camera); const K = 1000
    const [l, t, w, h] = d.frame
    const bodies = Array.from({ length: 11 }, (_, i) => bodyAt(way, i / 10))
    const pts = ALL_SPOTS.map((spot) => bodies.map((b) => flat(view, ballAt(b, spot).at)))
    const move = pts.map((own) => Math.max(...own.flatMap((a) => own.map((b) => Math.hypot(a.x - b.x, a.y - b.y)))))
    const best = Math.max(...move)
    const px = (best * K / h) * 200
    const moved = pts.filter((_, i) => move[i]! > best * 0.5).flat()
    const bw = Math.max(...moved.map((p) => p.x)) - Math.min(...moved.map((p) => p.x)), bh = Math.max(...moved.map((p) => p.y)) - Math.min(...moved.map((p) => p.y))
    const zoomed = Math.max(bh * K * 1.5, (bw * K * 1.5) / (w / h), h * 0.35)
    rows.push({ id, px, zpx: (best * K / Math.min(h, zoomed)) * 200, h, zh: Math.min(h, zoomed) / h })
  }
}
rows.sort((a, b) => a.px - b.px)
console.log(rows.length, 'under 10:', rows.filter((r) => r.px < 10).length, 'under 6', rows.filter((r) => r.px < 6).length, 'zoom under 10:', rows.filter((r) => r.zpx < 10).length)
for (const r of rows.filter((r) => r.px < 10)) console.log(r.id.padEnd(40), r.px.toFixed(1), r.zpx.toFixed(1), r.zh.toFixed(2))
