import { addHours, addWeeks, formatISO, subDays } from 'date-fns'
import { linkCatalogue, type Catalogue } from '../core/catalogue/catalogue'
import { indexOf } from '../core/catalogue/summary'
import { parseCatalogue } from '../core/catalogue/parseCatalogue'
import type { SchoolId } from '../core/catalogue/words'
import type { ParticipantFields } from '../core/offer/participant'
import { SeriesRule } from '../core/calendar/series'
import { ScreeningAnswers } from '../core/offer/screening'
import { blockFor } from '../core/plan/edits'
import { emptyPlan, type Plan } from '../core/plan/plan'
import { readCatalogueFiles } from '../server/catalogue/readCatalogueFiles'
import { addAccount, addPractice } from '../server/database/accounts'
import { addHoliday, saveSeries } from '../server/database/calendar'
import { saveCircle, saveVenue } from '../server/database/circles'
import { settleDecisions } from '../server/database/ledger'
import { addMeasures } from '../server/database/measures'
import { addMeeting, saveArrival } from '../server/database/meetings'
import { appendOutcomes } from '../server/database/outcomes'
import { addParticipant, participantsOf } from '../server/database/people'
import type { Database } from '../server/database/rows'
import { addToShelf } from '../server/database/shelf'
import { takeScreening } from '../server/database/screenings'
import type { DatedOutcome } from '../core/reflect/datedOutcome'
import { hashOf } from '../server/session/password'
import { chanceFrom } from '../core/random'
import { readScenario } from './scenario'
import { bodyOf, simulateMeeting } from './simulate'
import { simulateMeasures } from './simulateMeasures'

const SEED = 20_261_124
const PAST_WEEKS = 12

/**
 * Fills an empty database with the scenario: people, circle, a quarter of a year of past meetings led by the simulation,
 * the last one still to reflect on, and the next meeting ready to prepare.
 *
 * @param now the next meeting is tomorrow at ten, the past ones a week apart before it
 * @returns the words that the start command shows as the demo's sign-in
 */
export async function seedDemo(db: Database, now: Date): Promise<string> {
  const scenario = readScenario()
  const catalogue = linkCatalogue(indexOf(parseCatalogue(readCatalogueFiles())))
  const chance = chanceFrom(SEED)
  const [lead, ...others] = scenario.accounts
  const passwordHash = await hashOf(scenario.password)
  const account = await addPractice(db, scenario.practice, { ...lead!, passwordHash }, chance.uuid())
  for (const other of others) await addAccount(db, account.practiceId, { ...other, passwordHash })
  const { practiceId } = account

  const venue = await saveVenue(db, practiceId, scenario.venue)
  for (const person of scenario.people)
    await addParticipant(db, practiceId, { ...fieldsOf(person), levels: [] }, chance.uuid())
  const stored = await participantsOf(db, practiceId)
  const circle = await saveCircle(db, practiceId, {
    ...scenario.circle,
    venueId: venue.id,
    members: stored.map((person) => person.id),
  })

  const bodies = stored.map((person) =>
    bodyOf(
      structuredClone(person),
      scenario.people.find((other) => other.name === person.name)!,
      catalogue,
      chance,
    ),
  )
  const history: DatedOutcome[] = []
  const next = tomorrowAtTen(now)
  const measuring = chanceFrom(SEED + 1)
  for (const person of stored) {
    const hidden = scenario.people.find((other) => other.name === person.name)!
    await addMeasures(db, practiceId, person.id, simulateMeasures(hidden, next, catalogue, measuring), account.id)
    if (hidden.screenedDaysAgo === null) continue
    const takenOn = formatISO(subDays(next, hidden.screenedDaysAgo), { representation: 'date' })
    await takeScreening(db, practiceId, person.id, catalogue.interview, {
      id: measuring.uuid(),
      answers: ScreeningAnswers.parse({}),
      takenOn,
      takenBy: account.id,
      dropped: [],
    })
  }
  for (let week = 0; week < PAST_WEEKS; week += 1) {
    const past = scenario.pastPlans[week % scenario.pastPlans.length]!
    const startsAt = subDays(next, 7 * (PAST_WEEKS - week))
    const plan = planOf(past, circle.minutes, circle.school, catalogue)
    const meeting = await addMeeting(db, practiceId, {
      circleId: circle.id,
      startsAt: startsAt.toISOString(),
      plan,
      id: chance.uuid(),
    })
    const led = simulateMeeting(meeting.id, startsAt, plan, bodies, history, catalogue, chance)
    for (const [participant, arrival] of led.arrivals)
      await saveArrival(db, practiceId, meeting.id, participant, arrival)
    await appendOutcomes(db, practiceId, meeting.id, led.outcomes, account.id)
    if (week === PAST_WEEKS - 1) continue
    await settleDecisions(
      db,
      practiceId,
      meeting.id,
      led.decisions.map(({ participant, decision }) => ({
        participant,
        movement: decision.movement,
        tier: decision.tier,
        proposed: decision.kind,
        fromLevel: decision.fromLevel,
        toLevel: decision.toLevel,
        answer: 'accepted' as const,
        because: decision.because,
        reason: '',
        turn: decision.turn,
        leaveOut: decision.suggestClinician,
        evidence: decision.recent,
      })),
      account.id,
      addHours(startsAt, 1).toISOString(),
    )
  }
  await addMeeting(db, practiceId, {
    circleId: circle.id,
    startsAt: next.toISOString(),
    plan: planOf(scenario.nextPlan, circle.minutes, circle.school, catalogue),
    id: chance.uuid(),
  })
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  const painted = formatISO(addWeeks(next, scenario.holiday.weeksAhead), { representation: 'date' })
  await saveSeries(db, practiceId, {
    circleId: circle.id,
    rule: SeriesRule.parse({
      firstOn: formatISO(next, { representation: 'date' }),
      time: '10:00',
      zone,
      everyWeeks: 1,
      ledBy: account.id,
    }),
    id: chance.uuid(),
  })
  await addHoliday(db, practiceId, { name: scenario.holiday.name, firstOn: painted, lastOn: painted })
  for (const { tags, minutes, ...kept } of scenario.shelf)
    await addToShelf(
      db,
      practiceId,
      { plan: planOf(kept, minutes, circle.school, catalogue), tags, archived: false },
      account.id,
      chance.uuid(),
    )
  return `Demo sign-in:   ${lead!.email}   ${scenario.password}\nAs a helper:    ${others[0]!.email}   ${scenario.password}`
}

function fieldsOf(person: ParticipantFields | Omit<ParticipantFields, 'levels'>): Omit<ParticipantFields, 'levels'> {
  const {
    name,
    birthYear,
    sex,
    heightCm,
    pace,
    homeTier,
    access,
    considerations,
    prefers,
    school,
    seat,
    beside,
    homeProps,
    emergencyContact,
    joins,
  } = person
  return {
    name,
    birthYear,
    sex,
    heightCm,
    pace,
    homeTier,
    access,
    considerations,
    prefers,
    school,
    seat,
    beside,
    homeProps,
    emergencyContact,
    joins,
  }
}

function planOf(
  { title, blocks }: { title: string; blocks: string[] },
  minutes: number,
  school: SchoolId,
  catalogue: Catalogue,
): Plan {
  return {
    ...emptyPlan(title, minutes, school),
    blocks: blocks.map((movement, index) =>
      blockFor(catalogue.movements.get(movement)!, school, `b${index + 1}`, catalogue),
    ),
  }
}

function tomorrowAtTen(now: Date): Date {
  return new Date(now.getFullYear(), now.getMonth(), now.getDate() + 1, 10)
}
