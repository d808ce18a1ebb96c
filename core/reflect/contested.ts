import type { NotedTwice } from '../lead/outcome'

/** What is asked of a decision before it may be accepted with all others. */
interface Contestable {
  participant: string
  blockId: string
  suggestClinician: boolean
}

/**
 * Whether a decision is made on its own, never with all others in one go: a clinician is suggested, or two devices
 * noted the same thing otherwise.
 *
 * @example
 * isContested({ participant: 'ann', blockId: 'a', suggestClinician: true }, []) // true
 * isContested({ participant: 'ann', blockId: 'a', suggestClinician: false }, []) // false
 */
export function isContested(
  { suggestClinician, participant, blockId }: Contestable,
  twice: readonly Pick<NotedTwice, 'participant' | 'blockId'>[],
): boolean {
  return suggestClinician || twice.some((one) => one.participant === participant && one.blockId === blockId)
}
