import type { Catalogue, Movement } from '../../core/catalogue/catalogue'
import type { SchoolId, Side } from '../../core/catalogue/words'
import { storedLevel } from '../../core/offer/levels'
import type { Offer } from '../../core/offer/offer'
import { offersFor } from '../../core/offer/offerFor'
import { Arrival } from '../../core/offer/person'
import { gapBefore } from '../../core/offer/gap'
import { comesBack, todayOf } from '../../core/offer/today'
import { blockFor } from '../../core/plan/edits'
import { randomFrom, type Random } from '../../core/random'
import type { DatedOutcome } from '../../core/reflect/datedOutcome'
import { believedOf } from '../../core/reflect/capacities'
import { believedToday } from '../../core/reflect/believedToday'
import { reflectOn, type Reflected } from '../../core/reflect/reflectOn'
import type { Step } from '../../core/reflect/step'
import { settledLevel } from '../../core/reflect/settle'
import { isTwoSided } from '../../core/time/workSeconds'
import { ableTo, bodyOf, learnsFrom, lives, wakes, type Body } from './bodies'
import { noteOf, type Noting } from './notes'
import { Tally, type Judged } from './tally'

export const WEEKS = 26

/** Who decides what comes next: the belief, the counting rules, or somebody who goes by the last time alone. */
export type Judge = 'belief' | 'counting' | 'naive'

export interface Cell {
  school: SchoolId
  noting: Noting
  judge: Judge
  catalogue: Catalogue
  people: number
  seed: number
  noise?: number
  /** Everybody drops by two levels once. */
  drops?: boolean
  /** Shown all that each meeting is decided by. */
  watch?: (meetingId: string, reflected: Reflected) => void
}

/** Leads a hidden population for half a year, once a week, everything that is proposed accepted. */
export function judged(cell: Cell): Judged {
  const { catalogue, seed, noise = 1, drops = false } = cell
  const tally = new Tally()
  for (let at = 0; at < cell.people; at += 1) {
    // The same body in each cell, so that judges are compared on the same people.
    const body = bodyOf(at, { catalogue, random: randomFrom(`body ${seed} ${at}`), weeks: WEEKS, noise, drops })
    leadOne(body, cell, randomFrom(`days ${seed} ${at}`), tally)
  }
  return tally.judged()
}

interface Course {
  body: Body
  cell: Cell
  random: Random
  tally: Tally
  history: DatedOutcome[]
  asked: Set<string>
  meetings: number
  /** ISO days. */
  came: string[]
}

function leadOne(body: Body, cell: Cell, random: Random, tally: Tally): void {
  const course: Course = { body, cell, random, tally, history: [], asked: new Set(), meetings: 0, came: [] }
  tally.begins()
  let lastWeek = -1
  for (let week = 0; week < WEEKS; week += 1) {
    const isAway = week >= body.away[0] && week < body.away[1]
    const came = !isAway && random.next() < body.attends
    lives(body, week, came)
    wakes(body, cell.noise ?? 1, random)
    if (!came) continue
    holdMeeting(course, week, lastWeek < 0 ? 7 : 7 * (week - lastWeek))
    lastWeek = week
  }
  tally.ends()
}

function holdMeeting(course: Course, week: number, daysAway: number): void {
  const { body, cell, random, tally } = course
  const arrival = arrivalOf(body, week, random)
  const on = dateOf(week)
  course.came.push(on)
  const gap = gapBefore(course.came.slice(0, -1), on, cell.catalogue.judgement.away.easesDays)
  const when = { daysAway, screenedDaysAgo: 30, gap }
  const person = { ...body.person, believed: believedOn(course, on, comesBack(when, cell.catalogue.judgement)) }
  const today = todayOf(person, cell.catalogue, arrival, when)
  const meetingId = `week-${week}`
  const isNoted = random.next() >= cell.noting.nothing
  for (const movement of body.movements) {
    const asked = blockFor(movement, cell.school, movement.id, cell.catalogue)
    const offers = offersFor({ ...asked, movement }, { person, today, catalogue: cell.catalogue, arrival })
    for (const offer of offers) doBlock(course, { movement, offer, arrival, week, meetingId, isNoted })
    tally.stands(body, movement, week, course.meetings)
  }
  course.meetings += 1
  if (!isNoted) return
  const steps = decisionsOf(course, meetingId)
  course.asked = new Set(steps.filter((step) => step.kind === 'ask').map((step) => step.movement))
  tally.decides(steps)
  for (const step of steps) Object.assign(body.person, settledLevel(body.person, step, step.fromLevel, dateOf(week)))
}

function believedOn({ body, cell, history }: Course, on: string, isBack: boolean) {
  if (cell.judge !== 'belief') return undefined
  const isPlaced = body.movements.every(({ id }) => storedLevel(body.person, id, body.person.homeTier, 'both') !== null)
  if (isPlaced && !isBack) return undefined
  const believed = believedOf([...history], cell.catalogue)
  return believedToday(body.person, believed, { on, isBack }, cell.catalogue)
}

interface Doing {
  movement: Movement
  offer: Offer
  arrival: Arrival
  week: number
  meetingId: string
  isNoted: boolean
}

function doBlock(course: Course, { movement, offer, arrival, week, meetingId, isNoted }: Doing): void {
  const { body, cell, random, tally, history, asked } = course
  if (!offer.variation || offer.kind !== 'movement') return
  const each: Side[] = offer.side === 'both' ? ['left', 'right'] : [offer.side]
  const sides: Side[] = isTwoSided(offer.variation.sides) ? each : ['both']
  const isOneSided = random.next() >= cell.noting.sides
  for (const side of sides) {
    const able = ableTo(body, movement, side, week)
    const margin = able - demandOf(offer)
    const noted = margin + random.normal(0.2 * (cell.noise ?? 1))
    tally.offers(margin, hasEasier(movement, offer))
    for (const one of side === 'both' ? ['left', 'right'] : [side]) learnsFrom(body, `${movement.id} ${one}`, margin)
    if (!isNoted || (isOneSided && side === 'right')) continue
    history.push({
      ...noteOf(
        body,
        { movement, offer, side, margin: noted, arrival },
        { noting: cell.noting, isAsked: asked.has(movement.id), random },
      ),
      id: `${week} ${offer.variation.id} ${side}`,
      at: week,
      meetingId,
      date: dateOf(week),
      arrivalPain: arrival.pain,
      usualPain: arrival.usualPain,
    } as DatedOutcome)
  }
}

function decisionsOf({ body, cell, history, meetings }: Course, meetingId: string): Step[] {
  if (cell.judge === 'naive') return naive(body, history, meetingId)
  const blockIn = (movement: string) => {
    const { dose, rounds } = blockFor(cell.catalogue.movements.get(movement)!, cell.school, movement, cell.catalogue)
    return { school: cell.school, given: { dose, rounds } }
  }
  const firstOn = history[0]?.date ?? dateOf(0)
  const { person } = body
  const reflected = { person, outcomes: [...history], blockIn, history: { meetings, firstOn }, judging: cell.judge }
  cell.watch?.(meetingId, reflected)
  return reflectOn(meetingId, reflected, cell.catalogue)
}

const NAIVE_KINDS = ['ease', 'stay', 'step-up'] as const

/** By the last time alone: one up where it was done and no effort over 5 was said, one down where it was not. */
function naive({ person, movements }: Body, history: readonly DatedOutcome[], meetingId: string): Step[] {
  return movements.flatMap((movement) => {
    const today = history.filter((one) => one.meetingId === meetingId && one.movement === movement.id)
    const level = storedLevel(person, movement.id, person.homeTier, 'both') ?? today[0]?.level ?? null
    if (today.length === 0 || level === null) return []
    const rungs = movement.ladders[person.homeTier]!.map((rung) => rung.level)
    const isEasy = today.every((one) => one.done === 'done' && (one.effort ?? 4) <= 5 && one.form !== 'slipped')
    const isHard = today.some((one) => one.done === 'partly' || (one.effort ?? 0) >= 8)
    const up = rungs.find((rung) => rung > level) ?? level
    const down = rungs.findLast((rung) => rung < level) ?? level
    const eased = isHard ? down : level
    const toLevel = isEasy ? up : eased
    const kind = NAIVE_KINDS[1 + Math.sign(toLevel - level)]
    return [{ kind, movement: movement.id, tier: person.homeTier, fromLevel: level, toLevel, turn: null } as Step]
  })
}

function arrivalOf(body: Body, week: number, random: Random): Arrival {
  const flares = body.flare !== null && week >= body.flare.from && week < body.flare.to
  const isAsked = random.next() < 0.8
  const pain = Math.max(0, Math.min(6, Math.round(body.aches + random.normal(0.8) + (flares ? 3 : 0))))
  return Arrival.parse({
    came: true,
    pain: isAsked ? pain : null,
    usualPain: body.aches >= 2 ? body.aches : null,
    tired: random.next() < (body.day < -0.3 ? 0.4 : 0.04),
  })
}

/** A rung with its dials turned asks more than the bare rung, and less than the next one; invented. */
function demandOf({ variation, dials }: Pick<Offer, 'variation' | 'dials'>): number {
  const turned = variation!.dials.map(({ dial, from, to }) =>
    dials[dial] === undefined ? 0 : Math.max(0, (dials[dial] - from) / (to - from)),
  )
  return variation!.level + Math.min(0.5, 0.3 * turned.reduce((sum, share) => sum + share, 0))
}

function hasEasier(movement: Movement, { variation, tier }: Offer): boolean {
  return movement.ladders[tier]!.some((rung) => rung.level < variation!.level)
}

function dateOf(week: number): string {
  return new Date(Date.UTC(2026, 0, 6 + 7 * week)).toISOString().slice(0, 10)
}
