import { entryAt } from '../entries'
import type { DialSetting, PersonLevel } from '../offer/person'
import type { Tier } from '../catalogue/words'
import type { DialTurn } from './turn'

/** A decision as it was answered. */
export interface Settlement {
  movement: string
  tier: Tier
  toLevel: number
  turn: Pick<DialTurn, 'dial' | 'to'> | null
}

interface Standing {
  levels: PersonLevel[]
  dials: DialSetting[]
}

/**
 * Where somebody stands after an answer. Both sides move by the same step, so a difference between them stays a
 * difference. A new rung begins with its dials as the block gives them.
 *
 * @param from the level that the step is counted from
 * @param on ISO day of the meeting
 * @returns all levels and dials of the person; those of other movements and tiers are left alone
 * @example
 * settledLevel({ levels: [], dials: [] }, { movement: 'bridge', tier: 'chair', toLevel: 3, turn: null }, 2,
 * '2026-11-25').levels
 * // [{ movement: 'bridge', tier: 'chair', side: 'both', level: 3 }]
 */
export function settledLevel(
  { levels, dials }: Standing,
  { movement, tier, toLevel, turn }: Settlement,
  from: number,
  on: string,
): Standing {
  const isOwn = (row: { movement: string; tier: Tier }) => row.movement === movement && row.tier === tier
  const own = levels.filter(isOwn)
  const first: PersonLevel[] = [{ movement, tier, side: 'both', level: toLevel }]
  const stepped = own.map((level) => ({ ...level, level: Math.max(1, Math.min(5, level.level + toLevel - from)) }))
  const one = own.length === 1 ? [{ ...entryAt(own, 0), level: toLevel }] : first
  const moved: PersonLevel[] = own.length > 1 ? stepped : one
  const kept = toLevel === from ? dials.filter((setting) => isOwn(setting) && setting.dial !== turn?.dial) : []
  const turned: DialSetting[] = turn ? [{ movement, tier, dial: turn.dial, value: turn.to, since: on }] : []
  return {
    levels: [...levels.filter((row) => !isOwn(row)), ...moved],
    dials: [...dials.filter((setting) => !isOwn(setting)), ...kept, ...turned],
  }
}
