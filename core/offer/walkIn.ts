import type { Tier } from '../catalogue/words'
import { ParticipantFields } from './participant'

/**
 * Somebody who walks in and whom nobody knows: a name and where they work. Nobody is let down to the floor unscreened,
 * and nobody stands without help unless they say that they do.
 *
 * @example
 * walkIn({ name: 'Nell', tier: 'chair' }).access.standing // 'no'
 */
export function walkIn({ name, tier }: { name: string; tier: Exclude<Tier, 'floor'> }): ParticipantFields {
  return ParticipantFields.parse({
    name,
    birthYear: null,
    sex: 'unsaid',
    heightCm: null,
    pace: 'usual',
    homeTier: tier,
    considerations: [],
    levels: [],
    access: { bed: 'yes', chair: 'yes', standing: tier === 'standing' ? 'with-help' : 'no', floor: 'no' },
  })
}
