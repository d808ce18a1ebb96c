import { entryAt } from '../entries'
import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import type { SchoolId, Side } from '../catalogue/words'
import { isTwoSided } from '../time/workSeconds'
import type { Dials } from './dials'
import { doseOn } from './doseOn'
import { easesHere, rememberedIn } from './easesHere'
import { storedLevel } from './levels'
import { mayDoMore } from './mayDoMore'
import type { Dosed, OwnDose } from './ownDose'
import type { Arrival, Person } from './person'
import { firstOpen, loadWords } from './openWay'
import { placeFirst, startReason } from './placeFirst'
import type { Reason } from './reason'
import { withSwing, type Swing } from './swingFor'
import type { Today } from './today'

/** A block as it is asked of somebody: its movement and dose. */
export interface Asked extends Dosed {
  movement: Movement
  /** A lane may keep to a level in a block, whatever its people could do. */
  levelAtMost?: number | undefined
  /** Whether the block has one more round for the weaker side. */
  catchUp?: boolean | undefined
  /** Whose doses the block gives: what stands in is done at its own. Left out: at the block's dose. */
  school?: SchoolId | undefined
}

/** Whom an offer is for, on which day. */
export interface Situation {
  person: Person
  /** From `todayOf`. */
  today: Today
  catalogue: Catalogue
  arrival?: Arrival | undefined
}

/** The rung that is open to somebody on a ladder today, with why and what to watch. */
export interface OpenRung {
  variation: Variation | null
  wantedLevel: number | null
  reasons: Reason[]
  watch: string[]
  more: boolean
  dials: Dials
  own: OwnDose | null
  swing: Swing | null
}

/**
 * The highest rung of a ladder that is open to somebody at or under today's level, on one side.
 *
 * @example
 * highestRung({ movement: bridge, dose: plan.blocks[0].dose, rounds: 2, restSeconds: 0 }, 'both', { person: ann, today:
 * riders[0].today, catalogue }).variation === null
 * // false
 */
export function highestRung(asked: Asked, side: Side, { person, today, catalogue, arrival }: Situation): OpenRung {
  const { movement } = asked
  const { tier } = today
  const none: OpenRung = {
    variation: null,
    wantedLevel: null,
    reasons: [],
    watch: [],
    more: false,
    dials: {},
    own: null,
    swing: null,
  }
  const ladder = movement.ladders[tier]
  if (!ladder) return none
  const out = person.leftOut.find((row) => row.movement === movement.id && row.tier === tier)
  if (out)
    return { ...none, reasons: [{ kind: out.asGuest ? 'closed-to-guest' : 'hurt-twice', movement: movement.name }] }
  const stored = storedLevel(person, movement.id, tier, side)
  const start = stored ?? placeFirst(movement, tier, { person }, catalogue)
  const here = easesHere(movement, { tier, side }, { person, arrival })
  const off = Math.min(today.easierBy + here.levels, Math.max(catalogue.judgement.easing.levelsAtMost, here.levels))
  const wantedLevel = Math.max(1, Math.min(start - off, today.levelAtMost, asked.levelAtMost ?? 5))
  const reasons: Reason[] = [
    ...here.reasons,
    stored === null ? startReason(start, movement, tier, person) : { kind: 'works-at', level: stored },
  ]
  for (let at = ladder.length - 1; at >= 0; at -= 1) {
    const rung = entryAt(ladder, at)
    if (rung.level > wantedLevel) continue
    // A rung that works both sides at once is judged for both, whichever the block is at.
    const on = isTwoSided(rung.sides) ? side : 'both'
    const { open, blocks } = firstOpen(rung, on, { person, catalogue, arrival })
    // Where another way is open, what closes the usual one is why it is done so.
    for (const limit of blocks) reasons.push({ kind: 'limit', limit, level: rung.level })
    if (!open) continue
    // On a rung below their own nothing was turned yet.
    const { dials, own: dosed } = doseOn(open.way, asked, on, {
      ...{ person, catalogue, arrival },
      isTurned: rung.level === stored,
    })
    const { own, swing } = withSwing(dosed, { movement, variation: open.way, side: on, person, arrival }, catalogue)
    const watch = [...rememberedIn(movement, side, person), ...open.watch, ...loadWords(open.way, dials)]
    // Who is eased today is not asked for more.
    const more = off === 0 && mayDoMore(open.way, { side: on, own, person, arrival }, catalogue)
    return { variation: open.way, wantedLevel, reasons, watch, more, dials, own, swing }
  }
  const lowest = ladder[0]?.level ?? 1
  if (lowest > wantedLevel) reasons.push({ kind: 'ladder-starts', level: lowest, tier })
  return { ...none, wantedLevel, reasons }
}
