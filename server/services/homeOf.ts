import { entryOf } from '../../core/entries'
import { format, formatISO, subDays } from 'date-fns'
import type { readHome, StoredHomePractice, tickHomeFromFile } from '../../core/contract/homePractice'
import type { AnswerOf } from '../../core/contract/route'
import type { Catalogue, Variation } from '../../core/catalogue/catalogue'
import { textsOf } from '../../core/catalogue/summary'
import { doseOn } from '../../core/offer/doseOn'
import { mayDoMore } from '../../core/offer/mayDoMore'
import type { HomeCalendar } from '../../core/formats/calendar'
import { readTicks } from '../../core/formats/tickRows'
import { doseWords } from '../../core/plan/doseWords'
import { usualSchool } from '../../core/plan/schoolFor'
import { comesFor, servedBy, servedWords } from '../../core/goal/serving'
import { dayAfter, GOOD_DAYS } from '../../core/home/homeDay'
import { outOfDate, outOfDateWords } from '../../core/home/outOfDate'
import type { Participant } from '../../core/offer/participant'
import { latelyAtHome, proposeHome, type HomePractice } from '../../core/reflect/homePractice'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { practiceCatalogue } from '../catalogue/practiceCatalogue'
import { telephoneOf } from '../database/accounts'
import { numberFor } from '../../core/circle/emergencyNumber'
import { circlesOf, venuesOf } from '../database/circles'
import { goalsOf } from '../database/goals'
import {
  addHandout,
  handoutsOf,
  homeAfterOf,
  homeDoneOf,
  homeLinkOf,
  type StoredHandout,
} from '../database/homeHandouts'
import { homePracticeOf, saveHomePractice, tickHome } from '../database/homePractices'
import { participantById } from '../database/people'
import { personMeetings } from '../database/personHistory'
import { NotFound, type Acting, type Scope } from '../database/rows'
import { figuresAsDone } from '../documents/figures'
import type { Handout } from '../documents/handout'
import { peopleOn } from './circlePeople'
import { tierStepOf } from './tierSteps'
import { inTransaction } from '../database/transaction'

/** What somebody does at home, and what could be proposed. */
export async function homeOf(scope: Scope, participantId: string, now: Date): Promise<AnswerOf<typeof readHome>> {
  const { id, homeProps, school } = await participantById(scope, participantId)
  const catalogue = await linkedCatalogue(scope)
  const today = formatISO(now, { representation: 'date' })
  const since = subDays(now, catalogue.judgement.evidence.days).toISOString()
  const [home, circles, meetings, [person], back] = await Promise.all([
    homePracticeOf(scope, id),
    circlesOf(scope),
    personMeetings(scope, id, since),
    // What is remembered of today counts too.
    peopleOn(scope, [id], dayAfter(today, 1), catalogue),
    takenHome(scope, id, since),
  ])
  const done = meetings.flatMap((meeting) =>
    meeting.outcomes.filter((outcome) => outcome.done !== 'not-done' && outcome.done !== 'stopped'),
  )
  const recent = [...new Set(done.map((outcome) => outcome.movement))]
  const follows = usualSchool({ id, school }, circles)
  const { homeDaysAWeek, name } = entryOf(catalogue.schools, follows)
  const lately = latelyAtHome(home ?? { ticks: {}, how: {} })
  const proposals = person ? proposeHome(person, { school: follows, recent, homeProps, lately }, catalogue) : []
  const hurt = [...lately].flatMap(([movement, how]) => (how === 'hurt' ? [movement] : []))
  const { newest, ...told } = back
  const handout = shownHandout(newest, { person, today }, catalogue)
  return { home, daysAWeek: homeDaysAWeek, school: name, proposals, hurt, handout, ...told }
}

/** The newest of what somebody has taken home, and what came back whole. */
async function takenHome(scope: Scope, id: string, since: string) {
  const [[newest], done, after, link] = await Promise.all([
    handoutsOf(scope, id),
    homeDoneOf(scope, [id], since),
    homeAfterOf(scope, [id], since),
    homeLinkOf(scope, id),
  ])
  const days = after.map(({ day, answer }) => ({ day, answer }))
  return { newest, done: (done.get(id) ?? []).toReversed(), after: days, link }
}

/** A handout as the person's page shows it, with why it does not hold any more. */
function shownHandout(
  handout: StoredHandout | undefined,
  held: { person: Participant | undefined; today: string },
  catalogue: Catalogue,
): AnswerOf<typeof readHome>['handout'] {
  if (!handout) return null
  const { number, madeOn, practice } = handout
  const { person, today } = held
  const reasons = person ? outOfDate({ madeOn, entries: practice.entries }, { person, today }, catalogue) : []
  const words = reasons.map((reason) => outOfDateWords(reason, catalogue))
  return { number, madeOn, goodUntil: dayAfter(madeOn, GOOD_DAYS), outOfDate: words }
}

/** Keeps what somebody does at home, under a number of its own. */
export async function takeHome(scope: Acting, id: string, practice: HomePractice, madeOn: string): Promise<void> {
  await inTransaction(scope.db, async (trx) => {
    const within = { ...scope, db: trx }
    await saveHomePractice(within, id, practice)
    await addHandout(within, id, practice, madeOn)
  })
}

/** @throws {NotFound} where nothing was chosen for home yet */
async function chosenHome(scope: Scope, participantId: string): Promise<StoredHomePractice> {
  const stored = await homePracticeOf(scope, participantId)
  if (!stored) throw new NotFound('Nothing is chosen for home yet.')
  return stored
}

/** Ticks the days of a table; rows that are refused are said and left out. */
export async function tickFromFile(
  scope: Scope,
  participantId: string,
  text: string,
): Promise<AnswerOf<typeof tickHomeFromFile>> {
  const { id } = await participantById(scope, participantId)
  const stored = await chosenHome(scope, id)
  const { movements } = await linkedCatalogue(scope)
  const names = new Map(
    stored.practice.entries.map(({ movement }) => [movement, movements.get(movement)?.name ?? movement]),
  )
  const rows = readTicks(text, names, stored.ticks, new Date().toISOString().slice(0, 10))
  await inTransaction(scope.db, async (trx) => {
    for (const { does, movement, day, how } of rows)
      if (does === 'add' && movement && day)
        await tickHome({ ...scope, db: trx }, id, { movement, day, done: true, how })
  })
  return { home: await homePracticeOf(scope, id), rows }
}

/** Goals that stand at the head of a handout. */
const GOALS_ON_PAPER = 3

/** What somebody takes home, with the texts and figures of what they do. */
export async function handoutFor(
  scope: Acting,
  participantId: string,
  { practiceName, writtenBy }: { practiceName: string; writtenBy: string },
): Promise<Handout> {
  const person = await participantById(scope, participantId)
  const stored = await chosenHome(scope, person.id)
  const [catalogue, data, circles, venues] = await Promise.all([
    linkedCatalogue(scope),
    practiceCatalogue(scope),
    circlesOf(scope),
    venuesOf(scope),
  ])
  const chosen = new Set(stored.practice.entries.map((entry) => entry.movement))
  const texts = data.movements
    .filter((movement) => chosen.has(movement.id))
    .flatMap((movement) => Object.entries(textsOf(movement).variations))
  const [step, [rider], goals] = await Promise.all([
    tierStepOf(scope, person, catalogue),
    peopleOn(scope, [person.id], formatISO(new Date(), { representation: 'date' }), catalogue),
    goalsOf(scope, [person.id]),
  ])
  const open = (goals.get(person.id) ?? []).filter(({ state }) => state === 'open')
  const wanted = comesFor(open)
  const isMore = (variation: Variation): boolean => {
    const movement = catalogue.movements.get(variation.movement)
    const entry = stored.practice.entries.find((one) => one.variation === variation.id)
    if (!rider || !movement || !entry) return false
    const asked = { movement, dose: entry.dose, rounds: entry.rounds, restSeconds: 0 }
    const { own } = doseOn(variation, asked, 'both', { person: rider, catalogue, isTurned: false })
    return mayDoMore(variation, { side: 'both', own, person: rider }, catalogue)
  }
  return {
    practiceName,
    call: { name: writtenBy, telephone: scope.accountId === null ? '' : await telephoneOf(scope, scope.accountId) },
    emergencyNumber: numberFor(person.id, circles, venues),
    personName: person.name,
    date: format(new Date(), 'd MMMM yyyy'),
    home: stored.practice,
    goals: open.slice(0, GOALS_ON_PAPER).map(({ words }) => words),
    isFor: new Map([...chosen].map((movement) => [movement, servedWords(servedBy(movement, wanted, catalogue))])),
    next: step?.kind === 'gate' ? { title: `On the way to the ${step.to} tier`, missing: step.missing } : null,
    catalogue,
    texts: new Map(texts),
    mayDoMore: isMore,
    figuresOf: (variation) => figuresAsDone(scope, variation),
  }
}

/** Somebody's home practice as a calendar has it, with reminders. */
export async function calendarAtHome(scope: Scope, participantId: string, now: Date): Promise<HomeCalendar> {
  const { id } = await participantById(scope, participantId)
  const { practice } = await chosenHome(scope, id)
  const { movements } = await linkedCatalogue(scope)
  return {
    uid: id,
    title: 'Mobility at home',
    times: practice.times,
    daysAWeek: practice.daysAWeek,
    from: formatISO(now, { representation: 'date' }),
    description: practice.entries
      .map((entry) => `${movements.get(entry.movement)?.name ?? entry.movement}: ${doseWords(entry.dose)}`)
      .join('\n'),
  }
}
