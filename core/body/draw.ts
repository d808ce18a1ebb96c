import type { Camera } from '../catalogue/figure'
import { bodyParts, shadowPath, type Part } from './drawBody'
import { sceneParts } from './drawScene'
import { viewOf } from './project'
import type { Scene } from './scene'
import type { Skeleton } from './skeleton'

/** Light and dark tones by class; props have three. One body for everyone, no face. */
const TONES: Record<string, [light: string, dark: string]> = {
  skin: ['#c98f6b', '#cf9a78'],
  'skin-far': ['#dfbb9f', '#8d6f5c'],
  ear: ['#b87d5b', '#b37f61'],
  hair: ['#3a3431', '#57504c'],
  shirt: ['#2f7f86', '#3f9aa1'],
  'shirt-far': ['#8db8b8', '#2c6469'],
  legs: ['#3b4460', '#5d6994'],
  'legs-far': ['#9da3b3', '#3f4763'],
  'wood-top': ['#dccaa6', '#7a6a4d'],
  'wood-side': ['#b9a47c', '#5c4f38'],
  'wood-front': ['#cbb88f', '#6a5c42'],
  'bed-top': ['#efe9dc', '#4a4a4c'],
  'bed-side': ['#d3cbb9', '#343436'],
  'bed-front': ['#e2dac9', '#3e3e41'],
  'mat-top': ['#c9d6c4', '#38463c'],
  'mat-side': ['#a9b9a4', '#2c372f'],
  'mat-front': ['#b8c7b3', '#323e35'],
  'wall-top': ['#d9d3c6', '#3b444c'],
  'wall-side': ['#e6e1d6', '#2c353c'],
  'wall-front': ['#d9d3c6', '#343d45'],
  'block-top': ['#c3b6d8', '#6a5f85'],
  'block-side': ['#a395bd', '#51486a'],
  'block-front': ['#b3a6ca', '#5d5477'],
  'cushion-top': ['#e4c0a8', '#8a6752'],
  'cushion-side': ['#cba389', '#6f513f'],
  'cushion-front': ['#d8b298', '#7c5c48'],
  'step-top': ['#cfd3d6', '#59636b'],
  'step-side': ['#aeb4b9', '#434b52'],
  'step-front': ['#bfc4c8', '#4e575e'],
  pillow: ['#f4f0e8', '#6b6f78'],
  strap: ['#e3a02f', '#e3a02f'],
  press: ['#17212b', '#f3efe6'],
  shadow: ['#17212b', '#000000'],
}

/** What the figure is drawn on; the halo has its colour. */
const GROUND: [string, string] = ['#fbfaf6', '#141b21']

/**
 * A tone on light ground, for paper: `shadow` and all others by their name, the halo by that of its ground.
 *
 * @example
 * toneOnPaper({ kind: 'fill', name: 'strap', d: '' }) // '#e3a02f'
 */
export function toneOnPaper({ kind, name }: DrawnPath): string {
  return kind === 'halo' ? GROUND[0] : (TONES[name]?.[0] ?? '#000000')
}

/**
 * The tones on light or dark ground by their names, and the ground's own as `ground`: for a drawing on a screen.
 *
 * @example
 * tonesOn(false).strap // '#e3a02f'
 */
export function tonesOn(isDark: boolean): Record<string, string> {
  const at = isDark ? 1 : 0
  return { ...Object.fromEntries(Object.entries(TONES).map(([name, tones]) => [name, tones[at]])), ground: GROUND[at] }
}

/** How dark the shadow under a body is. */
export const SHADOW_OPACITY = 0.13
/** How wide the rim of a limb is, in thousandths of a body height. */
export const HALO_WIDTH = 8

/** What a picture shows, in thousandths of a body height: left, top, width, height. */
export type Frame = readonly [left: number, top: number, width: number, height: number]

/** One path of a drawing, as SVG writes it, and what it is painted as. */
export interface DrawnPath {
  kind: 'shadow' | 'halo' | 'shape'
  d: string
  /** The tone's name; empty for a halo. */
  name: string
}

/** A body in its scene, path by path from the back to the front, and the outline of everything drawn. */
export interface Drawing {
  paths: DrawnPath[]
  outline: { left: number; right: number; top: number; bottom: number }
}

/**
 * Draws a solved body in its scene.
 *
 * @example
 * drawFigure(standing, scene, { yaw: 35, pitch: 10 }).paths.length > 10 // true
 */
export function drawFigure(body: Skeleton, scene: Scene, camera: Camera): Drawing {
  const view = viewOf(camera)
  const { beneath, among } = sceneParts(scene, body, view)
  const parts = [...among, ...bodyParts(body, view)].sort((a, b) => a.depth - b.depth)
  const shadow = shadowPath(body, view, scene.bedBox ? scene.bedTop : scene.ground + 0.0005)
  const paths: DrawnPath[] = [
    ...beneath.sort((a, b) => a.depth - b.depth).flatMap(pathsOf),
    { kind: 'shadow', d: shadow, name: 'shadow' },
    ...parts.flatMap(pathsOf),
  ]
  return { paths, outline: outlineOf([...beneath, ...parts]) }
}

function pathsOf({ paths, halo }: Part): DrawnPath[] {
  const shapes = paths.flatMap(({ d, fill }): DrawnPath[] => (d === '' ? [] : [{ kind: 'shape', d, name: fill }]))
  return halo ? [{ kind: 'halo', d: paths.map(({ d }) => d).join(''), name: '' }, ...shapes] : shapes
}

/**
 * The SVG of a drawing; it knows light and dark by itself.
 *
 * @param frame of this drawing alone, or of all poses of a variation together, so that they can follow one another
 * @example
 * svgOf({ paths: [], box: null }, [0, 0, 100, 100]).slice(0, 4) // '<svg'
 */
export function svgOf({ paths }: Drawing, frame: Frame): string {
  const names = new Set(paths.map(({ name }) => name))
  const used = Object.entries(TONES).filter(([name]) => names.has(name))
  const rules = (tone: 0 | 1) =>
    used.map(([name, tones]) => `.${name}{fill:${tones[tone]}}`).join('') +
    `.h{fill:${GROUND[tone]};stroke:${GROUND[tone]}}`
  const style = `.shadow{opacity:${String(SHADOW_OPACITY).slice(1)}}.h{stroke-width:${HALO_WIDTH};stroke-linejoin:round}${rules(0)}@media(prefers-color-scheme:dark){${rules(1)}}`
  const markup = paths.map(({ kind, d, name }) => `<path class="${kind === 'halo' ? 'h' : name}" d="${d}"/>`).join('')
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${frame.join(' ')}"><style>${style}</style>${markup}</svg>`
}

const MARGIN = 24

/**
 * The smallest frame of a shape around all drawings; the figure stands at its foot, in the middle.
 *
 * @param shape width ÷ height
 * @example
 * frameAround([drawFigure(standing, scene, { yaw: 0, pitch: 0 })], 1) // [-521, -1029, 1102, 1102]
 */
export function frameAround(drawings: readonly Drawing[], shape = 4 / 3): Frame {
  const left = Math.min(...drawings.map(({ outline }) => outline.left))
  const right = Math.max(...drawings.map(({ outline }) => outline.right))
  const top = Math.min(...drawings.map(({ outline }) => outline.top))
  const bottom = Math.max(...drawings.map(({ outline }) => outline.bottom))
  const [wide, tall] = [right - left + 2 * MARGIN, bottom - top + 2 * MARGIN]
  const width = Math.max(wide, tall * shape)
  const height = Math.max(tall, wide / shape)
  return [
    Math.round((left + right) / 2 - width / 2),
    Math.round(bottom + MARGIN - height),
    Math.round(width),
    Math.round(height),
  ]
}

/**
 * The outline of everything drawn, thousandths of a body height.
 *
 * @example
 * outlineOf([{ paths: [{ d: 'M10 20L30 40' }] }]).right // 30
 */
export function outlineOf(parts: readonly { paths: readonly { d: string }[] }[]): Drawing['outline'] {
  const outline = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity }
  const take = (x: number, y: number, r = 0) => {
    outline.left = Math.min(outline.left, x - r)
    outline.right = Math.max(outline.right, x + r)
    outline.top = Math.min(outline.top, y - r)
    outline.bottom = Math.max(outline.bottom, y + r)
  }
  for (const { d } of parts.flatMap((part) => part.paths)) {
    // A whole disc is written by its left edge and its radius.
    for (const [, x, y, r] of d.matchAll(/M(-?\d+) (-?\d+)a(\d+) /g)) take(Number(x) + Number(r), Number(y), Number(r))
    for (const [, x, y] of d.replaceAll(/a[^aZ]+/g, '').matchAll(/(?:[ML]|1 )(-?\d+) (-?\d+)/g))
      take(Number(x), Number(y))
  }
  return outline
}
