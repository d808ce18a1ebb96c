import { entryAt, entryOf } from '../core/entries'
import { addHours, addWeeks, formatISO, subDays } from 'date-fns'
import { linkCatalogue, type Catalogue } from '../core/catalogue/catalogue'
import { indexOf } from '../core/catalogue/summary'
import { parseCatalogue } from '../core/catalogue/parseCatalogue'
import type { SchoolId } from '../core/catalogue/words'
import type { Participant, ParticipantFields } from '../core/offer/participant'
import { SeriesRule } from '../core/calendar/series'
import { ScreeningAnswers } from '../core/offer/screening'
import { blockFor } from '../core/plan/edits'
import { emptyPlan, type Plan } from '../core/plan/plan'
import { readCatalogueFiles } from '../server/catalogue/readCatalogueFiles'
import { addAccount, addPractice, setTelephone } from '../server/database/accounts'
import { saveArrival } from '../server/database/arrivals'
import { addHoliday, addSeries } from '../server/database/calendar'
import { addCircle, addVenue } from '../server/database/circles'
import { markMadeUp } from '../server/database/madeUp'
import { addMeasures } from '../server/database/measures'
import { addMeeting } from '../server/database/meetings'
import { appendOutcomes } from '../server/database/outcomes'
import { addParticipant, participantsOf } from '../server/database/people'
import type { Acting, Database } from '../server/database/rows'
import { addToShelf } from '../server/database/shelf'
import { writeDecisions, type SettledDecision } from '../server/services/writeDecisions'
import { takeScreening } from '../server/services/takeScreening'
import type { DatedOutcome } from '../core/reflect/datedOutcome'
import { hashOf } from '../server/session/password'
import { randomFrom, type Random } from '../core/random'
import type { Circle } from '../core/circle/circle'
import { readScenario, type Scenario } from './scenario'
import { bodyOf, simulateMeeting, type SimulatedMeeting } from './simulate'
import { seedAtHome } from './seedAtHome'
import { seedGoals, seedRanges } from './seedGoals'
import { simulateMeasures } from './simulateMeasures'

/** Nobody’s: numbers from 555 01 on are kept free for made-up people. */
const DEMO_TELEPHONE = '555 0110'
const SEED = 20_261_128
const PAST_WEEKS = 12

/**
 * Fills an empty database with the scenario: people, circle, a quarter of a year of past meetings led by the
 * simulation,
 * the last one still to reflect on, and the next meeting ready to prepare.
 *
 * @param now the next meeting is tomorrow at ten, the past ones a week apart before it
 * @param password of all sign-ins of the demo
 * @returns the words that the start command shows as the demo's sign-in
 */
export async function seedDemo(db: Database, now: Date, password: string): Promise<string> {
  const scenario = readScenario()
  const random = randomFrom(SEED)
  const [lead, ...others] = scenario.accounts
  const [helper] = others
  if (!lead || !helper) throw new Error('The scenario has no lead, or no helper.')
  const passwordHash = await hashOf(password)
  const { id: accountId, practiceId } = await addPractice(
    db,
    scenario.practice,
    { ...lead, passwordHash },
    random.uuid(),
  )
  for (const other of others) await addAccount({ db, practiceId }, { ...other, passwordHash })
  const acting: Acting = { db, practiceId, accountId }
  await setTelephone(acting, accountId, DEMO_TELEPHONE)
  const demo: Demo = { acting, scenario, random, catalogue: shippedCatalogue(), next: tomorrowAtTen(now) }
  const circle = await seedCircle(demo)
  await seedMeasuresAndScreenings(demo)
  await seedWhatTheyComeFor(demo)
  await seedPastMeetings(demo, circle)
  await seedHomes(demo, now)
  await seedWhatIsAhead(demo, circle)
  await seedShelf(demo, circle)
  await markMadeUp(acting)
  return `Demo sign-in:   ${lead.email}   ${password}\nAs a helper:    ${helper.email}   ${password}`
}

/** What the parts of the demo are seeded with. */
interface Demo {
  acting: Acting
  scenario: Scenario
  random: Random
  catalogue: Catalogue
  /** The next meeting's start. */
  next: Date
}

function shippedCatalogue(): Catalogue {
  return linkCatalogue(indexOf(parseCatalogue(readCatalogueFiles())))
}

async function seedCircle({ acting, scenario, random }: Demo): Promise<Circle> {
  const venue = await addVenue(acting, scenario.venue)
  for (const person of scenario.people) await addParticipant(acting, { ...fieldsOf(person), levels: [] }, random.uuid())
  const members = (await participantsOf(acting)).map((person) => person.id)
  return addCircle(acting, { ...scenario.circle, venueId: venue.id, members })
}

async function seedMeasuresAndScreenings({ acting, scenario, catalogue, next }: Demo): Promise<void> {
  const random = randomFrom(SEED + 1)
  for (const person of await participantsOf(acting)) {
    const hidden = hiddenOf(scenario, person.name)
    await addMeasures(acting, person.id, simulateMeasures(hidden, next, catalogue, random))
    if (hidden.screenedDaysAgo === null) continue
    const takenOn = formatISO(subDays(next, hidden.screenedDaysAgo), { representation: 'date' })
    const answers = ScreeningAnswers.parse({ options: noFalls(person, catalogue) })
    const who = { participantId: person.id, role: 'lead' as const }
    await takeScreening(acting, who, catalogue.interview, { id: random.uuid(), answers, takenOn, dropped: [] })
  }
}

async function seedWhatTheyComeFor({ acting, scenario, catalogue, next }: Demo): Promise<void> {
  const random = randomFrom(SEED + 2)
  for (const { id, name } of await participantsOf(acting)) {
    const { goals, ownRanges } = hiddenOf(scenario, name)
    await seedGoals(id, goals, { acting, catalogue, random, next })
    await seedRanges(id, ownRanges, { acting, catalogue, random, next })
  }
}

async function seedHomes({ acting, scenario, catalogue }: Demo, now: Date): Promise<void> {
  const recent = scenario.pastPlans.at(-1)?.blocks ?? []
  for (const { id, name } of await participantsOf(acting)) {
    const { atHome } = hiddenOf(scenario, name)
    if (atHome) await seedAtHome(acting, id, atHome, { now, catalogue, recent, school: scenario.circle.school })
  }
}

/** A no to each question about falls of which nothing stands on file. */
function noFalls(
  { considerations }: Pick<Participant, 'considerations'>,
  { falls }: Catalogue,
): Record<string, string> {
  const onFile = new Set(considerations.map(({ consideration }) => consideration))
  return Object.fromEntries(
    falls.questions.flatMap(({ fact, asked }) => (onFile.has(fact) ? [] : [[entryAt(asked, 0), 'no']])),
  )
}

/** What the scenario knows of somebody, and nobody else does. */
function hiddenOf(scenario: Scenario, name: string): Scenario['people'][number] {
  const hidden = scenario.people.find((other) => other.name === name)
  if (!hidden) throw new Error(`The scenario has nobody called ${name}.`)
  return hidden
}

async function seedPastMeetings({ acting, scenario, catalogue, random, next }: Demo, circle: Circle): Promise<void> {
  const bodies = (await participantsOf(acting)).map((person) =>
    bodyOf(structuredClone(person), hiddenOf(scenario, person.name), catalogue, random),
  )
  const history: DatedOutcome[] = []
  for (let week = 0; week < PAST_WEEKS; week += 1) {
    const past = entryAt(scenario.pastPlans, week % scenario.pastPlans.length)
    const startsAt = subDays(next, 7 * (PAST_WEEKS - week))
    const plan = planOf(past, circle.minutes, circle.school, catalogue)
    const made = { circleId: circle.id, startsAt: startsAt.toISOString(), plan, id: random.uuid() }
    const meeting = await addMeeting(acting, made)
    const led = simulateMeeting({ meetingId: meeting.id, startsAt, plan }, bodies, { history, random }, catalogue)
    for (const [participant, arrival] of led.arrivals)
      await saveArrival(acting, meeting.id, { participant, arrival, at: Date.parse(meeting.startsAt) })
    await appendOutcomes(acting, meeting.id, led.outcomes)
    if (week === PAST_WEEKS - 1) continue
    const people = await participantsOf(acting)
    const decidedAt = addHours(startsAt, 1).toISOString()
    await writeDecisions(acting, { meeting, people, answered: [] }, led.decisions.map(accepted), decidedAt)
  }
}

function accepted({ participant, decision }: SimulatedMeeting['decisions'][number]): SettledDecision {
  const { movement, tier, kind: proposed, fromLevel, toLevel, because, turn, leaveOut, recent, moves, by } = decision
  return {
    participant,
    movement,
    tier,
    proposed,
    fromLevel,
    toLevel,
    because,
    turn,
    answer: 'accepted',
    reason: '',
    leaveOut,
    standsIn: false,
    instead: null,
    evidence: recent,
    moves,
    by,
  }
}

async function seedWhatIsAhead({ acting, scenario, catalogue, random, next }: Demo, circle: Circle): Promise<void> {
  await addMeeting(acting, {
    circleId: circle.id,
    startsAt: next.toISOString(),
    plan: planOf(scenario.nextPlan, circle.minutes, circle.school, catalogue),
    id: random.uuid(),
  })
  const rule = SeriesRule.parse({
    firstOn: formatISO(next, { representation: 'date' }),
    time: '10:00',
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    everyWeeks: 1,
    ledBy: acting.accountId,
  })
  await addSeries(acting, circle.id, rule)
  const painted = formatISO(addWeeks(next, scenario.holiday.weeksAhead), { representation: 'date' })
  await addHoliday(acting, { name: scenario.holiday.name, firstOn: painted, lastOn: painted })
}

async function seedShelf({ acting, scenario, catalogue, random }: Demo, circle: Circle): Promise<void> {
  for (const { tags, minutes, ...kept } of scenario.shelf) {
    const plan = planOf(kept, minutes, circle.school, catalogue)
    await addToShelf(acting, { plan, tags, archived: false }, random.uuid())
  }
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
    telephone,
    birthday,
    emergencyContact,
    joins,
    usualPain,
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
    telephone,
    birthday,
    emergencyContact,
    joins,
    usualPain,
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
      blockFor(entryOf(catalogue.movements, movement), school, `b${index + 1}`, catalogue),
    ),
  }
}

function tomorrowAtTen(now: Date): Date {
  return new Date(now.getFullYear(), now.getMonth(), now.getDate() + 1, 10)
}
