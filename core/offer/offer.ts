import type { Variation } from '../catalogue/catalogue'
import type { Side, Tier } from '../catalogue/words'
import type { Dials } from './dials'
import type { OwnDose } from './ownDose'
import type { Reason } from './reason'
import type { Swing } from './swingFor'

/** What somebody is offered in a block on one side, and why. */
export interface Offer {
  side: Side
  tier: Tier
  kind: 'movement' | 'stand-in' | 'breath' | 'nothing'
  /** The movement that is done, the stand-in's where there is one. */
  movement: string | null
  variation: Variation | null
  /** The level worked at today before considerations; null where none is asked. */
  wantedLevel: number | null
  /** Heaviest first. */
  reasons: Reason[]
  watch: string[]
  byHand: boolean
  /** Whether the rung's “more” is for them today: shown and said to nobody else. */
  more: boolean
  /** Whether this side does the block's catch-up round. */
  catchUp: boolean
  /** Dials this person has turned on this rung, as far as the block allows. */
  dials: Dials
  /** What this person does of the block's dose. */
  own: OwnDose
  /** The swing that goes with their hold, where the dose is a pair. */
  swing: Swing | null
}
