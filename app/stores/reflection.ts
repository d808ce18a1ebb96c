import type { LedgerEntry } from '~~/core/contract/ledger'
import {
  decide,
  raiseDose,
  readReflection,
  type DecisionChoice,
  type ProposedDecision,
  type Reflection,
  type StoredEvidence,
} from '~~/core/contract/reflection'
import { seenOf, withClass } from '~~/core/reflect/proposals'
import { isUnreachable, PATIENCE_MS } from '~/live/heardOrKnown'
import { knownBy } from '~/live/known'
import type { ReflectDone, ReflectTask } from '~/workers/reflect.worker'
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
  const outbox = useOutbox()
  const meeting = useMeeting()
  const catalogues = useCatalogue()
  const { account } = useAccount()
  const worker = useWorker<ReflectTask, ReflectDone>(
    () => new Worker(new URL('../workers/reflect.worker.ts', import.meta.url), { type: 'module' }),
  )
  const meetingId = ref('')
  const decisions = ref<ProposedDecision[]>([])
  const answered = ref<LedgerEntry[]>([])
  const doses = ref<BlockTurn[]>([])
  const tiers = ref<Record<string, TierStep>>({})
  const takeBack = ref<StepBack[]>([])
  const flares = ref<FlareStep[]>([])
  const atHome = ref<Reflection['atHome']>({})

  /** When the evidence was heard that is reflected on without the server; null: the server reflects. */
  const asOf = ref<number | null>(null)

  async function open(id: string): Promise<void> {
    meetingId.value = id
    try {
      take(await call(readReflection, { params: { id }, patienceMs: PATIENCE_MS }))
      asOf.value = null
    } catch (error) {
      const known = isUnreachable(error)
        ? await knownBy(account.value?.id ?? '').get<StoredEvidence>(`evidence ${id}`)
        : undefined
      if (!known) throw error
      take(await reflectedHere(known.value))
      asOf.value = known.at
    }
  }
  /** What follows from what was known before the class and what was noted in it, worked out on this device. */
  async function reflectedHere(known: StoredEvidence): Promise<Reflection> {
    const { outcomes, arrivals } = meeting.opened
    const evidence = withClass(known, { outcomes, arrivals })
    const done = await worker.ask({ evidence: toRaw(evidence), catalogue: toRaw(catalogues.catalogue) })
    // What concerns tiers, doses, flares and the days after needs more than a device keeps.
    return {
      decisions: done.decisions,
      answered: known.answered,
      doses: [],
      takeBack: [],
      flares: [],
      atHome: {},
      tiers: {},
    }
  }
  function take(known: Reflection): void {
    decisions.value = known.decisions
    answered.value = known.answered
    doses.value = known.doses
    tiers.value = known.tiers
    takeBack.value = known.takeBack
    flares.value = known.flares
    atHome.value = known.atHome
  }
  /**
   * Answers. Where somebody else was first, theirs stands, and where something else is proposed by now, nothing is
   * changed: it is shown, and the refusal says what it is. Without the server, answers are kept and sent.
   */
  async function answer(answers: Answer[]): Promise<void> {
    if (answers.length === 0) return
    const choices = answers.map(choiceOf)
    for (const { decision } of answers) forgetRefused(decision)
    try {
      answered.value = await call(decide, {
        ...{ params: { id: meetingId.value }, body: { answers: choices } },
        patienceMs: PATIENCE_MS,
      })
    } catch (error) {
      if (isUnreachable(error)) return keepAnswers(choices)
      if (refusalOf(error).status === 409) await open(meetingId.value)
      throw error
    }
  }
  function choiceOf({ decision, toLevel, dial, instead, reason }: Answer): DecisionChoice {
    const settled = settledOf(decision)
    return {
      ...{ participant: decision.participant, movement: decision.movement, tier: decision.tier },
      ...{ toLevel: Level.parse(toLevel), dial, instead: instead ?? null, reason },
      over: settled?.id ?? null,
      saw: settled ? null : seenOf(decision),
    }
  }
  /** Each answer is kept by itself: what the server says against one holds no other. */
  async function keepAnswers(choices: DecisionChoice[]): Promise<void> {
    const id = meetingId.value
    await Promise.all(
      choices.map((choice) => outbox.put(id, crypto.randomUUID(), { kind: 'decisions', answers: [choice] })),
    )
  }
  const keptFor = (decision: ProposedDecision) =>
    outbox
      .answersFor(meetingId.value)
      .filter(({ answers }) => answers.some((choice) => decisionKey(choice) === decisionKey(decision)))
  /** The answer to a decision that waits for the server; null: none does. */
  const waitingOf = (decision: ProposedDecision): DecisionChoice | null =>
    keptFor(decision).findLast(({ kept }) => kept.refused === '')?.answers[0] ?? null
  /** What the server said against an answer that was given without it; empty: nothing. */
  const refusalFor = (decision: ProposedDecision): string =>
    keptFor(decision).findLast(({ kept }) => kept.refused !== '')?.kept.refused ?? ''
  function forgetRefused(decision: ProposedDecision): void {
    for (const { kept } of keptFor(decision)) void outbox.drop(kept)
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
    atHome,
    flares,
    stepBack,
    flare,
    settledOf,
    waitingOf,
    refusalFor,
    asOf,
  }
})
