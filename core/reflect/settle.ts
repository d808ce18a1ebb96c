import { entryAt } from '../entries'
import type { DialSetting, PersonLevel } from '../offer/person'
import type { Side, Tier } from '../catalogue/words'
import type { DialTurn } from './turn'

/** A decision as it was answered. */
export interface Settlement {
  movement: string
  tier: Tier
  toLevel: number
  /** Which side it moves; left out: both. */
  moves?: Side
  turn: Pick<DialTurn, 'dial' | 'to'> | null
}

interface Standing {
  levels: PersonLevel[]
  dials: DialSetting[]
}

/**
 * Where somebody stands after an answer. What moves one side leaves the other where it was, its dials too; what moves
 * both moves them by the same step, so a difference stays one. A new rung begins with its dials as the block gives
 * them.
 *
 * @param from the level that the step is counted from
 * @param on ISO day of the meeting
 * @returns all levels and dials of the person; those of other movements and tiers are left alone
 * @example
 * settledLevel({ levels: [], dials: [] }, { movement: 'bridge', tier: 'chair', toLevel: 3, turn: null }, 2,
 * '2026-11-25').levels
 * // [{ movement: 'bridge', tier: 'chair', side: 'both', level: 3 }]
 */
export function settledLevel({ levels, dials }: Standing, settlement: Settlement, from: number, on: string): Standing {
  const { movement, tier, toLevel, turn, moves = 'both' } = settlement
  const isOwn = (row: { movement: string; tier: Tier }) => row.movement === movement && row.tier === tier
  const own = levels.filter(isOwn)
  const levelOf = (side: Side) =>
    (own.find((level) => level.side === side) ?? own.find((level) => level.side === 'both'))?.level ?? from
  const by = toLevel - from
  const isApart = moves !== 'both' || own.some((level) => level.side !== 'both')
  const stepped = isApart
    ? (['left', 'right'] as const).map((side) => moved(levelOf(side), moves === 'both' || moves === side ? by : 0))
    : [toLevel]
  const turned: DialSetting[] = turn
    ? [{ movement, tier, side: moves, dial: turn.dial, value: turn.to, since: on }]
    : []
  return {
    levels: [...levels.filter((row) => !isOwn(row)), ...rowsOf(settlement, stepped)],
    dials: [
      ...dials.filter((setting) => !isOwn(setting)),
      ...keptDials(dials.filter(isOwn), moves, by === 0 ? (turn?.dial ?? null) : 'all'),
      ...turned,
    ],
  }
}

function moved(level: number, by: number): number {
  return Math.max(1, Math.min(5, level + by))
}

/** One row for both sides where they are alike. */
function rowsOf({ movement, tier }: Settlement, levels: readonly number[]): PersonLevel[] {
  const [left, right] = levels
  if (right === undefined || left === right) return [{ movement, tier, side: 'both', level: entryAt(levels, 0) }]
  return levels.map((level, at) => ({ movement, tier, side: at === 0 ? 'left' : 'right', level }))
}

/** What stays turned: all of the side that does not move, and of the one that does all but what is turned now. */
function keptDials(own: readonly DialSetting[], moves: Side, gone: DialSetting['dial'] | 'all' | null): DialSetting[] {
  const isGone = (setting: DialSetting) => gone === 'all' || setting.dial === gone
  if (moves === 'both') return own.filter((setting) => !isGone(setting))
  const other = moves === 'left' ? 'right' : 'left'
  return own.flatMap((setting): DialSetting[] => {
    if (!isGone(setting) || setting.side === other) return [setting]
    return setting.side === 'both' ? [{ ...setting, side: other }] : []
  })
}
