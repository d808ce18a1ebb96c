import { lastOf } from '../entries'
import type { PostureFigure } from '../catalogue/figure'
import type { Demand, VariationEntry } from '../catalogue/movement'
import { SUPPORTS, type Support, type Tag } from '../catalogue/words'
import { ARM_RULES } from './armRules'
import { SIDES } from './joints'
import { LEG_RULES } from './legRules'
import {
  cmOf,
  handAt,
  isUpOnFeet,
  STEADYING,
  viewsOf,
  type Done,
  type PosesByName,
  type PoseView,
  type SideRule,
  type WholeRule,
} from './poseView'
import { TRUNK_RULES } from './trunkRules'

const SIDE_RULES = [...LEG_RULES, ...ARM_RULES]

/** How hands steady somebody in a pose. */
function supportIn(view: PoseView): Support {
  const hands = SIDES.map((side) => handAt(view, side))
  const firm = hands.filter((hand) => STEADYING.has(hand)).length
  if (firm > 0) return firm === 2 ? 'both' : 'one'
  return hands.some((hand) => hand.endsWith('fingertip')) ? 'fingertip' : 'none'
}

/** The least that hands steady somebody who is on their feet throughout; null elsewhere, and with a wall behind. */
function supportOnFeet(views: readonly PoseView[]): Support | null {
  if (!views.every(isUpOnFeet) || views.some(({ contacts }) => (contacts.back ?? 'free') !== 'free')) return null
  return lastOf(views.map(supportIn).toSorted((a, b) => SUPPORTS.indexOf(a) - SUPPORTS.indexOf(b)))
}

/** Standing with less than a hand on anything. */
const UNSUPPORTED: Omit<WholeRule, 'measure'> = {
  tag: 'unsupported-stance',
  what: 'stands without a hand',
  unit: '',
  over: 0,
}
/** A strap, a towel or a weight in the hands. */
const GRIP: Omit<WholeRule, 'measure'> = { tag: 'grip', what: 'holds something', unit: '', over: 0 }

/** Rising from a seat or the floor onto the feet: the hips climb, cm. */
const RISING: Omit<WholeRule, 'measure'> = { tag: 'rising', what: 'lifts the hips by', unit: ' cm', over: 12 }

/** With the hips so high somebody stands, or nearly. */
const STANDING_HIP_CM = 66
const isUpright = ({ pose }: PoseView) => pose.base === 'upright'

/** Something that was measured, at its worst over the poses of a variation. */
interface Reading {
  rule: Omit<SideRule, 'measure'>
  of: Demand['of']
  value: number
}

function readingsOf(views: readonly PoseView[]): Reading[] {
  const worst = (values: number[]) => Math.max(...values)
  const heights = views.filter(isUpright).map(({ pose }) => cmOf(pose.root[1]))
  const climb =
    heights.length < 2 || Math.max(...heights) < STANDING_HIP_CM ? 0 : Math.max(...heights) - Math.min(...heights)
  // The right side works as it is drawn; who lies on the right side works with the left.
  const working = views[0]?.pose.base === 'side' ? 'left' : 'right'
  const support = supportOnFeet(views)
  const isUnsupported = support === 'fingertip' || support === 'none'
  return [
    ...SIDE_RULES.flatMap((rule) =>
      SIDES.map((side): Reading => ({
        rule,
        of: side === working ? 'worked' : 'other',
        value: worst(views.map((view) => rule.measure(view, side))),
      })),
    ),
    ...TRUNK_RULES.map((rule): Reading => ({
      rule,
      of: 'whole',
      value: worst(views.map((view) => rule.measure(view))),
    })),
    { rule: RISING, of: 'whole', value: climb },
    { rule: UNSUPPORTED, of: 'whole', value: isUnsupported ? 1 : 0 },
    { rule: GRIP, of: 'whole', value: views.some(({ handsDo }) => handsDo === 'hold') ? 1 : 0 },
  ]
}

/**
 * What a variation asks of a body by its solved poses: at its start, deepest and end, whichever asks most.
 *
 * Grip and what hands carry follow from what an entry says that they do. Effort, speed and what eyes do cannot be read
 * off a pose and are not among them.
 *
 * @param poses solved, by name
 * @returns tags with the side that they ask: the working one is drawn on the right
 * @source thresholds ours, from common practice and AAOS ranges (memory)
 * @example
 * demandsOfPoses(posture, { figure: VariationFigure.parse({}), handsDo: 'rest' }, { start: pose }) // []
 */
export function demandsOfPoses(posture: PostureFigure, done: Done, poses: PosesByName): Demand[] {
  return readingsOf(viewsOf(posture, done, poses)).flatMap(({ rule, of, value }) =>
    value > rule.over ? [{ tag: rule.tag, of }] : [],
  )
}

/**
 * Why what is written is not so, each with what the poses measure and what would be needed.
 *
 * @param written the tags of an entry, and what it says that steadies
 * @example
 * disagreementsIn({ demands: [{ tag: 'deep-hip-bend', of: 'worked' }], support: 'none' }, posture,
 * { figure: VariationFigure.parse({}), handsDo: 'rest' }, { start: pose })[0]
 * // 'the entry says "deep-hip-bend", and the pose bends the hip by 82.2°: over 90.5° is asked'
 */
export function disagreementsIn(
  written: Pick<VariationEntry, 'demands' | 'support'>,
  posture: PostureFigure,
  done: Done,
  poses: PosesByName,
): string[] {
  const views = viewsOf(posture, done, poses)
  const readings = readingsOf(views)
  const support = supportOnFeet(views)
  return [
    ...written.demands.flatMap(({ tag }) => {
      const own = readings.filter((reading) => reading.rule.tag === tag)
      if (own.length === 0 || own.some(({ rule, value }) => value > rule.over)) return []
      const { rule, value } = lastOf(own.toSorted((a, b) => a.value - b.value))
      const amount = (number: number) => `${Math.round(number * 10) / 10}${rule.unit}`
      return [`the entry says "${tag}", and the pose ${rule.what} ${amount(value)}: over ${amount(rule.over)} is asked`]
    }),
    ...(support === null || support === written.support
      ? []
      : [`the entry says that ${written.support} steadies, and the poses show ${support}`]),
  ]
}

/**
 * The tags that a variation's poses ask and its entry leaves out.
 *
 * @param said the variation's own demands and its posture's
 * @example
 * missingTags([{ tag: 'kneeling', of: 'whole' }], new Set(['grip'])) // ['kneeling']
 */
export function missingTags(asked: readonly Demand[], said: ReadonlySet<Tag>): Tag[] {
  return [...new Set(asked.map(({ tag }) => tag))].filter((tag) => !said.has(tag))
}
