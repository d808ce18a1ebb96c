import { z } from 'zod'
import type { Interview } from '../catalogue/interview'
import type { ParticipantConsideration } from './participant'
import { mergedWith, NOT_ASKED, screened, ScreeningAnswers } from './screening'

/** What somebody was asked before a first class: whether at all, and to which of the questions they said yes. */
export const FirstAnswers = z.object({
  asked: z.boolean(),
  yes: z.array(z.string().max(40)).max(8).default([]),
})
export type FirstAnswers = z.infer<typeof FirstAnswers>

/**
 * The health facts that somebody new begins with. Who said yes to something was asked; who was asked nothing does
 * breath only until they are.
 *
 * @param on the day it was asked, ISO
 * @source common practice, no source: the questions are `first` of `catalogue/interview.yaml`
 * @example
 * firstFacts({ asked: false, yes: [] }, interview, '2026-11-25')[0].consideration // 'not-asked'
 */
export function firstFacts({ asked, yes }: FirstAnswers, interview: Interview, on: string): ParticipantConsideration[] {
  if (!asked && yes.length === 0) return [notAsked(on)]
  const options = Object.fromEntries(yes.map((question) => [question, 'yes']))
  return screened(ScreeningAnswers.parse({ options }), { ...interview, sections: [interview.first] }, on).considerations
}

function notAsked(on: string): ParticipantConsideration {
  const nothing = { clearedBy: '', note: '', until: null, clearedOn: null, clearedFor: '' }
  return { consideration: NOT_ASKED, side: 'both', since: on, ...nothing }
}

const ASKED: ReadonlySet<string> = new Set([NOT_ASKED])

/**
 * Lays what somebody answered over what is on file of them: they were asked now, and nothing that was known goes.
 *
 * @param yes ids of the questions to which they said yes
 * @example
 * askedNow([{ consideration: 'not-asked', side: 'both' }], [], interview, '2026-11-25') // []
 */
export function askedNow(
  onFile: readonly ParticipantConsideration[],
  yes: readonly string[],
  interview: Interview,
  on: string,
): ParticipantConsideration[] {
  const found = firstFacts({ asked: true, yes: [...yes] }, interview, on)
  // What ends by a screening is not ended by four questions.
  return mergedWith(onFile, found, on, { settled: ASKED }).considerations
}

/**
 * Those of whom nobody has asked yet what cannot wait.
 *
 * @example
 * notAskedOf([{ considerations: [{ consideration: 'not-asked' }] }]).length // 1
 */
export function notAskedOf<P extends { considerations: readonly { consideration: string }[] }>(
  people: readonly P[],
): P[] {
  return people.filter((person) => person.considerations.some(({ consideration }) => consideration === NOT_ASKED))
}
