import { lastOf } from '../entries'
import type { Footprint } from '../catalogue/station'

/** A room from above: x along its length from the left, y along its width from the top; metres. */
export interface Room {
  lengthM: number
  widthM: number
  door: Door
}

export interface Door {
  wall: 'top' | 'right' | 'bottom' | 'left'
  /** From the wall's left or upper end to the middle of the door, metres. */
  alongM: number
}

export interface Spot {
  x: number
  y: number
}

/** A station's place: its middle, and the way it faces (0 up, clockwise). */
export interface Place extends Spot {
  facingDeg: number
  /** 0: in front; 1: behind somebody. */
  row: 0 | 1
}

export type LayoutKind = 'ring' | 'horseshoe' | 'two-arcs'

export interface Layout {
  kind: LayoutKind
  /** One for each footprint, in their order. */
  places: Place[]
  /** Whether all stand without getting into each other or through a wall. */
  fits: boolean
  /** Metres of rim that are left; less than 0: that much is missing. */
  spareM: number
  instructor: Spot
  helper: Spot
}

/** Left free along every wall, so that somebody can walk round; ours. */
const AISLE_M = 0.3
const HELPER_STEP_M = 1
/** Kept for whoever leads at the open end of a horseshoe; ours. */
const FRONT_M = 1.4

/**
 * Lays stations out in a room: a ring where its rim at the stations' mid-depth holds them, else a horseshoe along
 * the long walls, else two arcs, one behind the other.
 *
 * @param footprints in their order round the room
 * @param wanted a layout that somebody chose; left out: the first that fits
 * @returns the layout; where nothing fits, the two arcs with what is missing
 * @source ours
 * @example
 * layoutOf(room, sitters.map(() => stations.places.chair)).kind // 'ring'
 */
export function layoutOf(room: Room, footprints: readonly Footprint[], wanted?: LayoutKind): Layout {
  const layouts = (wanted ? [wanted] : (['ring', 'horseshoe', 'two-arcs'] as const)).map((kind) =>
    laidOut(kind, room, footprints),
  )
  return layouts.find((layout) => layout.fits) ?? lastOf(layouts)
}

function laidOut(kind: LayoutKind, room: Room, footprints: readonly Footprint[]): Layout {
  const depth = Math.max(0.6, ...footprints.map((footprint) => footprint.depthM))
  const inset = AISLE_M + depth / 2
  if (kind === 'two-arcs') return twoArcs(room, footprints, depth)
  const path = kind === 'ring' ? ringPath(room, inset) : horseshoePath(room, inset)
  const needed = sum(footprints.map((footprint) => footprint.widthM))
  const middle = { x: room.lengthM / 2, y: room.widthM / 2 }
  const open = room.lengthM >= room.widthM ? { x: FRONT_M / 2, y: middle.y } : { x: middle.x, y: FRONT_M / 2 }
  const instructor = kind === 'ring' ? { x: middle.x, y: middle.y - Math.min(1, room.widthM / 8) } : open
  return {
    kind,
    places: along(path, footprints, 0),
    fits: path.lengthM > 0 && needed <= path.lengthM + 1e-9,
    spareM: path.lengthM - needed,
    instructor,
    helper: kind === 'ring' ? { x: middle.x, y: middle.y + HELPER_STEP_M } : middle,
  }
}

/** A way along which stations stand, with which way they look. */
interface Path {
  lengthM: number
  isClosed: boolean
  at: (metres: number) => { x: number; y: number; facingDeg: number }
}

/** A circle in the middle of the room. */
function ringPath(room: Room, inset: number): Path {
  const radius = Math.max(0, Math.min(room.lengthM, room.widthM) / 2 - inset)
  return {
    lengthM: 2 * Math.PI * radius,
    isClosed: true,
    at: (metres) => {
      const angle = radius === 0 ? 0 : metres / radius
      return {
        x: room.lengthM / 2 + radius * Math.sin(angle),
        y: room.widthM / 2 - radius * Math.cos(angle),
        facingDeg: ((angle * 180) / Math.PI + 180) % 360,
      }
    },
  }
}

/**
 * Half a circle at one end of the longer side and two straight stretches towards the other, which is the instructor's.
 */
function horseshoePath(room: Room, inset: number): Path {
  const isWide = room.lengthM >= room.widthM
  const [long, short] = isWide ? [room.lengthM, room.widthM] : [room.widthM, room.lengthM]
  const radius = Math.max(0, short / 2 - inset)
  const straight = Math.max(0, long - inset - radius - FRONT_M)
  const turn = Math.PI * radius
  const from = FRONT_M
  return {
    lengthM: radius === 0 ? 0 : 2 * straight + turn,
    isClosed: false,
    at: (metres) => {
      let spot: { u: number; v: number; facingDeg: number }
      if (metres <= straight) spot = { u: from + metres, v: short / 2 - radius, facingDeg: 180 }
      else if (metres <= straight + turn) {
        const angle = (metres - straight) / radius
        spot = {
          u: from + straight + radius * Math.sin(angle),
          v: short / 2 - radius * Math.cos(angle),
          facingDeg: ((angle * 180) / Math.PI + 180) % 360,
        }
      } else spot = { u: from + straight - (metres - straight - turn), v: short / 2 + radius, facingDeg: 0 }
      return isWide
        ? { x: spot.u, y: spot.v, facingDeg: spot.facingDeg }
        : { x: room.lengthM - spot.v, y: spot.u, facingDeg: (spot.facingDeg + 90) % 360 }
    },
  }
}

/** Two rows that look at the upper wall; the front one holds the first half. */
function twoArcs(room: Room, footprints: readonly Footprint[], depth: number): Layout {
  const half = Math.ceil(footprints.length / 2)
  const [front, back] = [footprints.slice(0, half), footprints.slice(half)]
  const usable = Math.max(0, room.lengthM - 2 * AISLE_M)
  const row = (y: number): Path => ({
    lengthM: usable,
    isClosed: false,
    at: (metres) => ({
      x: AISLE_M + metres,
      y: y - 0.3 * Math.sin((Math.PI * metres) / Math.max(usable, 0.1)) + 0.3,
      facingDeg: 0,
    }),
  })
  const frontY = room.widthM - AISLE_M - 1.5 * depth - 0.4
  const spare = Math.min(usable - sum(front.map((one) => one.widthM)), usable - sum(back.map((one) => one.widthM)))
  return {
    kind: 'two-arcs',
    places: [...along(row(frontY), front, 0), ...along(row(room.widthM - AISLE_M - depth / 2 - 0.3), back, 1)],
    fits: spare >= -1e-9 && frontY - depth / 2 >= 1.2,
    spareM: spare,
    instructor: { x: room.lengthM / 2, y: AISLE_M + 0.6 },
    helper: { x: room.lengthM - AISLE_M - 0.5, y: Math.max(1, frontY) },
  }
}

/** Stations along a way in their order, what is spare shared out evenly between them. */
function along(path: Path, footprints: readonly Footprint[], row: 0 | 1): Place[] {
  const widths = path.isClosed ? widthsOnRing(footprints, path.lengthM) : footprints.map((one) => one.widthM)
  const gap = (path.lengthM - sum(widths)) / Math.max(1, path.isClosed ? footprints.length : footprints.length + 1)
  let at = path.isClosed ? -(widths[0] ?? 0) / 2 : gap
  return widths.map((width) => {
    const place = { ...path.at(at + width / 2), row }
    at += width + gap
    return place
  })
}

/**
 * How much of a ring's rim each station takes so that its inner corners stay clear of its neighbours': deep ones more
 * than their width. Where that is more than there is, all give way alike.
 */
function widthsOnRing(footprints: readonly Footprint[], lengthM: number): number[] {
  const radius = lengthM / (2 * Math.PI)
  const wanted = footprints.map(({ widthM, depthM }) =>
    Math.max(widthM, 2 * radius * Math.atan(widthM / 2 / Math.max(0.3, radius - depthM / 2))),
  )
  const share = Math.min(1, lengthM / Math.max(1e-9, sum(wanted)))
  return wanted.map((width) => width * share)
}

function sum(values: readonly number[]): number {
  return values.reduce((total, value) => total + value, 0)
}
