import type { Interview } from '../catalogue/interview'
import type { Tier } from '../catalogue/words'
import { firstFacts, type FirstAnswers } from './firstQuestions'
import { ParticipantFields, type ParticipantConsideration } from './participant'
import type { Access } from './person'

/** Somebody new, as far as a first class has to know them. */
interface Newcomer extends FirstAnswers {
  name: string
  tier: Tier
  /** They stay in their wheelchair. */
  inWheelchair: boolean
}

/**
 * What is open to somebody by where they are said to work: there, and lying and sitting; nothing further up or down.
 */
const OPEN: Record<Tier, Record<Tier, Access>> = {
  bed: { bed: 'yes', chair: 'with-help', standing: 'no', floor: 'no' },
  chair: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' },
  standing: { bed: 'yes', chair: 'yes', standing: 'yes', floor: 'no' },
  floor: { bed: 'yes', chair: 'yes', standing: 'yes', floor: 'yes' },
}

/**
 * Somebody who comes for the first time, by a name, where they work and what they were asked. Nothing else is known,
 * and nothing is guessed.
 *
 * @param on the day it was asked, ISO
 * @source ours
 * @example
 * newcomer({ name: 'Nell', tier: 'chair', inWheelchair: false, asked: true, yes: [] }, interview,
 * '2026-11-25').access.standing // 'no'
 */
export function newcomer(
  { name, tier, inWheelchair, ...answers }: Newcomer,
  interview: Interview,
  on: string,
): ParticipantFields {
  return unknownPerson({
    ...{ name, homeTier: tier, access: OPEN[tier] },
    joins: inWheelchair ? 'wheelchair' : 'room',
    considerations: firstFacts(answers, interview, on),
  })
}

/** What is said of somebody of whom nothing else is known. */
interface Said extends Pick<ParticipantFields, 'name' | 'homeTier' | 'access'> {
  joins?: ParticipantFields['joins']
  considerations?: ParticipantConsideration[]
}

/**
 * Somebody of whom only this is known; the rest is asked later.
 *
 * @example
 * unknownPerson({ name: 'Nell', homeTier: 'chair', access: ann.access }).levels // []
 */
export function unknownPerson(said: Said): ParticipantFields {
  const unasked = { birthYear: null, sex: 'unsaid', heightCm: null, pace: 'usual', considerations: [], levels: [] }
  return ParticipantFields.parse({ ...unasked, ...said })
}
