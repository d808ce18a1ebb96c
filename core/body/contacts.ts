import type { PoseContacts } from '../catalogue/figure'
import type { BodySide } from './joints'
import { BUILD } from './segments'
import { cm, SIZE_CM, type Scene } from './scene'
import type { LimbSpot, Spot } from './spots'
import { scale, type Vec } from './vector'

/** One thing that has to be so in a solved pose. Distances are body heights. */
export type Contact =
  /** The spot's ball rests on a plane. */
  | { kind: 'plane'; spot: Spot; normal: Vec; at: number }
  /** The spot stays near a place, softly; null leaves an axis free. */
  | { kind: 'near'; spot: Spot; at: readonly [number | null, number | null, number | null]; spread: number }
  /** The spot's ball lies on a limb, at a share of the way along it. */
  | { kind: 'limb'; spot: Spot; from: Spot; to: Spot; share: number; radius: number }
  /** Two balls touch. */
  | { kind: 'meet'; spot: Spot; other: Spot }
  /** A palm lies flat against a direction. */
  | { kind: 'palm'; side: BodySide; against: Vec }
  /** The spot stays exactly where it was. */
  | { kind: 'pin'; spot: Spot; at: Vec }

const UP: Vec = [0, 1, 0]
const SIDES: readonly BodySide[] = ['left', 'right']
const other = (side: BodySide): BodySide => (side === 'left' ? 'right' : 'left')

/**
 * Turns what is written ("right foot on the other knee") into exact contacts in a scene.
 *
 * @param contacts layers already merged; limbs that are not named are free
 * @example
 * contactsIn({ feet: 'floor' }, scene)[0] // { kind: 'plane', spot: 'left heel', normal: [0, 1, 0], at: 0 }
 */
export function contactsIn(contacts: PoseContacts, scene: Scene): Contact[] {
  return [
    ...SIDES.flatMap((side) => footContacts(side, contacts[`${side}Foot`] ?? contacts.feet ?? 'free', scene)),
    ...SIDES.flatMap((side) => kneeContacts(side, contacts[`${side}Knee`] ?? contacts.knees ?? 'free', scene)),
    ...SIDES.flatMap((side) => handContacts(side, contacts[`${side}Hand`] ?? contacts.hands ?? 'free', scene)),
    ...SIDES.flatMap((side): Contact[] =>
      (contacts[`${side}Elbow`] ?? contacts.elbows) === 'floor'
        ? [on(`${side} elbow`, scene.ground), on(`${side} wrist`, scene.ground)]
        : [],
    ),
    ...trunkContacts(contacts, scene),
  ]
}

const on = (spot: Spot, height: number): Contact => ({ kind: 'plane', spot, normal: UP, at: height })
const wallNormal = (scene: Scene): Vec => (scene.wall === 'behind' ? [1, 0, 0] : [-1, 0, 0])
const onWall = (spot: Spot, scene: Scene): Contact => ({
  kind: 'plane',
  spot,
  normal: wallNormal(scene),
  at: scene.wall === 'behind' ? scene.wallAt : -scene.wallAt,
})

function footContacts(side: BodySide, where: NonNullable<PoseContacts['feet']>, scene: Scene): Contact[] {
  const spot = (name: LimbSpot): Spot => `${side} ${name}`
  const flat = (height: number): Contact[] => [
    on(spot('heel'), height),
    on(spot('ball'), height),
    on(spot('toe'), height),
  ]
  const floor = scene.bedBox ? 0 : scene.ground
  switch (where) {
    case 'floor':
      return flat(floor)
    case 'ball':
      return [on(spot('ball'), floor), on(spot('toe'), floor)]
    case 'heel':
      return [on(spot('heel'), floor)]
    case 'toes':
      return [on(spot('toe'), floor), on(spot('ball'), floor)]
    case 'top':
      return [on(spot('instep'), scene.ground)]
    case 'bed':
      return flat(scene.ground)
    case 'bed-heel':
      return [on(spot('heel'), scene.ground)]
    case 'step':
      return flat(scene.stepTop)
    case 'step-heel':
      return [on(spot('heel'), scene.stepTop)]
    case 'step-ball':
      return [on(spot('ball'), scene.stepTop), on(spot('toe'), scene.stepTop)]
    case 'wall':
      return [onWall(spot('heel'), scene), onWall(spot('ball'), scene)]
    case 'other-knee':
      return [
        {
          kind: 'limb',
          spot: spot('ankle'),
          from: `${other(side)} hip`,
          to: `${other(side)} knee`,
          share: 0.86,
          radius: 0.034,
        },
      ]
    case 'chair':
      return flat(scene.seatTop)
    case 'free':
      return []
  }
}

function kneeContacts(side: BodySide, where: NonNullable<PoseContacts['knees']>, scene: Scene): Contact[] {
  switch (where) {
    case 'floor':
    case 'bed':
      return [on(`${side} knee`, scene.ground)]
    case 'cushion':
      return [on(`${side} knee`, scene.ground + cm(scene.kneeCushions * SIZE_CM.cushion))]
    case 'chair':
      return [on(`${side} knee`, scene.seatTop)]
    case 'other-knee':
      return [{ kind: 'meet', spot: `${side} knee`, other: `${other(side)} knee` }]
    case 'wall':
      return [onWall(`${side} knee`, scene)]
    case 'free':
      return []
  }
}

type HandAt = NonNullable<PoseContacts['hands']>
type OnLimb = Omit<Extract<Contact, { kind: 'limb' }>, 'kind' | 'spot'>

/** Hands that lie on a limb: which, how far along it, and how thick it is there (heights of the body). */
const HAND_ON_LIMB: Partial<Record<HandAt, (side: BodySide) => OnLimb>> = {
  thigh: (side) => ({ from: `${side} hip`, to: `${side} knee`, share: 0.62, radius: 0.043 }),
  knee: (side) => ({ from: `${side} hip`, to: `${side} knee`, share: 0.97, radius: 0.034 }),
  shin: (side) => ({ from: `${side} knee`, to: `${side} ankle`, share: 0.35, radius: 0.034 }),
  ankle: (side) => ({ from: `${side} knee`, to: `${side} ankle`, share: 0.9, radius: 0.022 }),
  'under-thigh': (side) => ({ from: `${side} hip`, to: `${side} knee`, share: 0.72, radius: 0.04 }),
  'other-thigh': (side) => ({ from: `${other(side)} hip`, to: `${other(side)} knee`, share: 0.66, radius: 0.042 }),
}

/** Hands that touch a spot of the body. */
const HAND_MEETS: Partial<Record<HandAt, (side: BodySide) => Spot>> = {
  belly: () => 'waist',
  ribs: () => 'chest',
  hip: (side) => `${side} hip`,
  neck: () => 'head',
  'other-elbow': (side) => `${other(side)} elbow`,
}

function handContacts(side: BodySide, where: HandAt, scene: Scene): Contact[] {
  const palm: Spot = `${side} palm`
  const tip: Spot = `${side} fingertip`
  const away = side === 'right' ? 1 : -1
  const limb = HAND_ON_LIMB[where]?.(side)
  if (limb) return [{ kind: 'limb', spot: palm, ...limb }]
  const met = HAND_MEETS[where]?.(side)
  if (met) return [{ kind: 'meet', spot: palm, other: met }]
  const flat = (
    height: number,
    near: readonly [number | null, number | null, number | null] = [null, null, null],
    spread = 0.05,
  ): Contact[] => [
    on(palm, height),
    { kind: 'palm', side, against: [0, -1, 0] },
    { kind: 'near', spot: palm, at: near, spread },
  ]
  const chairBackX = scene.chair === 'before' ? scene.chairAt[0] - cm(SIZE_CM.seatSide / 2) : -cm(SIZE_CM.seatSide / 2)
  switch (where) {
    case 'seat':
      return flat(scene.seatTop, [null, null, away * 0.115], 0.02)
    case 'chair-back':
      return flat(cm(SIZE_CM.chairBack), backOfChair(scene, chairBackX, away), 0.012)
    case 'chair-back-fingertip':
      return [
        on(tip, cm(SIZE_CM.chairBack)),
        { kind: 'near', spot: tip, at: backOfChair(scene, chairBackX, away), spread: 0.012 },
      ]
    case 'chair-seat':
      return flat(scene.seatTop, [scene.chairAt[0] - 0.03, null, scene.chairAt[2] + away * 0.08], 0.025)
    case 'chair-seat-side':
      return flat(scene.seatTop, [scene.chairAt[0], null, scene.chairAt[2] - 0.06], 0.03)
    case 'wall':
      return [onWall(palm, scene), { kind: 'palm', side, against: scale(wallNormal(scene), -1) }]
    case 'wall-fingertip':
      return [onWall(tip, scene)]
    case 'floor-behind':
    case 'block':
      return flat(scene.ground + cm(scene.handBlockCm))
    case 'floor':
    case 'bed':
      return flat(scene.ground)
    case 'chest':
      return [
        { kind: 'meet', spot: palm, other: 'chest' },
        { kind: 'limb', spot: palm, from: `${other(side)} shoulder`, to: 'chest', share: 0.35, radius: 0.05 },
      ]
    case 'other-hand':
      return side === 'left' ? [{ kind: 'meet', spot: palm, other: 'right palm' }] : []
    default:
      return []
  }
}

function trunkContacts({ seat, back, head, flank }: PoseContacts, scene: Scene): Contact[] {
  const contacts: Contact[] = []
  const { ground } = scene
  if (seat === 'chair')
    contacts.push(on('seat', scene.seatTop), { kind: 'near', spot: 'seat', at: [-0.035, null, 0], spread: 0.004 })
  if (seat === 'chair-edge')
    contacts.push(on('seat', scene.seatTop), { kind: 'near', spot: 'seat', at: [0.055, null, 0], spread: 0.004 })
  if (seat === 'bed') contacts.push(on('seat', ground))
  if (seat === 'bed-edge')
    contacts.push(on('seat', scene.bedTop), { kind: 'near', spot: 'seat', at: [0, null, 0], spread: 0.004 })
  if (seat === 'floor') contacts.push(on('seat', ground + cm(scene.seatBlockCm)))
  if (seat === 'heels')
    contacts.push(
      { kind: 'meet', spot: 'left heel', other: 'seat' },
      { kind: 'meet', spot: 'right heel', other: 'seat' },
    )
  if (back === 'floor') contacts.push(on('sacrum', ground), on('chest', ground))
  if (back === 'wall') contacts.push(onWall('sacrum', scene), onWall('chest', scene))
  if (back === 'bed-edge')
    contacts.push(on('chest', scene.bedTop), { kind: 'near', spot: 'chest', at: [-0.03, null, 0], spread: 0.006 })
  if (back === 'chair') contacts.push({ kind: 'plane', spot: 'chest', normal: [0.985, -0.17, 0], at: -cm(21) - 0.075 })
  if (back === 'pillows')
    contacts.push(on('sacrum', ground), {
      kind: 'plane',
      spot: 'chest',
      normal: [0.64, 0.768, 0],
      at: ground * 0.768 - BUILD.pelvis * 0.2,
    })
  if (head === 'floor') contacts.push(on('head', ground + cm(scene.headPillows * SIZE_CM.pillow * 0.55)))
  if (flank === 'floor') contacts.push(on('right hip', ground), on('right shoulder', ground))
  return contacts
}

/** Where a hand holds the backrest, by how the chair stands; null: anywhere along that line. */
function backOfChair(scene: Scene, chairBackX: number, away: number): [number | null, null, number | null] {
  if (scene.chair === 'sideways') return [0.02, null, cm(21)]
  if (scene.chair === 'beside') return [null, null, scene.chairAt[2] - cm(21)]
  if (scene.chair === 'beside-left') return [null, null, scene.chairAt[2] + cm(21)]
  return [chairBackX, null, away * 0.085]
}
