/** A name on the ring: where it is anchored, and how far it is turned. */
export interface RingName {
  text: string
  x: number
  y: number
  anchor: 'start' | 'middle' | 'end'
  /** The size of its type. */
  px: number
  /** Degrees, clockwise. */
  turnDeg: number
  /** Whether its line runs through its anchor; otherwise it stands on it. */
  isCentred: boolean
}

/** Where somebody stands on the ring, and what stands beside them. Lengths are px; the middle of the ring is 0, 0. */
export interface RingPlace {
  x: number
  y: number
  /** The glyph's side. */
  size: number
  name: RingName
  /** Where a mark lies: inside the rim, or outside where the names are inside. */
  mark: { x: number; y: number; size: number }
}

export interface RingLayout {
  places: RingPlace[]
  radius: number
  /** Half of what all of it takes, to each side. */
  reach: { x: number; y: number }
}

/** A glyph takes so much of the way to the next one, within these bounds. */
const OF_SPACING = 0.62
const SIZE = { least: 22, most: 52 }
/** Where even the least is too wide, they still do not touch, corner to corner. */
const OF_SPACING_AT_MOST = 0.69
/** A glyph is never larger than this share of the ring's radius. */
const OF_RADIUS = 0.36
const RADIUS = { least: 90, most: 250 }
const GAP = 8
/** Type, and how many letters of a name are shown: where there is room, on a phone, and of many on a phone. */
const TYPES = { usual: { px: 16, letters: 13 }, small: { px: 14, letters: 7 }, crowded: { px: 12, letters: 5 } }
const SMALL_UNDER_PX = 480
const LINE = 18
/** A letter as a share of the type's size, rather too wide: what is estimated clear is clear. */
const LETTER = 0.6
/** Of more people no name stays level. */
const LEVEL_AT_MOST = 28
const MARK_PX = 22
/** Half a glyph and a mark outside the rim. */
const OUTSIDE_RIM_PX = 36

/**
 * Lays people out on a circle: the first at the top, on clockwise. The glyphs' size follows from the way from one to
 * the next; names stand outside, level where none meets another, else turned along the radius; of many on a phone they
 * stand inside.
 *
 * @param names as they are called, in their order
 * @param widthPx what there is for all of it
 * @source ours
 * @example
 * ringLayout(['Ann', 'Bo'], 700).places.map(({ size }) => size) // [52, 52]
 */
export function ringLayout(names: readonly string[], widthPx: number): RingLayout {
  const isSmall = widthPx < SMALL_UNDER_PX
  const { px, letters } = isSmall ? TYPES.small : TYPES.usual
  const shown = names.map((name) => shortened(name, letters))
  const longest = Math.max(0, ...shown.map((text) => text.length * px * LETTER))
  // A glyph of half its most, and the name beside it.
  const room = (widthPx / 2 - longest - GAP) / (1 + OF_RADIUS / 2)
  const radius = Math.max(RADIUS.least, Math.min(RADIUS.most, room))
  const level = placesOn(shown, { radius, px }, OUTSIDE_LEVEL)
  if (names.length <= LEVEL_AT_MOST && !anyMeet(level)) return ringOf(level, radius)
  if (!isSmall) return ringOf(placesOn(shown, { radius, px }, OUTSIDE_TURNED), radius)
  const { crowded } = TYPES
  const short = names.map((name) => shortened(name, crowded.letters))
  const wide = widthPx / 2 - OUTSIDE_RIM_PX
  return ringOf(placesOn(short, { radius: wide, px: crowded.px }, INSIDE_TURNED), wide)
}

function ringOf(places: RingPlace[], radius: number): RingLayout {
  const corners = places.flatMap((place) => [...boxOf(place), ...boxOf(place.mark), ...cornersOf(place.name)])
  const most = (way: 'x' | 'y') => Math.ceil(Math.max(radius, ...corners.map((corner) => Math.abs(corner[way]))) + 2)
  return { places, radius, reach: { x: most('x'), y: most('y') } }
}

/** A name as it fits on the ring. */
function shortened(name: string, letters: number): string {
  return name.length > letters ? `${name.slice(0, letters - 1)}…` : name
}

/** Where names stand, and on which side of the rim the marks do: 1 outside, -1 inside. */
interface Naming {
  name: (text: string, at: At) => RingName
  marks: 1 | -1
}
const OUTSIDE_LEVEL: Naming = { name: levelName, marks: -1 }
const OUTSIDE_TURNED: Naming = { name: (text, at) => turnedName(text, at, 1), marks: -1 }
const INSIDE_TURNED: Naming = { name: (text, at) => turnedName(text, at, -1), marks: 1 }

interface At {
  /** From the top, clockwise, radians. */
  angle: number
  radius: number
  size: number
  px: number
  index: number
}

function placesOn(
  names: readonly string[],
  { radius, px }: Pick<At, 'radius' | 'px'>,
  { name, marks }: Naming,
): RingPlace[] {
  const spacing = (2 * Math.PI * radius) / Math.max(1, names.length)
  const wanted = Math.min(SIZE.most, radius * OF_RADIUS, Math.max(SIZE.least, spacing * OF_SPACING))
  const size = Math.min(wanted, spacing * OF_SPACING_AT_MOST)
  const spacingOfMarks = marks < 0 ? (spacing * (radius - size - MARK_PX)) / radius : spacing
  const markPx = Math.min(marks < 0 ? MARK_PX : SIZE.least / 1.5, spacingOfMarks * OF_SPACING_AT_MOST)
  return names.map((text, index) => {
    const angle = (index / names.length) * 2 * Math.PI
    const markAt = radius + (marks * (size / 2 + markPx / 2 + 3)) / squareness(angle)
    return {
      ...pointAt(angle, radius),
      size,
      name: name(text, { angle, radius, size, px, index }),
      mark: { ...pointAt(angle, markAt), size: markPx },
    }
  })
}

/** How far a square reaches in a direction is half its side by this. */
function squareness(angle: number): number {
  return Math.max(Math.abs(Math.sin(angle)), Math.abs(Math.cos(angle)))
}

function pointAt(angle: number, radius: number): { x: number; y: number } {
  return { x: radius * Math.sin(angle), y: -radius * Math.cos(angle) }
}

/**
 * Beside its glyph to the left and right; above and below it near the top and the bottom, every second a line further.
 */
function levelName(text: string, { angle, radius, size, px, index }: At): RingName {
  const { x, y } = pointAt(angle, radius)
  const across = Math.sin(angle)
  if (Math.abs(across) > 0.3) {
    const side = Math.sign(across)
    return {
      text,
      px,
      x: x + side * (size / 2 + GAP),
      y: y + 5,
      anchor: side > 0 ? 'start' : 'end',
      turnDeg: 0,
      isCentred: false,
    }
  }
  const further = index % 2 === 0 ? 0 : LINE
  const isAbove = Math.cos(angle) > 0
  const away = size / 2 + GAP + further
  return { text, px, x, y: isAbove ? y - away : y + away + 12, anchor: 'middle', turnDeg: 0, isCentred: false }
}

/** Along the radius, to be read from the left: outside the rim, or inside. */
function turnedName(text: string, { angle, radius, size, px }: At, way: 1 | -1): RingName {
  const point = pointAt(angle, radius + way * ((size / 2 + px / 2) / squareness(angle) + 2))
  const isLeft = Math.sin(angle) < -1e-9
  const outward = (angle * 180) / Math.PI - 90
  const turnDeg = isLeft ? outward + 180 : outward
  return { text, px, ...point, anchor: isLeft === way > 0 ? 'end' : 'start', turnDeg, isCentred: true }
}

type Corner = { x: number; y: number }

function boxOf({ x, y, size }: Pick<RingPlace, 'x' | 'y' | 'size'>): Corner[] {
  const half = size / 2
  return [
    { x: x - half, y: y - half },
    { x: x + half, y: y - half },
    { x: x + half, y: y + half },
    { x: x - half, y: y + half },
  ]
}

/**
 * A name's corners, as wide as it is estimated: its line is centred where it is turned, and stands on it where level.
 */
function cornersOf({ text, x, y, anchor, turnDeg, px, isCentred }: RingName): Corner[] {
  const width = text.length * px * LETTER
  const from = { start: 0, middle: -width / 2, end: -width }[anchor]
  const [top, bottom] = isCentred ? [-px / 2, px / 2] : [-13, 4]
  const turn = (turnDeg * Math.PI) / 180
  return [
    [from, top],
    [from + width, top],
    [from + width, bottom],
    [from, bottom],
  ].map(([dx = 0, dy = 0]) => ({
    x: x + dx * Math.cos(turn) - dy * Math.sin(turn),
    y: y + dx * Math.sin(turn) + dy * Math.cos(turn),
  }))
}

/**
 * Whether anything of the ring lies over anything else: glyphs, names, marks.
 *
 * @example
 * anyMeet(ringLayout(['Ann', 'Bo', 'Cy'], 700).places) // false
 */
export function anyMeet(places: readonly RingPlace[]): boolean {
  const shapes = places.flatMap((place) => [boxOf(place), cornersOf(place.name), boxOf(place.mark)])
  return shapes.some((shape, at) => shapes.slice(at + 1).some((other) => meet(shape, other)))
}

/** Two convex shapes meet where no edge of either parts them. */
function meet(one: readonly Corner[], other: readonly Corner[]): boolean {
  return ![...edgesOf(one), ...edgesOf(other)].some((axis) => {
    const [a, b] = [rangeAlong(one, axis), rangeAlong(other, axis)]
    return a.to <= b.from || b.to <= a.from
  })
}

function edgesOf(shape: readonly Corner[]): Corner[] {
  return shape.map((corner, at) => {
    const next = shape[(at + 1) % shape.length] ?? corner
    return { x: next.y - corner.y, y: corner.x - next.x }
  })
}

function rangeAlong(shape: readonly Corner[], axis: Corner): { from: number; to: number } {
  const along = shape.map(({ x, y }) => x * axis.x + y * axis.y)
  return { from: Math.min(...along), to: Math.max(...along) }
}
