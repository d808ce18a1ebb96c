import { z } from 'zod'
import { Level, SchoolId, Tier } from '~~/core/catalogue/words'
import { BlockTurn } from '~~/core/reflect/blockTurns'
import { DecisionKind } from '~~/core/reflect/decide'
import { Evidence } from '~~/core/reflect/evidence'
import { TierStep } from '~~/core/reflect/tierMove'
import { DialTurn } from '~~/core/reflect/turn'

const ProposedDecision = z.object({
  participant: z.string(),
  kind: DecisionKind,
  movement: z.string(),
  tier: Tier,
  blockId: z.string(),
  fromLevel: Level,
  toLevel: Level,
  because: z.string(),
  suggestClinician: z.boolean(),
  turn: DialTurn.nullable(),
  earned: DialTurn.nullable(),
  recent: z.array(Evidence),
  isContested: z.boolean(),
  others: z.array(z.object({ school: SchoolId, kind: DecisionKind, toLevel: Level })).default([]),
})
export type ProposedDecision = z.infer<typeof ProposedDecision>
const Settled = z.object({
  participant: z.string(),
  movement: z.string(),
  tier: Tier,
  fromLevel: Level,
  toLevel: Level,
  words: z.string(),
  answer: z.enum(['accepted', 'changed', 'refused']),
  reason: z.string(),
  decidedBy: z.string(),
  decidedAt: z.string(),
})
export type Settled = z.infer<typeof Settled>
const Reflection = z.object({
  decisions: z.array(ProposedDecision),
  answered: z.array(Settled),
  doses: z.array(BlockTurn),
  tiers: z.record(z.string(), TierStep),
})

/** With their evidence, so many answers stay well under what a request may hold. */
const SENT_AT_ONCE = 100

/** What somebody decides: a level, or one dial; staying is the level they are at. */
export interface Choice {
  toLevel: number
  turn: ProposedDecision['turn']
}

interface Answer extends Choice {
  decision: ProposedDecision
  reason: string
}

/** The proposed decisions of a meeting and what was answered to them. */
export const useReflection = defineStore('reflection', () => {
  const meetingId = ref('')
  const decisions = ref<ProposedDecision[]>([])
  const answered = ref<Settled[]>([])
  const doses = ref<BlockTurn[]>([])
  const tiers = ref<Record<string, TierStep>>({})

  async function open(id: string): Promise<void> {
    meetingId.value = id
    const known = Reflection.parse(await $fetch(`/api/meetings/${id}/reflection`))
    decisions.value = known.decisions
    answered.value = known.answered
    doses.value = known.doses
    tiers.value = known.tiers
  }
  async function answer(answers: Answer[]): Promise<void> {
    for (let from = 0; from < answers.length; from += SENT_AT_ONCE) await send(answers.slice(from, from + SENT_AT_ONCE))
  }
  async function send(answers: Answer[]): Promise<void> {
    const body = {
      answers: answers.map(({ decision, toLevel, turn, reason }) => ({
        participant: decision.participant,
        movement: decision.movement,
        tier: decision.tier,
        proposed: decision.kind,
        fromLevel: decision.fromLevel,
        toLevel,
        turn,
        because: decision.because,
        reason,
        evidence: decision.recent,
        answer: answerOf(decision, { toLevel, turn }),
        leaveOut: decision.suggestClinician && toLevel <= decision.toLevel,
      })),
    }
    answered.value = z
      .array(Settled)
      .parse(await $fetch(`/api/meetings/${meetingId.value}/decisions`, { method: 'POST', body }))
  }
  /** Puts a dose that most have outgrown into the next plan that has the movement; says where it went. */
  async function raise(dose: BlockTurn): Promise<string> {
    const { startsAt } = z.object({ startsAt: z.string() }).parse(
      await $fetch(`/api/meetings/${meetingId.value}/doses`, {
        method: 'POST',
        body: { movement: dose.movement, dial: dose.turn.dial, to: dose.turn.to },
      }),
    )
    doses.value = doses.value.filter((other) => other !== dose)
    return startsAt
  }
  async function moveTier(
    participant: string,
    step: 'visits' | 'end-visits' | 'move' | 'down',
    to: Tier,
    reason: string,
  ): Promise<void> {
    await $fetch(`/api/participants/${participant}/tier`, { method: 'POST', body: { step, to, reason } })
    const { [participant]: _done, ...others } = tiers.value
    tiers.value = others
  }
  const settledOf = (decision: ProposedDecision) =>
    answered.value.find(
      (one) =>
        one.participant === decision.participant && one.movement === decision.movement && one.tier === decision.tier,
    ) ?? null
  return { decisions, answered, doses, tiers, open, answer, raise, moveTier, settledOf }
})

function answerOf(decision: ProposedDecision, { toLevel, turn }: Choice): Settled['answer'] {
  if (toLevel === decision.toLevel && turn?.dial === decision.turn?.dial && turn?.to === decision.turn?.to)
    return 'accepted'
  return toLevel === decision.fromLevel && turn === null ? 'refused' : 'changed'
}
