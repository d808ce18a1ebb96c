import { TIERS, type Tier } from '../catalogue/words'
import type { Person, PersonLevel } from '../offer/person'
import type { TierStep } from './tierMove'

/** A step between tiers as a lead takes it. */
export type TierStepTaken = 'visits' | 'end-visits' | 'move' | 'down'

/** What a step changes of a person. */
export type TierChange = Pick<Person, 'homeTier' | 'visiting' | 'access'>

/**
 * What a step between tiers changes: visits open the tier with help, a move opens it, down opens it with help at least.
 *
 * @example
 * tierChange(ann, 'visits', 'standing').visiting // 'standing'
 */
export function tierChange({ homeTier, access }: TierChange, step: TierStepTaken, to: Tier): TierChange {
  const withHelp = access[to] === 'no' ? 'with-help' : access[to]
  switch (step) {
    case 'visits':
      return { homeTier, visiting: to, access: { ...access, [to]: withHelp } }
    case 'end-visits':
      return { homeTier, visiting: null, access }
    case 'move':
      return { homeTier: to, visiting: null, access: { ...access, [to]: 'yes' } }
    case 'down':
      return { homeTier: to, visiting: null, access: { ...access, [to]: withHelp } }
  }
}

/**
 * Levels that a move into a tier lowers: whatever somebody once did there, they begin at the lower of that and 2, on
 * the floor 1.
 *
 * @returns only those that change
 * @example
 * levelsIntoTier([{ movement: 'bridge', tier: 'chair', side: 'both', level: 4 }], 'chair')
 * // [{ movement: 'bridge', tier: 'chair', side: 'both', level: 2 }]
 */
export function levelsIntoTier(levels: readonly PersonLevel[], to: Tier): PersonLevel[] {
  const atMost = to === 'floor' ? 1 : 2
  return levels.filter((own) => own.tier === to && own.level > atMost).map((own) => ({ ...own, level: atMost }))
}

/** Why a step cannot be taken as it is: the wrong way, or up without the gate and without a reason. */
export type TierObjection = { kind: 'wrong-way'; isUp: boolean } | { kind: 'needs-reason'; because: string }

/**
 * What speaks against a step: up needs the gate and good visits, or a reason; down needs nothing.
 *
 * @param proposed the step that the person is ready for, or has to take
 * @example
 * tierObjection(ann, { step: 'moves', to: 'chair', reason: '' }, null) // { kind: 'wrong-way', isUp: false }
 */
export function tierObjection(
  { homeTier }: Pick<Person, 'homeTier'>,
  { step, to, reason }: { step: TierStepTaken; to: Tier; reason: string },
  proposed: TierStep | null,
): TierObjection | null {
  const isUp = TIERS.indexOf(to) > TIERS.indexOf(homeTier)
  const needsReason = (step === 'visits' || step === 'move') && isUp && !isProposed(proposed, step, to)
  if (needsReason && reason.trim() === '') return { kind: 'needs-reason', because: proposed?.because ?? '' }
  return (step === 'down') === isUp ? { kind: 'wrong-way', isUp } : null
}

/**
 * Whether this very step is proposed.
 *
 * @example
 * isProposed(null, 'visits', 'standing') // false
 */
export function isProposed(proposed: TierStep | null, step: TierStepTaken, to: Tier): boolean {
  return proposed?.kind === step && proposed.to === to
}
