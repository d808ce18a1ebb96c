import { readFile } from 'node:fs/promises'
import { z } from 'zod'
import { drawnSide } from '../../core/body/drawnSide'
import type { Catalogue, Variation } from '../../core/catalogue/catalogue'
import { redFlagSentence } from '../../core/catalogue/redFlags'
import { withNumber } from '../../core/circle/emergencyNumber'
import { dayAfter, GOOD_DAYS } from '../../core/home/homeDay'
import { SheetFigure, type HomeSheet, type SheetMovement } from '../../core/home/homeSheet'
import { usualSchool } from '../../core/plan/schoolFor'
import type { HomeEntry } from '../../core/reflect/homePractice'
import { sideChangeIn } from '../../core/plan/endsEarly'
import { builtFile } from '../built/builtFile'
import { ownWay } from '../catalogue/ownWay'
import { circlesOf } from '../database/circles'
import { handoutsOf } from '../database/homeHandouts'
import { participantById } from '../database/people'
import { NotFound, type Acting } from '../database/rows'
import type { Handout } from '../documents/handout'
import { handoutFor } from './homeOf'

/**
 * What the file that plays at home holds: the newest of what somebody has taken home, with nothing of them but what the
 * handout on paper says as well.
 *
 * @param sendsTo where it sends what was done; null: it is given back by hand
 * @throws {NotFound} where nothing was chosen for home yet
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
  const school = usualSchool(person, circles)
  const movements = await Promise.all(
    home.entries.map((entry, at) =>
      movementOf(scope, { ...entry, at }, { handout, rest: restOf(catalogue, entry, school) }),
    ),
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
    movements: movements.filter((movement) => movement !== null),
    sendsTo,
  }
}

/** Between two rounds at home as long as their school rests in class. */
function restOf({ movements }: Catalogue, { movement }: HomeEntry, school: ReturnType<typeof usualSchool>): number {
  return movements.get(movement)?.doses[school].restSeconds ?? 0
}

async function movementOf(
  scope: Acting,
  entry: HomeEntry & { at: number },
  { handout: { catalogue, texts, mayDoMore, isFor }, rest }: { handout: Handout; rest: number },
): Promise<SheetMovement | null> {
  const movement = catalogue.movements.get(entry.movement)
  const rung = catalogue.variations.get(entry.variation)
  const said = texts.get(entry.variation)
  if (!movement || !rung || !said) return null
  return {
    ...{ at: entry.at, movement: movement.id, name: movement.name, rung: rung.name, tier: rung.tier },
    ...{ dose: entry.dose, rounds: entry.rounds, restSeconds: rest, sides: rung.sides },
    sideChangeSeconds: sideChangeIn(rung.postureId, catalogue),
    place: placeOf(rung, catalogue),
    ...{ setUp: said.setUp, cues: said.cues, feel: said.feel, notFeel: said.notFeel, easier: said.easier },
    more: mayDoMore(rung) ? said.more : null,
    isFor: isFor.get(movement.id) ?? '',
    figure: await figureOf(scope, rung, catalogue),
  }
}

/** Where it is done; on the feet, and where balance is worked at, at the kitchen counter. */
function placeOf({ tier, strand }: Variation, { habits }: Catalogue): string {
  return tier === 'standing' && strand !== null ? habits.balance : (habits.places[tier] ?? '')
}

const ShippedWays = z.record(
  z.string(),
  SheetFigure.shape.way.extend({ presses: SheetFigure.shape.presses.optional() }),
)

/** How it moves; null where nobody has drawn it. */
async function figureOf(scope: Acting, rung: Variation, { ownFigures }: Catalogue): Promise<SheetMovement['figure']> {
  const drawn = drawnSide(rung)
  if (ownFigures.has(rung.id)) {
    const { presses = [], ...way } = await ownWay(scope, rung.id)
    return { drawn, way, presses }
  }
  const text = await readFile(builtFile(`../public/figures/moving/${rung.movement}.json`), 'utf8').catch(() => '{}')
  const shipped = ShippedWays.parse(JSON.parse(text))[rung.id]
  if (!shipped) return null
  const { presses = [], ...way } = shipped
  return { drawn, way, presses }
}
