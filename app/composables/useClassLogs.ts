import type { ClockReading } from '~~/core/lead/clock'
import { withDetail, type OutcomeDetail } from '~~/core/lead/detail'
import { logFor, logMoment, type LogMoment, type OutcomeDraft } from '~~/core/lead/logFor'
import type { OutcomeEvent } from '~~/core/lead/outcome'
import type { ScriptStep } from '~~/core/lead/script'
import { habitIn, startSideFor } from '~~/core/lead/sidesToday'
import { chainOf } from '~~/core/plan/chain'
import type { Block } from '~~/core/plan/plan'

/** Where the class is, as far as a log is about it. */
interface Here {
  steps: Readonly<Ref<readonly ScriptStep[]>>
  reading: Readonly<Ref<ClockReading>>
  moment: Readonly<Ref<LogMoment | null>>
  loggedBlock: Readonly<Ref<Block | undefined>>
}

/** What is noted of people in the class that is led, by block or by chain. */
export function useClassLogs({ steps, reading, moment, loggedBlock }: Here) {
  const meeting = useMeeting()
  const view = computed(() => meeting.opened)
  const outcomesOf = (participant: string, blockId: string) =>
    meeting.outcomes.filter((outcome) => outcome.participant === participant && outcome.blockId === blockId)

  /** Of the chain that is on, the parts whose work has begun; none where the block stands by itself. */
  const begunOfChain = computed((): LogMoment[] => {
    const chain = chainOf(meeting.planned.blocks, loggedBlock.value?.id ?? '')
    const moments = chain?.blocks.flatMap(({ id }) => {
      const last = steps.value.findLastIndex(
        (one, at) => at <= reading.value.step && one.blockId === id && one.kind === 'work',
      )
      return (last < 0 ? null : logMoment(steps.value, last, 0)) ?? []
    })
    return moments ?? []
  })
  /** Logs one person for the block that is on; details are added to what was logged last. */
  function log(participant: string, done: OutcomeEvent['done'], as: Partial<OutcomeDraft> = {}): OutcomeEvent[] {
    return moment.value ? logIn(moment.value, participant, done, as) : []
  }
  /** Logs one person for all parts of the chain that have begun and were not noted yet: done. */
  function logChain(participant: string, as: Partial<OutcomeDraft> = {}): OutcomeEvent[] {
    return begunOfChain.value
      .filter(({ blockId }) => isOpen(participant, blockId))
      .flatMap((part) => logIn(part, participant, 'done', as))
  }
  /** Whether nothing but a remark was noted of somebody in a block. */
  const isOpen = (participant: string, blockId: string) =>
    outcomesOf(participant, blockId).every((outcome) => outcome.done === 'noted')
  function logIn(
    where: LogMoment,
    participant: string,
    done: OutcomeEvent['done'],
    as: Partial<OutcomeDraft>,
  ): OutcomeEvent[] {
    const at = meeting.planned.blocks.findIndex(({ id }) => id === where.blockId)
    const block = meeting.planned.blocks[at]
    if (!block) return []
    const offers = meeting.riders.get(participant)?.offers[at] ?? []
    const person = view.value.people.find((one) => one.id === participant)
    if (!person) return []
    const logged = outcomesOf(participant, block.id)
      .filter((outcome) => outcome.done !== 'noted')
      .map((outcome) => outcome.side)
    const startSide = startSideFor(
      person,
      { movement: block.movement, tier: offers[0]?.tier ?? person.homeTier },
      habitIn(view.value.circle, meeting.planned),
      meeting.sides,
    )
    const drafts = logFor(done, where, { participant, offers, block, logged, startSide })
    return meeting.log(drafts.map((draft) => ({ ...draft, ...as })))
  }
  function addDetail(outcomes: OutcomeEvent[], detail: OutcomeDetail): OutcomeEvent[] {
    return meeting.log(
      outcomes.map(({ id: _id, at: _at, ...known }) => withDetail({ ...known, isGroup: false }, detail)),
    )
  }
  return { log, logChain, begunOfChain, isOpen, addDetail, outcomesOf }
}
