import type { LedgerEntry } from '~~/core/contract/ledger'
import { decide, raiseDose, readReflection, type ProposedDecision } from '~~/core/contract/meetings'
import { moveTier as takeTierStep, setFlare, walkBack } from '~~/core/contract/people'
import { Level, type Tier } from '~~/core/catalogue/words'
import type { FlareStep } from '~~/core/reflect/flareSteps'
import type { StepBack } from '~~/core/reflect/stepsBack'
import { decisionKey, type Choice } from '~~/core/reflect/answer'
import type { BlockTurn } from '~~/core/reflect/blockTurns'
import type { TierStepTaken } from '~~/core/reflect/tierChange'
import { refusalOf } from '~/composables/useRefusal'
import type { TierStep } from '~~/core/reflect/tierMove'

interface Answer extends Choice {
  decision: ProposedDecision
  reason: string
}

/** The proposed decisions of a meeting and what was answered to them. */
export const useReflection = defineStore('reflection', () => {
  const meetingId = ref('')
  const decisions = ref<ProposedDecision[]>([])
  const answered = ref<LedgerEntry[]>([])
  const doses = ref<BlockTurn[]>([])
  const tiers = ref<Record<string, TierStep>>({})
  const takeBack = ref<StepBack[]>([])
  const flares = ref<FlareStep[]>([])

  async function open(id: string): Promise<void> {
    meetingId.value = id
    const known = await call(readReflection, { params: { id } })
    decisions.value = known.decisions
    answered.value = known.answered
    doses.value = known.doses
    tiers.value = known.tiers
    takeBack.value = known.takeBack
    flares.value = known.flares
  }
  /** Answers; where somebody else was first, theirs stands: it is shown, and the refusal says whose it is. */
  async function answer(answers: Answer[]): Promise<void> {
    if (answers.length === 0) return
    const body = {
      answers: answers.map(({ decision, toLevel, dial, instead, reason }) => ({
        ...{ participant: decision.participant, movement: decision.movement, tier: decision.tier },
        ...{ toLevel: Level.parse(toLevel), dial, instead: instead ?? null, reason },
        over: settledOf(decision)?.id ?? null,
      })),
    }
    try {
      answered.value = await call(decide, { params: { id: meetingId.value }, body })
    } catch (error) {
      if (refusalOf(error).status === 409) await open(meetingId.value)
      throw error
    }
  }
  /** Puts a dose that most have outgrown into the next plan that has the movement; says where it went. */
  async function raise(dose: BlockTurn): Promise<string> {
    const body = { movement: dose.movement, dial: dose.turn.dial, to: dose.turn.to }
    const { startsAt } = await call(raiseDose, { params: { id: meetingId.value }, body })
    doses.value = doses.value.filter((other) => other !== dose)
    return startsAt
  }
  async function moveTier(participant: string, step: TierStepTaken, to: Tier, reason: string): Promise<void> {
    await call(takeTierStep, { params: { id: participant }, body: { step, to, reason } })
    const { [participant]: _done, ...others } = tiers.value
    tiers.value = others
  }
  /** Takes a step back that hurt for days. */
  async function stepBack(step: StepBack): Promise<void> {
    await call(walkBack, { params: { id: step.participant, entry: step.entry }, body: { reason: step.because } })
    takeBack.value = takeBack.value.filter((other) => other.entry !== step.entry)
  }
  /** Begins a flare, or brings it back by a level. */
  async function flare({ participant, region, levels, until, because }: FlareStep): Promise<void> {
    await call(setFlare, { params: { id: participant }, body: { region, levels, until, reason: because } })
    flares.value = flares.value.filter((other) => other.participant !== participant || other.region !== region)
  }
  const settledOf = (decision: ProposedDecision) =>
    answered.value.find((entry) => decisionKey(entry) === decisionKey(decision)) ?? null
  return {
    decisions,
    answered,
    doses,
    tiers,
    open,
    answer,
    raise,
    moveTier,
    takeBack,
    flares,
    stepBack,
    flare,
    settledOf,
  }
})
