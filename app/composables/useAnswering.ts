import { capital } from '~~/core/sentence'
import type { LedgerEntry } from '~~/core/contract/ledger'
import type { ProposedDecision } from '~~/core/contract/reflection'
import { entryAt } from '~~/core/entries'
import { answerTo, Instead, INSTEAD_WORDS, type Choice } from '~~/core/reflect/answer'
import { isEasing } from '~~/core/reflect/decide'
import { refusalOf } from './useRefusal'

interface Option extends Choice {
  words: string
}

/**
 * Answering one proposed decision: as it is, not at all, or otherwise; what is wrong with an answer stands beside it.
 */
export function useAnswering(asked: () => { decision: ProposedDecision; settled: LedgerEntry | null }) {
  const reflection = useReflection()
  const { catalogue } = storeToRefs(useCatalogue())
  const decision = computed(() => asked().decision)
  const settled = computed(() => asked().settled)
  const rungs = computed(
    () => catalogue.value.movements.get(decision.value.movement)?.ladders[decision.value.tier] ?? [],
  )
  const toLevel = computed(() => settled.value?.toLevel ?? decision.value.toLevel)
  /** What it is about, as bodies do it: where they are, and where they would go. */
  const steps = computed(() =>
    [...new Set([decision.value.fromLevel, toLevel.value])].flatMap(
      (level) => rungs.value.find((rung) => rung.level === level) ?? [],
    ),
  )
  /** What can be done where it hurts and no rung is lower. */
  const instead = computed((): Option[] =>
    decision.value.isLowest
      ? Instead.options.flatMap((one) =>
          one === 'half-dose' && decision.value.half === null
            ? []
            : [{ words: capital(INSTEAD_WORDS[one]), toLevel: decision.value.fromLevel, dial: null, instead: one }],
        )
      : [],
  )
  /** Staying, the dials that are earned, and every other level. */
  const options = computed((): Option[] => {
    const { fromLevel, turn: proposed, earned } = decision.value
    return [
      { words: 'Stay as it is', toLevel: fromLevel, dial: null },
      ...instead.value,
      ...[proposed, earned].flatMap((turn, at) =>
        turn && (at === 0 || proposed?.dial !== turn.dial)
          ? [{ words: turn.words, toLevel: fromLevel, dial: turn.dial }]
          : [],
      ),
      ...rungs.value
        .filter((rung) => rung.level !== fromLevel)
        .map((rung) => ({ words: `Level ${rung.level} · ${rung.name}`, toLevel: rung.level, dial: null })),
    ]
  })
  const changing = ref(false)
  const chosen = ref(0)
  const reason = ref(settled.value?.reason ?? '')
  const wrong = ref('')
  const needsReason = computed(
    () => answerTo(decision.value, entryAt(options.value, chosen.value))?.needsReason === true,
  )

  async function answer({ toLevel, dial, instead = null }: Choice): Promise<void> {
    wrong.value = ''
    try {
      await reflection.answer([{ decision: decision.value, toLevel, dial, instead, reason: reason.value }])
      changing.value = false
    } catch (error) {
      const refused = refusalOf(error)
      wrong.value = refused.fields['answers.0.reason'] ?? refused.message
    }
  }
  function change(): void {
    const dial = decision.value.turn?.dial ?? null
    const at = options.value.findIndex((option) => option.toLevel === toLevel.value && option.dial === dial)
    chosen.value = Math.max(0, at)
    changing.value = true
  }
  /** An ease is refused with a reason, anything else at once. */
  async function refuse(): Promise<void> {
    if (!isEasing(decision.value.kind)) return answer(entryAt(options.value, 0))
    chosen.value = 0
    changing.value = true
  }
  const choose = (at: number) => void (chosen.value = at)
  const explain = (why: string) => void (reason.value = why)
  const leave = () => void (changing.value = false)
  const accept = () => answer({ toLevel: decision.value.toLevel, dial: decision.value.turn?.dial ?? null })
  const decide = () => answer(entryAt(options.value, chosen.value))

  /** Answered without the server, and not sent yet. */
  const waits = computed(() => reflection.waitingOf(decision.value))
  const waitsWords = computed(() => {
    if (!waits.value) return ''
    const { toLevel, dial } = waits.value
    const turn = [decision.value.turn, decision.value.earned].find((one) => one?.dial === dial)
    return turn?.words ?? (toLevel === decision.value.fromLevel ? 'stays as it is' : `level ${toLevel}`)
  })
  const isAnswered = computed(() => settled.value !== null || waits.value !== null)
  /** Whether there is something in it that can be left. */
  const mayRefuse = computed(() => {
    const { kind, fromLevel, toLevel, turn, leaveOut } = decision.value
    const changes = toLevel !== fromLevel || turn !== null || leaveOut
    return settled.value === null && changes && (kind === 'step-up' || isEasing(kind))
  })
  return reactive({
    ...{
      toLevel,
      steps,
      instead,
      options,
      changing,
      chosen,
      reason,
      wrong,
      needsReason,
      waitsWords,
      isAnswered,
      mayRefuse,
    },
    ...{ answer, change, choose, explain, leave, refuse, accept, decide },
  })
}
export type Answering = ReturnType<typeof useAnswering>
