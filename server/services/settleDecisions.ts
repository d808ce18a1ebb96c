import { dequal } from 'dequal'
import type { LedgerEntry } from '../../core/contract/ledger'
import type { DecisionChoice, ProposedDecision } from '../../core/contract/meetings'
import { answerTo, decisionKey } from '../../core/reflect/answer'
import type { Acting } from '../database/rows'
import { proposalsOf, readForReflection, type ReflectedMeeting } from './reflection'
import { wordsOf, writeDecisions, type SettledDecision } from './writeDecisions'
import { inTransaction } from '../database/transaction'

/** Why answers cannot be taken, by field. */
export class WrongAnswers extends Error {
  override name = 'WrongAnswers'
  constructor(readonly fields: Record<string, string>) {
    super(Object.values(fields)[0])
  }
}

/** Somebody else has answered what is being answered; nothing was written. */
export class AnsweredMeanwhile extends Error {
  override name = 'AnsweredMeanwhile'
}

/**
 * Answers decisions of a meeting and makes them next week's levels and dials, all in one transaction and in a number of
 * queries that does not depend on theirs. Evidence and sentences are worked out here. Deciding again replaces the answer
 * that was seen; the same answer once more changes nothing.
 *
 * @throws {WrongAnswers} where something is not proposed, or an ease is refused without a reason
 * @throws {AnsweredMeanwhile} where there is another answer than the one that was seen
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
    const settled = answersOf(choices, proposalsOf(reflected).decisions)
    const answered = new Map(reflected.answered.map((entry) => [decisionKey(entry), entry]))
    const isAgain = (decision: SettledDecision) => isSame(decision, answered.get(decisionKey(decision)))
    requireUnanswered(
      choices.filter((choice, at) => settled[at] && !isAgain(settled[at])),
      reflected,
    )
    await writeDecisions(
      within,
      reflected,
      settled.filter((decision) => !isAgain(decision)),
    )
  })
}

/** Whether a decision says what stands already. */
function isSame(said: SettledDecision, stands: LedgerEntry | undefined): boolean {
  if (!stands || stands.isUndone) return false
  const { toLevel, answer, reason } = said
  return dequal(
    { toLevel, answer, reason, words: wordsOf(said) },
    { toLevel: stands.toLevel, answer: stands.answer, reason: stands.reason, words: stands.words },
  )
}

/** @throws {AnsweredMeanwhile} naming the first answer that was not seen */
function requireUnanswered(
  choices: readonly DecisionChoice[],
  { answered, people, catalogue }: ReflectedMeeting,
): void {
  const stands = new Map(answered.map((entry) => [decisionKey(entry), entry]))
  const unseen = choices.flatMap((choice) => {
    const entry = stands.get(decisionKey(choice))
    return entry && entry.id !== choice.over ? [entry] : []
  })
  const [first] = unseen
  if (!first) return
  const who = people.find((person) => person.id === first.participant)?.name ?? 'Somebody'
  const what = catalogue.movements.get(first.movement)?.name ?? first.movement
  const said = first.words || `level ${first.toLevel}`
  const more = unseen.length === 1 ? '' : ` So were ${unseen.length - 1} more.`
  throw new AnsweredMeanwhile(
    `${what} of ${who} was answered by ${first.decidedBy} meanwhile: ${said}.${more} That stands, and is shown now.`,
  )
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
