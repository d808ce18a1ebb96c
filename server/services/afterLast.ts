import { subDays } from 'date-fns'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { Region } from '../../core/catalogue/words'
import type { AfterDays, Arrival } from '../../core/offer/person'
import type { Participant } from '../../core/offer/participant'
import { outcomesByPerson, type DatedOutcome } from '../../core/reflect/datedOutcome'
import { flareSteps, type FlareStep } from '../../core/reflect/flareSteps'
import { stepsBack, type StepBack } from '../../core/reflect/stepsBack'
import { arrivalsOf } from '../database/arrivals'
import { ledgerSteps } from '../database/ledger'
import { daysAfterOf, doorsOf } from '../database/memory'
import type { Scope } from '../database/rows'

/** A meeting that is reflected on, with whom it was about. */
interface Asked {
  meeting: { id: string; startsAt: string }
  people: readonly Participant[]
  outcomes: readonly DatedOutcome[]
  catalogue: Catalogue
}

/** What the days after the last meeting, and today's pain, propose: steps to take back, flares to begin or to end. */
export async function afterLast(
  scope: Scope,
  { meeting, people, outcomes, catalogue }: Asked,
): Promise<{ takeBack: StepBack[]; flares: FlareStep[] }> {
  const ids = people.map((person) => person.id)
  const since = subDays(new Date(meeting.startsAt), catalogue.judgement.evidence.days).toISOString()
  const [{ arrivals }, doors, said] = await Promise.all([
    arrivalsOf(scope, meeting.id),
    doorsOf(scope, ids, meeting.startsAt),
    daysAfterOf(scope, ids, since),
  ])
  const answered = people.flatMap((person) => {
    const before = doors.filter((door) => door.participant === person.id).map((door) => door.meetingId)
    const between = said.filter((one) => one.participant === person.id && one.meetingId === before.at(-1)).at(-1)
    const door = arrivals[person.id]
    const how: AfterDays | null = door?.after ?? between?.after ?? null
    const where: Region[] = door?.after ? door.afterWhere : (between?.afterWhere ?? [])
    return how === 'sore-days' || how === 'worse' ? [{ person, how, where, meetings: before.slice(-2) }] : []
  })
  const steps = await ledgerSteps(
    scope,
    answered.map(({ person }) => person.id),
    answered.flatMap(({ meetings }) => meetings),
  )
  const outcomesOf = outcomesByPerson(outcomes)
  return {
    takeBack: answered.flatMap(({ person, how, where }) =>
      stepsBack(
        steps.filter((step) => step.participant === person.id),
        { how, where },
        catalogue,
      ),
    ),
    flares: people.flatMap((person) =>
      flareSteps(
        {
          participant: person.id,
          flares: person.flares,
          outcomes: outcomesOf.get(person.id) ?? [],
          meetingId: meeting.id,
          on: meeting.startsAt.slice(0, 10),
          isUsualToday: isUsual(arrivals[person.id], person),
        },
        catalogue,
      ),
    ),
  }
}

/** Whether pain was asked at the door, and was no more than it usually is. */
function isUsual(arrival: Arrival | undefined, { usualPain }: Participant): boolean {
  if (!arrival?.came || arrival.pain === null) return false
  return arrival.pain <= (arrival.usualPain ?? usualPain ?? 0)
}
