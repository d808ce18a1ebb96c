import type { Tier } from '~~/core/catalogue/words'

export const TIER_NAMES: Record<Tier, string> = { bed: 'Bed', chair: 'Chair', standing: 'Standing', floor: 'Floor' }

/** The first name, by which people are called in a class. */
export function calledName(name: string): string {
  return name.split(' ')[0] ?? name
}
