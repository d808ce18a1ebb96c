import { format, parseISO } from 'date-fns'
import { momentOf } from '../../core/calendar/series'
import type { Catalogue } from '../../core/catalogue/catalogue'
import { entryAt } from '../../core/entries'
import type { Ask } from '../../core/compose/ask'
import { composed } from '../../core/compose/compose'
import { mostBlocks } from '../../core/compose/howMany'
import type { beginCircle } from '../../core/contract/beginning'
import type { AnswerOf, BodyOf } from '../../core/contract/route'
import { CircleFields, VenueFields, type Circle, type Venue } from '../../core/circle/circle'
import { newcomer } from '../../core/offer/newcomer'
import type { Participant } from '../../core/offer/participant'
import { USUAL_ARRIVAL } from '../../core/offer/person'
import { NOT_ASKED } from '../../core/offer/screening'
import { todayOf } from '../../core/offer/today'
import { emptyPlan, type Plan } from '../../core/plan/plan'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { addSeries } from '../database/calendar'
import { addCircle, addVenue, circlesOf, venuesOf } from '../database/circles'
import { addMeeting, meetingsOf } from '../database/meetings'
import type { Acting } from '../database/rows'
import { inTransaction } from '../database/transaction'
import { addPersonByHand } from './changePerson'

/** A school for a first class: slow, and nothing is loaded. */
const SCHOOL = 'dwell'
/** A room that nobody has measured yet, metres. */
const GUESSED = { roomLengthM: 8, roomWidthM: 6 }
/** In a third of the blocks somebody may have breath only. */
const BREATH_SHARE = 0.34

type Begun = AnswerOf<typeof beginCircle>

/**
 * Makes all that a first class needs, in one transaction: sent again, what was made is answered.
 *
 * The plan is composed for those who take part, as if everybody had been asked: who was not does breath in it until
 * they are.
 */
export async function beginCircleWith(acting: Acting, body: BodyOf<typeof beginCircle>): Promise<Begun> {
  const catalogue = await linkedCatalogue(acting)
  return inTransaction(acting.db, async (trx) => {
    const within = { ...acting, db: trx }
    const before = await begunBefore(within, body.id)
    if (before) return before
    const people: Participant[] = []
    for (const { asked, yes, ...who } of body.people) {
      const fields = newcomer({ ...who, asked, yes }, catalogue.interview, body.first.on)
      people.push(await addPersonByHand(within, fields))
    }
    const venue = await venueCalled(within, body)
    const circle = await addCircle(within, circleFor(body, venue, people), body.id)
    await addSeries(within, circle.id, {
      ...{ firstOn: body.weekly.on, time: body.weekly.time, zone: body.zone, everyWeeks: 1 },
      ...{ until: null, ledBy: acting.accountId, exceptions: {} },
    })
    const { plan, unmet } = firstPlan({ circle, venue, people, seed: body.id }, catalogue)
    const startsAt = momentOf(body.first.on, body.first.time, body.zone)
    const meeting = await addMeeting(within, { circleId: circle.id, startsAt, plan })
    return { circle: circle.id, meeting: meeting.id, unmet }
  })
}

async function begunBefore(within: Acting, circleId: string): Promise<Begun | null> {
  const known = (await circlesOf(within)).some(({ id }) => id === circleId)
  if (!known) return null
  const meetings = (await meetingsOf(within)).filter((meeting) => meeting.circleId === circleId)
  const first = entryAt(
    meetings.toSorted((a, b) => a.startsAt.localeCompare(b.startsAt)),
    0,
  )
  return { circle: circleId, meeting: first.id, unmet: [] }
}

/** One that is there already under this name is taken. */
async function venueCalled(
  within: Acting,
  { venue: name, zone }: Pick<BodyOf<typeof beginCircle>, 'venue' | 'zone'>,
): Promise<Venue> {
  const known = (await venuesOf(within)).find((venue) => venue.name.toLowerCase() === name.toLowerCase())
  return known ?? addVenue(within, VenueFields.parse({ ...GUESSED, name, zone, isMeasured: false }))
}

function circleFor(body: BodyOf<typeof beginCircle>, venue: Venue, people: readonly Participant[]): CircleFields {
  return CircleFields.parse({
    name: `${format(parseISO(body.weekly.on), 'EEEE')}s at ${venue.name}`.slice(0, 120),
    venueId: venue.id,
    school: SCHOOL,
    minutes: body.minutes,
    helpers: body.helpers,
    members: people.map(({ id }) => id),
  })
}

interface Beginning {
  circle: Circle
  venue: Venue
  people: readonly Participant[]
  seed: string
}

/** A first session that can be led, or an empty one where no plan can be made for these people, and why. */
function firstPlan({ circle, venue, people, seed }: Beginning, catalogue: Catalogue): { plan: Plan; unmet: string[] } {
  const empty = emptyPlan('A first class', circle.minutes, circle.school)
  const when = { daysAway: null, screenedDaysAgo: null, hands: circle.helpers }
  const expected = people
    .map((person) => ({
      person: { ...person, considerations: person.considerations.filter((own) => own.consideration !== NOT_ASKED) },
      when,
      choices: new Map(),
    }))
    .filter(({ person }) => todayOf(person, catalogue, USUAL_ARRIVAL, when).takesPart)
  const tiers = new Set(expected.map(({ person }) => todayOf(person, catalogue, USUAL_ARRIVAL, when).tier))
  const ask: Ask = {
    ...{ aim: entryAt(catalogue.aims, 0), minutes: circle.minutes, school: circle.school },
    ...{ people: expected, cupboard: venue.cupboard, met: new Set(), floor: tiers.has('floor') },
    ...{
      pinned: [],
      banned: [],
      breathShare: BREATH_SHARE,
      most: mostBlocks('some', circle.minutes),
      recent: [],
      carryOver: [],
      chains: false,
      order: null,
      seed,
      catalogue,
    },
  }
  const { plans, unmet } = composed(ask)
  const best = plans[0]
  return best ? { plan: { ...best.plan, title: empty.title }, unmet: [] } : { plan: empty, unmet }
}
