import type { Tier } from '../catalogue/words'
import { unknownPerson } from './newcomer'
import type { ParticipantFields } from './participant'

/**
 * Somebody who walks in and whom nobody knows: a name and where they work. Nobody is let down to the floor unscreened,
 * and nobody stands without help unless they say that they do.
 *
 * @example
 * walkIn({ name: 'Nell', tier: 'chair' }).access.standing // 'no'
 */
export function walkIn({ name, tier }: { name: string; tier: Exclude<Tier, 'floor'> }): ParticipantFields {
  const access = {
    ...({ bed: 'yes', chair: 'yes', floor: 'no' } as const),
    standing: tier === 'standing' ? ('with-help' as const) : ('no' as const),
  }
  return unknownPerson({ name, homeTier: tier, access })
}
