import { startOfDay, subDays } from 'date-fns'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { AccidentReport } from '../../core/lead/accident'
import type { ClassEvent } from '../../core/lead/classEvent'
import type { Message } from '../../core/lead/message'
import type { OutcomeEvent } from '../../core/lead/outcome'
import { AHEAD_MS, stampAfter } from '../../core/lead/stamp'
import { addAccident } from '../database/accidents'
import { isAccountOf } from '../database/accounts'
import { everybodyIn, saveArrival, saveHandChoice, saveSeating, thoseThere } from '../database/arrivals'
import { membersOf } from '../database/circles'
import { linkedCatalogue, linkedShipped } from '../catalogue/linkedCatalogue'
import { meetingById } from '../database/meetings'
import { inTurn, type Turn } from '../database/order'
import { appendClassEvents, appendOutcomes, classEventsOf, outcomeEventsOf } from '../database/outcomes'
import { requireOwn, type Acting } from '../database/rows'
import { notValid, refusal } from '../http/refuse'
import { tell } from '../live/following'
import { unknownMovements } from './unknownIn'

/** A message as it came, and who is said to have made it; null: who is signed in. */
interface Sent {
  message: Message
  notedBy: string | null
}

/**
 * Keeps what is said in a meeting and hands it to every screen that follows; sent twice, it is kept once. What is
 * stamped later than now is of now. An accident is for leads, and no screen hears of it.
 *
 * @throws 409 where a class would begin by a plan that was changed meanwhile, where one would be begun anew in which
 * something was noted, and where an id stands in another meeting; 422 where somebody is noted who is not in the meeting
 */
export async function takeMessage(acting: Acting, meetingId: string, { message, notedBy }: Sent): Promise<void> {
  const keep = async (within: Acting, turn: Turn) => {
    const by = notedBy !== null && (await isAccountOf(within, notedBy)) ? notedBy : null
    await new Taking(within, meetingId, turn, by).keep(message)
  }
  await inTurn(acting, meetingId, keep, { isSameTwice: true })
  if (message.kind !== 'accident') tell(acting, meetingId)
}

/** From then on something can be said of a class, epoch milliseconds: the beginning of the day before. */
function earliestOf(startsAt: string): number {
  return startOfDay(subDays(startsAt, 1)).getTime()
}

/** A class that has begun this long ago was led: its start stands, whatever happened to its plan. */
const JUST_NOW_MS = 10_000

/** One message being kept by somebody who has the word. */
class Taking {
  private readonly now = Date.now()
  constructor(
    private readonly within: Acting,
    private readonly meetingId: string,
    private readonly turn: Turn,
    private readonly notedBy: string | null,
  ) {}

  async keep(message: Message): Promise<void> {
    const { within, meetingId, turn } = this
    switch (message.kind) {
      case 'outcomes':
        return this.keepOutcomes(message.outcomes)
      case 'events':
        return this.keepEvents(message.events)
      case 'arrivals':
        await this.requireThere([message.participant])
        return saveArrival(within, meetingId, { ...message, at: this.saidAt(message.at) }, turn.sequence)
      case 'came':
        return this.keepCame(message.participants, this.saidAt(message.at))
      case 'choices':
        await this.requireThere([message.choice.participant])
        await this.requireVariation(message.choice.variation)
        return saveHandChoice(within, meetingId, { ...message, at: this.saidAt(message.at) }, turn.sequence)
      case 'seating':
        return saveSeating(within, meetingId, { ...message, at: this.saidAt(message.at) }, turn.sequence)
      case 'accident':
        return this.keepAccident(message.report)
    }
  }

  /** Who is of this meeting no more did not come to it; the others did. */
  private async keepCame(participants: readonly string[], at: number): Promise<void> {
    const { within, meetingId, turn } = this
    const { ids } = await everybodyIn(within, meetingId, await membersOf(within, turn.circleId))
    for (const participant of participants.filter((id) => ids.includes(id)))
      await saveArrival(within, meetingId, { participant, arrival: { came: true }, at }, turn.sequence)
  }

  private async requireVariation(variation: string): Promise<void> {
    if (variation === '' || (await linkedCatalogue(this.within)).variations.has(variation)) return
    throw notValid({ 'choice.variation': 'There is no such variation.' })
  }

  private async keepAccident(report: AccidentReport): Promise<void> {
    // By a clock that is not in this class's time, it is written down as of now.
    const isOfIt = report.at >= earliestOf(this.turn.startsAt) && !this.isAhead(report)
    await addAccident(this.within, this.meetingId, isOfIt ? report : { ...report, at: this.now })
  }

  private saidAt(at: number): number {
    return at === 0 || this.isAhead({ at }) ? this.now : at
  }

  private isAhead({ at }: { at: number }): boolean {
    return at > this.now + AHEAD_MS
  }

  private async keepEvents(events: readonly ClassEvent[]): Promise<void> {
    const { within, meetingId, turn } = this
    this.requireBegun()
    for (const event of events) {
      if (event.event === 'start') this.requireLatestPlan(event)
      if (event.event === 'reset') await this.requireNothingNoted()
      if ('participant' in event) await this.requireThere([event.participant])
    }
    const known = () => classEventsOf(within, meetingId)
    const { sequence } = turn
    await appendClassEvents(within, meetingId, await this.ofNow(events, known), { sequence, notedBy: this.notedBy })
  }

  /** Nothing is led or noted before the day before the class. */
  private requireBegun(): void {
    if (earliestOf(this.turn.startsAt) > this.now)
      throw refusal(422, 'not-begun', 'This class is still days away: nothing is led or noted in it yet.')
  }

  /** Everybody of whom something is said belongs to the circle, or is a guest of this meeting. */
  private async requireThere(participants: readonly string[]): Promise<string[]> {
    const { within, meetingId, turn } = this
    await requireOwn(within, 'participants', participants)
    const { ids } = await everybodyIn(within, meetingId, await membersOf(within, turn.circleId))
    const other = participants.find((participant) => !ids.includes(participant))
    if (other !== undefined)
      throw notValid({ participant: 'They are neither of the circle nor a guest of this meeting.' })
    return ids
  }

  /** Somebody who is there and has another plan before them than the one that stands looks at it first. */
  private requireLatestPlan({ at, planVersion }: ClassEvent & { event: 'start' }): void {
    const isLate = at < this.now - JUST_NOW_MS
    if (isLate || planVersion === undefined || planVersion === null || planVersion === this.turn.planVersion) return
    throw refusal(409, 'plan-changed', 'The plan was changed meanwhile. It is shown now: look at it, then start.')
  }

  private async requireNothingNoted(): Promise<void> {
    const noted = await outcomeEventsOf(this.within, this.meetingId)
    if (noted.length > 0)
      throw refusal(409, 'noted', 'Something was noted in this class already: it cannot be begun anew.')
  }

  /** @throws where somebody is noted who is not in the meeting; then none is kept */
  private async keepOutcomes(outcomes: readonly OutcomeEvent[]): Promise<void> {
    const { within, meetingId, turn, notedBy } = this
    this.requireBegun()
    const there = await thoseThere(within, meetingId, turn.circleId)
    const wrong = outcomes.flatMap(({ participant }, index): [string, string][] =>
      there.includes(participant) ? [] : [[`outcomes.${index}.participant`, 'They were not in this class.']],
    )
    // Somebody of another practice is nobody here.
    if (wrong.length > 0)
      await requireOwn(
        within,
        'participants',
        outcomes.map(({ participant }) => participant),
      )
    wrong.push(...(await this.unknownIn(outcomes)))
    if (wrong.length > 0) throw notValid(Object.fromEntries(wrong), 'A note of this class cannot be kept as it is.')
    const kept = await this.ofNow(outcomes, () => outcomeEventsOf(within, meetingId))
    await appendOutcomes(within, meetingId, kept, { sequence: turn.sequence, notedBy, startsAt: turn.startsAt })
  }

  /** What no catalogue knows nor the plan; each of them is asked only where something is not in the one before. */
  private async unknownIn(outcomes: readonly OutcomeEvent[]): Promise<[string, string][]> {
    const unknownTo = (catalogue: Catalogue, besides: ReadonlySet<string> = new Set()) =>
      unknownMovements(outcomes, 'outcomes', { catalogue, besides })
    if (unknownTo(linkedShipped()).length === 0) return []
    const own = await linkedCatalogue(this.within)
    if (unknownTo(own).length === 0) return []
    const { plan } = await meetingById(this.within, this.meetingId)
    return unknownTo(own, new Set(plan.blocks.map((block) => block.movement)))
  }

  /** What is stamped later than now is of now, after all that was said before it. */
  private async ofNow<E extends { at: number }>(events: readonly E[], known: () => Promise<E[]>): Promise<E[]> {
    if (!events.some((event) => this.isAhead(event))) return [...events]
    const seen = (await known()).map((event) => event.at)
    return events.map((event) => (this.isAhead(event) ? { ...event, at: stampAfter(this.now, seen) } : event))
  }
}
