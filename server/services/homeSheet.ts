import { formatISO } from 'date-fns'
import type { Catalogue, Variation } from '../../core/catalogue/catalogue'
import { redFlagSentence } from '../../core/catalogue/redFlags'
import { withNumber } from '../../core/circle/emergencyNumber'
import { entryOf } from '../../core/entries'
import { dayAfter, GOOD_DAYS } from '../../core/home/homeDay'
import { closedNow } from '../../core/home/outOfDate'
import type { HomeSheet, SheetMovement } from '../../core/home/homeSheet'
import { usualSchool } from '../../core/plan/schoolFor'
import type { HomeEntry } from '../../core/reflect/homePractice'
import { sideChangeIn } from '../../core/plan/endsEarly'
import { circlesOf } from '../database/circles'
import { handoutsOf } from '../database/homeHandouts'
import { participantById } from '../database/people'
import { NotFound, type Acting } from '../database/rows'
import type { Handout } from '../documents/handout'
import { peopleOn } from './circlePeople'
import { handoutFor } from './homeOf'
import { sheetFigure } from './sheetFigure'

/**
 * What the file that plays at home holds: the newest of what somebody has taken home, with nothing of them but what the
 * handout on paper says as well.
 *
 * @param sendsTo where it sends what was done; null: it is given back by hand
 * @throws {NotFound} where nothing was chosen for home yet, or nothing of it is open to them by now
 */
export async function homeSheetFor(
  scope: Acting,
  participantId: string,
  { practiceName, writtenBy, sendsTo }: { practiceName: string; writtenBy: string; sendsTo: string | null },
): Promise<HomeSheet> {
  const [handout, handouts, person, circles] = await Promise.all([
    handoutFor(scope, participantId, { practiceName, writtenBy }),
    handoutsOf(scope, participantId),
    participantById(scope, participantId),
    circlesOf(scope),
  ])
  const [newest] = handouts
  if (!newest) throw new NotFound('Nothing is chosen for home yet.')
  const { catalogue, home } = handout
  const { habits } = catalogue
  const open = await openEntries(scope, person.id, handout)
  if (open.length === 0) throw new NotFound(`Nothing of it is open to you by now. Ask ${writtenBy} what to do at home.`)
  const school = usualSchool(person, circles)
  const movements = await Promise.all(
    open.map((entry) => movementOf(scope, entry, { handout, rest: restOf(catalogue, entry, school) })),
  )
  return {
    ...{ format: 'unhurried-circle-at-home', version: 1 },
    handout: { practice: scope.practiceId, number: newest.number, madeOn: newest.madeOn },
    goodUntil: dayAfter(newest.madeOn, GOOD_DAYS),
    practiceName,
    personName: handout.personName,
    call: handout.call,
    emergencyNumber: handout.emergencyNumber,
    redFlags: withNumber(redFlagSentence(catalogue.redFlags), handout.emergencyNumber),
    stopsAtPain: habits.stops.pain,
    note: home.note,
    goals: handout.goals,
    daysAWeek: home.daysAWeek,
    times: home.times,
    anchors: habits.anchors
      .filter(({ id }) => home.anchors.includes(id))
      .map(({ says, tiers, minute }) => ({ says, tiers, minute })),
    beginsWith: home.beginsWith,
    growsAfterDays: habits.growing.afterDays,
    minuteSeconds: habits.minute.seconds,
    forgiving: { days: habits.forgiving.days, weeks: habits.forgiving.weeks },
    badDay: habits.badDay,
    movements,
    sendsTo,
  }
}

type PlacedEntry = HomeEntry & { at: number }

/** What is known of them by now closes some of it: it is left out from this moment on. */
async function openEntries(scope: Acting, id: string, { home, catalogue }: Handout): Promise<PlacedEntry[]> {
  const [person] = await peopleOn(scope, [id], formatISO(new Date(), { representation: 'date' }), catalogue)
  return home.entries
    .map((entry, at) => ({ ...entry, at }))
    .filter(({ movement, variation }) => {
      const rung = catalogue.variations.get(variation)
      return rung && person && catalogue.movements.has(movement) && closedNow(rung, person, catalogue) === null
    })
}

/** Between two rounds at home as long as their school rests in class. */
function restOf({ movements }: Catalogue, { movement }: HomeEntry, school: ReturnType<typeof usualSchool>): number {
  return movements.get(movement)?.doses[school].restSeconds ?? 0
}

async function movementOf(
  scope: Acting,
  entry: PlacedEntry,
  { handout: { catalogue, texts, mayDoMore, isFor }, rest }: { handout: Handout; rest: number },
): Promise<SheetMovement> {
  const movement = entryOf(catalogue.movements, entry.movement)
  const rung = entryOf(catalogue.variations, entry.variation)
  const said = entryOf(texts, entry.variation)
  return {
    ...{ at: entry.at, movement: movement.id, name: movement.name, rung: rung.name, tier: rung.tier },
    ...{ dose: entry.dose, rounds: entry.rounds, restSeconds: rest, sides: rung.sides },
    sideChangeSeconds: sideChangeIn(rung.postureId, catalogue),
    place: placeOf(rung, catalogue),
    ...{ setUp: said.setUp, cues: said.cues, feel: said.feel, notFeel: said.notFeel, easier: said.easier },
    more: mayDoMore(rung) ? said.more : null,
    isFor: isFor.get(movement.id) ?? '',
    figure: await sheetFigure(scope, rung, catalogue),
  }
}

/** Where it is done; on the feet, and where balance is worked at, at the kitchen counter. */
function placeOf({ tier, strand }: Variation, { habits }: Catalogue): string {
  return tier === 'standing' && strand !== null ? habits.balance : (habits.places[tier] ?? '')
}
