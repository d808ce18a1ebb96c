import type { Side, Tier } from '../catalogue/words'
import { grouped } from '../grouped'
import type { DialSetting, Person } from './person'

/**
 * The level of a side where sides differ, else the one for both; null: never placed.
 *
 * @example
 * storedLevel({ ...ann, levels: [{ movement: 'bridge', tier: 'chair', side: 'both', level: 2 }] }, 'bridge',
 * 'chair', 'left')
 * // 2
 */
export function storedLevel(person: Pick<Person, 'levels'>, movement: string, tier: Tier, side: Side): number | null {
  const own = levelsOn(person, movement, tier)
  if (own.length === 0) return null
  if (side === 'both') return Math.min(...own.map((level) => level.level))
  return (own.find((level) => level.side === side) ?? own.find((level) => level.side === 'both'))?.level ?? null
}

/**
 * What one side has turned on a ladder; `both`: what both have, each dial as the side that turned it less.
 *
 * @example
 * settingsOn(ann, 'bridge', 'chair', 'left') // []
 */
export function settingsOn(
  { dials }: Pick<Person, 'dials'>,
  { movement, tier }: { movement: string; tier: Tier },
  side: Side,
): DialSetting[] {
  if (dials.length === 0) return []
  const own = dials.filter((setting) => setting.movement === movement && setting.tier === tier)
  if (side !== 'both') return own.filter((setting) => setting.side === side || setting.side === 'both')
  const onOne = new Set(own.filter((setting) => setting.side === 'right').map((setting) => setting.dial))
  const onBoth = own.filter((setting) => setting.side === 'left' && onOne.has(setting.dial))
  return [...own.filter((setting) => setting.side === 'both'), ...onBoth]
}

/** Levels are replaced and never changed in place, so they are laid out once. */
const known = new WeakMap<Person['levels'], Map<string, Person['levels']>>()

/**
 * What is stored of somebody's levels on one ladder: one for both sides, or one a side; empty: never placed.
 *
 * @example
 * levelsOn(ann, 'bridge', 'chair') // []
 */
export function levelsOn({ levels }: Pick<Person, 'levels'>, movement: string, tier: Tier): Person['levels'] {
  let laidOut = known.get(levels)
  if (!laidOut) known.set(levels, (laidOut = grouped(levels, (own) => `${own.movement} ${own.tier}`)))
  return laidOut.get(`${movement} ${tier}`) ?? NONE
}

const NONE: Person['levels'] = []
