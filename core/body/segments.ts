/**
 * Lengths and heights of the body as fractions of its height, and radii of what is drawn.
 *
 * @source Drillis & Contini 1966, in Winter, Biomechanics and Motor Control of Human Movement (memory): ankle, knee,
 * hip, shoulder and eye heights; shank, thigh, foot, upper arm, forearm, hand; hip and shoulder width. The spine's
 * links, the joint centres inside the outline and the radii are ours.
 */
export const SEGMENT = {
  ankleHeight: 0.039,
  kneeHeight: 0.285,
  hipHeight: 0.53,
  shoulderHeight: 0.818,
  eyeHeight: 0.936,
  shank: 0.246,
  thigh: 0.245,
  foot: 0.152,
  upperArm: 0.186,
  forearm: 0.146,
  hand: 0.108,
  hipWidth: 0.191,
  shoulderWidth: 0.259,
} as const

/** Joint centres from the middle of the body, and the links of the trunk. */
export const BUILD = {
  hipCentre: SEGMENT.hipWidth / 2 - 0.049,
  shoulderCentre: SEGMENT.shoulderWidth / 2 - 0.0285,
  shoulderDrop: 0.014,
  /** How much a shoulder rises with an arm that is lifted all the way. */
  shoulderRise: 0.024,
  pelvis: 0.05,
  lumbarLink: 0.03,
  thoracicLink: 0.0493,
  neck: 0.052,
  /** From the top of the neck to the middle of the head. */
  headCentre: 0.06,
  /** The heel lies behind the ankle; the ball and the toes before it. */
  heelBack: 0.036,
  ballForward: 0.078,
  /** Hip centre above what is sat on: 9 cm at 168 cm; ours. */
  seatBelowHip: 0.0535,
} as const

export const RADIUS = {
  hip: 0.049,
  knee: 0.0325,
  calf: 0.034,
  ankle: 0.0205,
  heel: 0.02,
  ball: 0.0165,
  toe: 0.012,
  shoulder: 0.03,
  upperArm: 0.0265,
  elbow: 0.0225,
  wrist: 0.0155,
  palm: 0.0175,
  finger: 0.0095,
  neck: 0.0275,
  pelvis: 0.062,
  waist: 0.056,
  chest: 0.064,
  head: 0.056,
} as const
