import { z } from 'zod'
import { SIZE_CM } from '../body/scene'
import type { Variation } from '../catalogue/catalogue'
import type { DialRange } from '../catalogue/movement'
import { Dial, type SchoolId } from '../catalogue/words'
import { givenBy, isClocked, settingWords, type Given } from '../offer/dials'
import type { DialSetting } from '../offer/person'

/** One dial turned by one step. */
export const DialTurn = z.object({
  dial: Dial,
  from: z.number(),
  to: z.number(),
  /** As it is said: "hold 30 → 40 s", "one cushion less: seat 50 → 45 cm". */
  words: z.string().max(120),
})
export type DialTurn = z.infer<typeof DialTurn>

export interface NextTurn {
  /** What to turn next; null: every dial is at its end, so the level is next. */
  turn: DialTurn | null
  /** Time, rounds or repetitions that were earned, but that the block's clock does not give; null: none. */
  earned: DialTurn | null
}

/**
 * The next step on a rung: one dial, in the rung's own order; in the Press school effort comes before range.
 *
 * A dial that takes time ends where the block's does: it is skipped, and what was earned is said, so that the block can
 * be proposed to rise once most of a circle have earned it.
 *
 * @param settings this person's own for the movement and tier
 * @param given the block's dose as the person's lane does it; null: the block has left the plan, so only what no dose
 * gives is turned
 * @example
 * nextTurn({ dials: [{ dial: 'hold', from: 20, to: 60, step: 10, unit: 's' }], props: [] }, [], { dose: { kind:
 * 'hold', seconds: 30 }, rounds: 1 }, 'dwell')
 * // { turn: null, earned: { dial: 'hold', from: 30, to: 40, words: 'hold 30 → 40 s' } }
 */
export function nextTurn(
  variation: Variation,
  settings: readonly DialSetting[],
  given: Given | null,
  school: SchoolId,
): NextTurn {
  let earned: DialTurn | null = null
  for (const range of inOrder(variation.dials, school)) {
    const own = settings.find((setting) => setting.dial === range.dial)?.value
    const block = given && givenBy(range.dial, given)
    if (block === null && isOfDose(range.dial)) continue
    // A first time is without added load.
    const start = own ?? block ?? (range.dial === 'load' ? 0 : range.from)
    const from = withinBlock(range.dial, start, given)
    const to = stepped(range, from, 1)
    if (to === from) continue
    const turn = { dial: range.dial, from, to, words: turnWords(variation, range, from, to) }
    if (!isClocked(range.dial) || to <= (block ?? 0)) return { turn, earned }
    earned ??= turn
  }
  return { turn: null, earned }
}

/**
 * One step back on the dial that was turned last; null where nothing was turned on this rung, so the level is next.
 *
 * What was earned beyond the block was never done: from there, too, it goes back below the block's.
 *
 * @example
 * turnBack({ dials: [] }, [], null) // null
 */
export function turnBack(variation: Variation, settings: readonly DialSetting[], given: Given | null): DialTurn | null {
  const last = settings
    .filter((setting) => variation.dials.some((range) => range.dial === setting.dial))
    .toSorted((a, b) => b.since.localeCompare(a.since))[0]
  if (!last) return null
  const range = variation.dials.find((one) => one.dial === last.dial)
  if (!range) return null
  const from = withinBlock(last.dial, last.value, given)
  const to = stepped(range, from, -1)
  return to === from ? null : { dial: last.dial, from, to, words: turnWords(variation, range, from, to) }
}

/**
 * Half of what a block gives in time or repetitions, as a dial of the rung; null where it has none.
 *
 * @example
 * halfOf({ dials: [{ dial: 'hold', from: 20, to: 60, step: 10, unit: 's' }], props: [] }, { dose: { kind: 'hold',
 * seconds: 30 }, rounds: 1 })
 * // { dial: 'hold', from: 30, to: 15, words: 'hold 30 → 15 s' }
 */
export function halfOf(variation: Variation, given: Given | null): DialTurn | null {
  const range = variation.dials.find(({ dial }) => dial === 'hold' || dial === 'repetitions')
  const block = range && given ? givenBy(range.dial, given) : null
  if (!range || block === null || block < 2) return null
  const to = Math.ceil(block / 2)
  return { dial: range.dial, from: block, to, words: turnWords(variation, range, block, to) }
}

/** What somebody has earned beyond the block's clock counts for no more than the block gives. */
function withinBlock(dial: Dial, value: number, given: Given | null): number {
  const block = given && givenBy(dial, given)
  return isClocked(dial) && block !== null ? Math.min(value, block) : value
}

/** Dials that a dose gives or does not have at all. */
function isOfDose(dial: Dial): boolean {
  return isClocked(dial) || dial === 'effort'
}

/** In Press effort steps first, then range; elsewhere as the rung says. */
function inOrder(dials: readonly DialRange[], school: SchoolId): readonly DialRange[] {
  if (school !== 'press') return dials
  const first: readonly Dial[] = ['range', 'effort']
  return dials.toSorted((a, b) => first.indexOf(b.dial) - first.indexOf(a.dial))
}

/** A value one step on, or back, never past the dial's ends; a value beyond its end stays. */
function stepped({ from, to, step }: DialRange, value: number, by: 1 | -1): number {
  const up = Math.sign(to - from) * by
  const end = by === 1 ? to : from
  if ((end - value) * up <= 0) return value
  const next = value + up * step
  return (end - next) * up < 0 ? end : Math.round(next * 10) / 10
}

const COUNTS = ['', 'one cushion', 'two cushions', 'three cushions', 'four cushions']

function turnWords(variation: Variation, range: DialRange, from: number, to: number): string {
  const cushions = Math.abs(to - from) / SIZE_CM.cushion
  if (range.dial === 'prop-height' && variation.props.some((need) => need.prop === 'cushion') && COUNTS[cushions]) {
    return `${COUNTS[cushions]} ${to < from ? 'less' : 'more'}: seat ${SIZE_CM.seat + from} → ${SIZE_CM.seat + to} cm`
  }
  return settingWords(range, to, from)
}
