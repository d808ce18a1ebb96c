import { dequal } from 'dequal'
import type { LedgerEntry } from '../../core/contract/ledger'
import type { DecisionChoice, ProposedDecision } from '../../core/contract/reflection'
import { answerTo, decisionKey } from '../../core/reflect/answer'
import type { DecisionKind } from '../../core/reflect/question'
import { seenOf, type Seen } from '../../core/reflect/proposals'
import type { Acting } from '../database/rows'
import { proposedIn, readForReflection, type ReflectedMeeting } from './reflection'
import { wordsOf, writeDecisions, type SettledDecision } from './writeDecisions'
import { hold, inTransaction } from '../database/transaction'

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

/** Something else is proposed by now than where it was answered; nothing was written. */
export class ProposedOtherwise extends Error {
  override name = 'ProposedOtherwise'
}

/**
 * Answers decisions of a meeting and makes them next week's levels and dials, all in one transaction and in a number of
 * queries that does not depend on theirs. Evidence and sentences are worked out here. Deciding again replaces the
 * answer that was seen; the same answer once more changes nothing.
 *
 * @throws {WrongAnswers} where something is not proposed, or an ease is refused without a reason
 * @throws {AnsweredMeanwhile} where there is another answer than the one that was seen
 * @throws {ProposedOtherwise} where something else is proposed by now than what was answered
 */
export async function settleDecisions(
  acting: Acting,
  meetingId: string,
  choices: readonly DecisionChoice[],
): Promise<void> {
  await inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    // Two who answer at once come one after the other.
    await hold(trx, 'meetings', { id: meetingId, practice_id: acting.practiceId })
    const reflected = await readForReflection(within, meetingId)
    const proposed = proposedIn(reflected).decisions
    const answered = new Map(reflected.answered.map((entry) => [decisionKey(entry), entry]))
    requireAsSeen(
      choices.filter((choice) => !answered.has(decisionKey(choice))),
      proposed,
      reflected,
    )
    const settled = answersOf(choices, proposed)
    const isAgain = (decision: SettledDecision) => isSame(decision, answered.get(decisionKey(decision)))
    requireUnanswered(
      choices.filter((_, at) => settled[at] && !isAgain(settled[at])),
      reflected,
    )
    await writeDecisions(
      within,
      reflected,
      settled.filter((decision) => !isAgain(decision)),
    )
  })
}

/** @throws {ProposedOtherwise} naming the first that was answered on other evidence, with what is proposed now */
function requireAsSeen(
  choices: readonly DecisionChoice[],
  proposed: readonly ProposedDecision[],
  reflected: ReflectedMeeting,
): void {
  const byKey = new Map(proposed.map((decision) => [decisionKey(decision), decision]))
  const other = choices.find((choice) => {
    const now = byKey.get(decisionKey(choice))
    return choice.saw && now && !dequal(seenOf(now), choice.saw)
  })
  const now = other && byKey.get(decisionKey(other))
  if (!other?.saw || !now) return
  const [then, since] = [proposalWords(other.saw), proposalWords(seenOf(now))]
  throw new ProposedOtherwise(
    `${nameOf(other, reflected)}: ${then} was proposed where it was answered. ` +
      `On what has arrived since ${since} is proposed. Nothing was changed: look at it again.`,
  )
}

const PROPOSED: Record<DecisionKind, string> = {
  'ease-now': 'an ease',
  ease: 'an ease',
  'step-up': 'a step up',
  stay: 'staying',
  'too-early': 'staying, since it is too early',
  ask: 'a question',
}
function proposalWords({ kind, toLevel, words }: Seen): string {
  return `${PROPOSED[kind]}, ${words || `level ${toLevel}`},`
}

/** Which movement of whom. */
function nameOf(
  { participant, movement }: { participant: string; movement: string },
  { people, catalogue }: ReflectedMeeting,
): string {
  const who = people.find((person) => person.id === participant)?.name ?? 'Somebody'
  return `${catalogue.movements.get(movement)?.name ?? movement} of ${who}`
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
function requireUnanswered(choices: readonly DecisionChoice[], reflected: ReflectedMeeting): void {
  const { answered } = reflected
  const stands = new Map(answered.map((entry) => [decisionKey(entry), entry]))
  const unseen = choices.flatMap((choice) => {
    const entry = stands.get(decisionKey(choice))
    return entry && entry.id !== choice.over ? [entry] : []
  })
  const [first] = unseen
  if (!first) return
  const said = first.words || `level ${first.toLevel}`
  const more = unseen.length === 1 ? '' : ` So were ${unseen.length - 1} more.`
  throw new AnsweredMeanwhile(
    `${nameOf(first, reflected)} was answered by ${first.decidedBy} meanwhile: ` +
      `${said}.${more} That stands, and is shown now.`,
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
