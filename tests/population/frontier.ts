/** One way of judging: what it asked too much, and what it held back. */
export interface Point {
  label: string
  /** Avoidable overloads in 1,000 blocks. */
  avoidable: number
  /** Share that stands too low. */
  under: number
}

const WIDTH = 640
const HEIGHT = 400
const LEFT = 70
const BOTTOM = 50

/**
 * The frontier of the belief from its most careful threshold to its boldest, and other ways of judging beside it, as an
 * SVG: nearer to the corner is better. The axis of overloads is by its square root, so that careful ones stand apart.
 */
export function frontierSvg(frontier: readonly Point[], others: readonly Point[]): string {
  const most = Math.max(...[...frontier, ...others].map((point) => point.avoidable))
  const highest = Math.max(...[...frontier, ...others].map((point) => point.under))
  const x = ({ avoidable }: Point) => LEFT + (WIDTH - LEFT - 60) * Math.sqrt(avoidable / most)
  const y = ({ under }: Point) => HEIGHT - BOTTOM - (HEIGHT - BOTTOM - 30) * (under / highest)
  const line = frontier.map((point) => `${x(point).toFixed(1)},${y(point).toFixed(1)}`).join(' ')
  const dot = (point: Point, fill: string) =>
    `<circle cx="${x(point).toFixed(1)}" cy="${y(point).toFixed(1)}" r="5" fill="${fill}"/>` +
    `<text x="${(x(point) + 9).toFixed(1)}" y="${(y(point) - 6).toFixed(1)}">` +
    `${point.label}: ${point.avoidable.toFixed(1)}, ${(100 * point.under).toFixed(0)} %</text>`
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" font-family="sans-serif" font-size="13">`,
    `<rect width="${WIDTH}" height="${HEIGHT}" fill="#fbfaf6"/>`,
    `<path d="M${LEFT} 20V${HEIGHT - BOTTOM}H${WIDTH - 20}" fill="none" stroke="#555"/>`,
    `<text x="${LEFT}" y="${HEIGHT - 16}">Too hard: avoidable overloads in 1,000 blocks</text>`,
    `<text x="20" y="${HEIGHT - BOTTOM}" transform="rotate(-90 20 ${HEIGHT - BOTTOM})">Too easy: stands too low</text>`,
    `<polyline points="${line}" fill="none" stroke="#1f6f5c" stroke-width="2"/>`,
    ...frontier.map((point) => dot(point, '#1f6f5c')),
    ...others.map((point) => dot(point, '#9a4a1c')),
    '</svg>',
    '',
  ].join('\n')
}
