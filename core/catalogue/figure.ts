import { z } from 'zod'

/** Angles that both sides have, by their positive direction, degrees. */
export const LIMB_ANGLES = [
  'hipFlexion',
  'hipAbduction',
  'hipOutward',
  'kneeFlexion',
  'ankleUp',
  'inversion',
  'toesUp',
  'shoulderFlexion',
  'shoulderAbduction',
  'shoulderOutward',
  'elbowFlexion',
  'pronation',
  'wristUp',
] as const
export type LimbAngle = (typeof LIMB_ANGLES)[number]

/** Angles of the middle: bends are forward and to the right, turns to the right, degrees. */
export const TRUNK_ANGLES = [
  'tilt',
  'list',
  'twist',
  'heading',
  'lumbarFlexion',
  'lumbarSide',
  'lumbarTurn',
  'thoracicFlexion',
  'thoracicSide',
  'thoracicTurn',
  'neckFlexion',
  'neckSide',
  'neckTurn',
] as const
export type TrunkAngle = (typeof TRUNK_ANGLES)[number]

const degrees = z.number().min(-180).max(185)
const LimbAngles = z.partialRecord(z.enum(LIMB_ANGLES), degrees)

/** Angles as they are written: for both sides, with what differs under `left` and `right`. */
export const PoseAngles = z
  .partialRecord(z.enum([...LIMB_ANGLES, ...TRUNK_ANGLES]), degrees)
  .and(z.object({ left: LimbAngles.optional(), right: LimbAngles.optional() }))
export type PoseAngles = z.infer<typeof PoseAngles>

/** What a pose stands, sits or lies on and holds. */
export const SceneEntry = z.object({
  chair: z.enum(['none', 'sit', 'sideways', 'before', 'beside', 'beside-left', 'behind-turned']),
  /** Cushions on the chair's seat. */
  seatCushions: z.number().int().min(0).max(3),
  /** Lying along it, or sitting on its edge. */
  bed: z.enum(['none', 'long', 'edge']),
  mat: z.boolean(),
  wall: z.enum(['none', 'behind', 'before']),
  step: z.boolean(),
  /** A block or cushions under the seat, cm. */
  seatBlockCm: z.number().min(0).max(30),
  kneeCushions: z.number().int().min(0).max(3),
  headPillows: z.number().int().min(0).max(3),
  /** Pillows that hold the trunk up, as in a propped bed. */
  backPillows: z.boolean(),
  pillowUnder: z.enum(['none', 'knees', 'calves', 'between-knees', 'seat']),
  /** A strap from the hands to a foot. */
  strapFoot: z.enum(['none', 'left', 'right']),
  /** A block on the floor under the hands, cm. */
  handBlockCm: z.number().min(0).max(30),
})
export type SceneEntry = z.infer<typeof SceneEntry>

/** A room without anything in it. */
export const EMPTY_SCENE: SceneEntry = {
  chair: 'none',
  seatCushions: 0,
  bed: 'none',
  mat: false,
  wall: 'none',
  step: false,
  seatBlockCm: 0,
  kneeCushions: 0,
  headPillows: 0,
  backPillows: false,
  pillowUnder: 'none',
  strapFoot: 'none',
  handBlockCm: 0,
}

const Foot = z.enum([
  'floor',
  'ball',
  'heel',
  'toes',
  'top',
  'bed',
  'bed-heel',
  'step',
  'step-heel',
  'step-ball',
  'wall',
  'other-knee',
  'chair',
  'free',
])
const Knee = z.enum(['floor', 'cushion', 'bed', 'other-knee', 'wall', 'chair', 'free'])
const Hand = z.enum([
  'thigh',
  'knee',
  'shin',
  'ankle',
  'under-thigh',
  'other-thigh',
  'seat',
  'chair-back',
  'chair-back-fingertip',
  'chair-seat',
  'chair-seat-side',
  'wall',
  'wall-fingertip',
  'floor',
  'floor-behind',
  'block',
  'bed',
  'chest',
  'belly',
  'ribs',
  'hip',
  'neck',
  'other-elbow',
  'other-hand',
  'free',
])

/** What touches what; a key without a side holds for both, and a later layer replaces an earlier one key by key. */
export const PoseContacts = z.object({
  feet: Foot.optional(),
  leftFoot: Foot.optional(),
  rightFoot: Foot.optional(),
  knees: Knee.optional(),
  leftKnee: Knee.optional(),
  rightKnee: Knee.optional(),
  hands: Hand.optional(),
  leftHand: Hand.optional(),
  rightHand: Hand.optional(),
  elbows: z.enum(['floor', 'free']).optional(),
  leftElbow: z.enum(['floor', 'free']).optional(),
  rightElbow: z.enum(['floor', 'free']).optional(),
  seat: z.enum(['chair', 'chair-edge', 'bed', 'bed-edge', 'floor', 'heels', 'free']).optional(),
  back: z.enum(['floor', 'chair', 'wall', 'pillows', 'bed-edge', 'free']).optional(),
  head: z.enum(['floor', 'free']).optional(),
  flank: z.enum(['floor', 'free']).optional(),
})
export type PoseContacts = z.infer<typeof PoseContacts>

export const Camera = z.object({
  /** Degrees from the side towards the front. */
  yaw: z.number().min(-180).max(180),
  /** Degrees from level upwards. */
  pitch: z.number().min(-10).max(80),
})
export type Camera = z.infer<typeof Camera>

/** A posture's figure: the ground that variations in it lay their own poses over. */
export const PostureFigure = z.object({
  posture: z.string(),
  base: z.enum(['upright', 'supine', 'prone', 'side']),
  angles: PoseAngles.default({}),
  contacts: PoseContacts.default({}),
  scene: SceneEntry.partial().default({}),
  camera: Camera,
})
export type PostureFigure = z.infer<typeof PostureFigure>

/** A pose to start from, one to go to, and one between in which an angle peaks. */
export const POSE_NAMES = ['start', 'end', 'deepest'] as const
export type PoseName = (typeof POSE_NAMES)[number]

const PoseLayer = z.object({
  angles: PoseAngles.default({}),
  contacts: PoseContacts.default({}),
  scene: SceneEntry.partial().default({}),
  /**
   * Where the weight lies from the middle between the feet, cm; `free`: wherever. Left out: over the feet where they
   * alone carry, and free where something else does.
   */
  weight: z
    .union([z.literal('free'), z.object({ forward: z.number().default(0), right: z.number().default(0) })])
    .optional(),
})

/** What keeps its contact and yet changes its place: it slides along, or is lifted and set down again. */
const Going = z.enum(['slides', 'steps'])
const GOING_PARTS = [
  ...(['feet', 'leftFoot', 'rightFoot', 'knees', 'leftKnee', 'rightKnee'] as const),
  ...(['hands', 'leftHand', 'rightHand', 'elbows', 'leftElbow', 'rightElbow', 'seat'] as const),
] as const

/** A pose that is gone to: what rests in both poses stays where it was, but for what goes. */
export const FarLayer = PoseLayer.extend({ goes: z.partialRecord(z.enum(GOING_PARTS), Going).default({}) })
export type FarLayer = z.infer<typeof FarLayer>

/** How a variation departs from its posture: where it starts, where it goes, and where an angle peaks between. */
export const VariationFigure = z.object({
  start: PoseLayer.default({ angles: {}, contacts: {}, scene: {} }),
  end: FarLayer.optional(),
  deepest: FarLayer.optional(),
  camera: Camera.partial().optional(),
})
export type VariationFigure = z.infer<typeof VariationFigure>
