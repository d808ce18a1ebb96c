import type { Aim } from '../catalogue/aim'
import type { Catalogue } from '../catalogue/catalogue'
import type { SchoolId } from '../catalogue/words'
import type { PlanOrder } from '../plan/order'
import type { Expected } from '../plan/riders'

/** What a session is composed for. */
export interface Ask {
  aim: Aim
  minutes: number
  school: SchoolId
  /** Who is expected; nobody: one usual person a tier. */
  people: readonly Expected[]
  cupboard: Readonly<Record<string, number>>
  /** Movements the circle has met: they need less introducing. */
  met: ReadonlySet<string>
  /** Movements that must be in it. */
  pinned: readonly string[]
  /** Movements that must not. */
  banned: readonly string[]
  /** Whether anybody goes down to the floor. */
  floor: boolean
  /**
   * Of the blocks, the share in which somebody may have breath only; 0: everybody has a version of their own in every
   * block.
   */
  breathShare: number
  /** Blocks at most, settling and closing included; null: as many as the time holds. */
  most: number | null
  /** Movements of earlier meetings, the last one first; four are looked at. */
  recent: readonly (readonly string[])[]
  /** Movements to repeat for progress. */
  carryOver: readonly string[]
  /** Whether ready chains may be in it. */
  chains: boolean
  /** Which order it is to follow; null: none in particular. */
  order: PlanOrder | null
  /** The same seed answers the same question alike. */
  seed: string
  catalogue: Catalogue
}
