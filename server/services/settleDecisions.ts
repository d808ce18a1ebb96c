import type { DecisionChoice, ProposedDecision } from '../../core/contract/meetings'
import { answerTo, decisionKey } from '../../core/reflect/answer'
import type { Acting } from '../database/rows'
import { proposalsOf, readForReflection } from './reflection'
import { writeDecisions, type SettledDecision } from './writeDecisions'
import { inTransaction } from '../database/transaction'

/** Why answers cannot be taken, by field. */
export class WrongAnswers extends Error {
  override name = 'WrongAnswers'
  constructor(readonly fields: Record<string, string>) {
    super(Object.values(fields)[0])
  }
}

/**
 * Answers decisions of a meeting and makes them next week's levels and dials, all in one transaction and in a number of
 * queries that does not depend on theirs. Evidence and sentences are worked out here; deciding again replaces the
 * answer.
 *
 * @throws {WrongAnswers} where something is not proposed, or an ease is refused without a reason
 */
export async function settleDecisions(
  acting: Acting,
  meetingId: string,
  choices: readonly DecisionChoice[],
): Promise<void> {
  await inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    // Two who answer at once come one after the other.
    await trx('meetings').where({ id: meetingId, practice_id: acting.practiceId }).forUpdate().first('id')
    const reflected = await readForReflection(within, meetingId)
    await writeDecisions(within, reflected, answersOf(choices, proposalsOf(reflected).decisions))
  })
}

function answersOf(choices: readonly DecisionChoice[], proposed: readonly ProposedDecision[]): SettledDecision[] {
  const byKey = new Map(proposed.map((decision) => [decisionKey(decision), decision]))
  const wrong: Record<string, string> = {}
  const answers = choices.flatMap((choice, at): SettledDecision[] => {
    const proposal = byKey.get(decisionKey(choice))
    const said = proposal && answerTo(proposal, choice)
    if (!proposal) wrong[`answers.${at}.movement`] = 'Nothing of this was done in the meeting.'
    else if (!said) wrong[`answers.${at}.dial`] = 'This dial is not turned here.'
    else if (said.needsReason && choice.reason.trim() === '')
      wrong[`answers.${at}.reason`] = 'Say in a few words why this is not eased.'
    if (!proposal || !said) return []
    const { participant, movement, tier, toLevel, reason } = choice
    const { answer, turn, leaveOut, standsIn } = said
    const { kind: proposed, fromLevel, because, recent: evidence, moves, by } = proposal
    const others = proposal.others.map(({ school, toLevel: level }) => ({ school, toLevel: level }))
    const kept = { moves, by, others }
    return [
      {
        participant,
        movement,
        tier,
        proposed,
        fromLevel,
        toLevel,
        turn,
        leaveOut,
        standsIn,
        instead: choice.instead,
        answer,
        because,
        reason,
        evidence,
        ...kept,
      },
    ]
  })
  if (Object.keys(wrong).length > 0) throw new WrongAnswers(wrong)
  return answers
}
