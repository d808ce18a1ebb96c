import { z } from 'zod'
import { Level, SchoolId, Tier } from '~~/core/catalogue/words'

const Kind = z.enum(['ease-now', 'ease', 'ask', 'step-up', 'stay', 'too-early'])
const ProposedDecision = z.object({ participant: z.string(), kind: Kind, movement: z.string(), tier: Tier, fromLevel: Level, toLevel: Level, because: z.string(), suggestClinician: z.boolean(), others: z.array(z.object({ school: SchoolId, kind: Kind, toLevel: Level })).default([]) })
export type ProposedDecision = z.infer<typeof ProposedDecision>
const Settled = z.object({ participant: z.string(), movement: z.string(), tier: Tier, fromLevel: Level, toLevel: Level, answer: z.enum(['accepted', 'changed']), reason: z.string(), decidedBy: z.string(), decidedAt: z.string() })
export type Settled = z.infer<typeof Settled>
const Reflection = z.object({ decisions: z.array(ProposedDecision), answered: z.array(Settled) })

interface Answer {
  decision: ProposedDecision
  toLevel: number
  reason: string
}

/** The proposed decisions of a meeting and what was answered to them. */
export const useReflection = defineStore('reflection', () => {
  const meetingId = ref('')
  const decisions = ref<ProposedDecision[]>([])
  const answered = ref<Settled[]>([])

  async function open(id: string): Promise<void> {
    meetingId.value = id
    const known = Reflection.parse(await $fetch(`/api/meetings/${id}/reflection`))
    decisions.value = known.decisions
    answered.value = known.answered
  }
  async function answer(answers: Answer[]): Promise<void> {
    const body = {
      answers: answers.map(({ decision, toLevel, reason }) => ({
        participant: decision.participant, movement: decision.movement, tier: decision.tier, proposed: decision.kind,
        fromLevel: decision.fromLevel, toLevel, answer: toLevel === decision.toLevel ? 'accepted' : 'changed', because: decision.because, reason,
      })),
    }
    answered.value = z.array(Settled).parse(await $fetch(`/api/meetings/${meetingId.value}/decisions`, { method: 'POST', body }))
  }
  const settledOf = (decision: ProposedDecision) =>
    answered.value.find((one) => one.participant === decision.participant && one.movement === decision.movement && one.tier === decision.tier) ?? null
  return { decisions, answered, open, answer, settledOf }
})
