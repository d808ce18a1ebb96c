import type { Catalogue } from '../../core/catalogue/catalogue'
import type { SchoolId, Side } from '../../core/catalogue/words'
import { targetOf } from '../../core/lead/target'
import { storedLevel } from '../../core/offer/levels'
import { offersFor, type Offer } from '../../core/offer/offerFor'
import { Arrival, type Person } from '../../core/offer/person'
import { todayOf } from '../../core/offer/today'
import { blockFor } from '../../core/plan/edits'
import type { DatedOutcome } from '../../core/reflect/datedOutcome'
import { reflectOn } from '../../core/reflect/reflectOn'
import { settledLevel } from '../../core/reflect/settle'
import { isTwoSided } from '../../core/time/workSeconds'
import { randomFrom, type Random } from '../../core/random'
import { personIn } from '../people'

/** Movements with a rung for nearly every level, one of them worked side by side. */
const MOVEMENTS = ['bridge', 'upper-back-turn', 'sit-to-stand', 'heel-raises', 'side-bend']
const WEEKS = 26
const PEOPLE = 240
/** How bodies and people are; invented, in levels. */
const DAY_NOISE = 0.3
const LEARNS = 0.045
const FORGETS_A_WEEK = 0.02
const ABSENT = 0.1
const LONG_ABSENCE = 0.2
const FLARE = 0.15
const DROP_LEVELS = 2
const NOT_NOTED = 0.15
const BIAS = 1.2

/** What half a year of decisions did, as shares 0–1 unless said. */
export interface Judged {
  offers: number
  /** Offers above what the body could do that day, and by more than a level. */
  above: number
  farAbove: number
  /** Of all people and movements: within one level of capacity after six meetings; weeks until so for nine of ten. */
  withinAfterSix: number
  weeksUntilWithin: number
  /**
   * True drops of two levels after two meetings: the offer is within one level of capacity again, and not above it at
   * all.
   */
  dropsMet: number
  dropsMetFully: number
  /** Offers under half done twice running without an ease. */
  missedRegressions: number
  stepsAMonth: number
  /** Changes of direction for each ten decisions. */
  oscillation: number
}

interface Body {
  person: Person
  /** By movement and side, in levels. */
  capacity: Map<string, number>
  bias: number
  learns: number
  flareFrom: number
  dropAt: number
  awayFrom: number
}

/**
 * Leads a hidden population for half a year by the decision engine of one school, once a week, everything accepted.
 *
 * @param seed the same seed gives the same people and the same half year
 */
export function judged(school: SchoolId, catalogue: Catalogue, seed: number): Judged {
  // A true drop comes out of the blue: nobody can know of it before it shows, so it is its own half year.
  const usual = halfYear(school, { catalogue, seed, people: PEOPLE, drops: 0 })
  const { dropsMet, dropsMetFully } = halfYear(school, { catalogue, seed: seed + 1, people: PEOPLE / 3, drops: 1 })
  return { ...usual, dropsMet, dropsMetFully }
}

function halfYear(
  school: SchoolId,
  { catalogue, seed, people, drops }: { catalogue: Catalogue; seed: number; people: number; drops: number },
): Judged {
  const random = randomFrom(seed)
  const sum = {
    offers: 0,
    above: 0,
    farAbove: 0,
    within: 0,
    judgedAfterSix: 0,
    weeks: [] as number[],
    drops: 0,
    met: 0,
    metFully: 0,
    random: 0,
    missed: 0,
    steps: 0,
    turns: 0,
    decisions: 0,
  }
  for (let at = 0; at < people; at += 1) leadOne(bodyOf(at, drops, random), { school, catalogue, random, sum })
  const sorted = sum.weeks.toSorted((a, b) => a - b)
  return {
    offers: sum.offers,
    above: sum.above / sum.offers,
    farAbove: sum.farAbove / sum.offers,
    withinAfterSix: sum.within / sum.judgedAfterSix,
    weeksUntilWithin: sorted[Math.floor(sorted.length * 0.9)] ?? WEEKS,
    dropsMet: sum.drops === 0 ? 1 : sum.met / sum.drops,
    dropsMetFully: sum.drops === 0 ? 1 : sum.metFully / sum.drops,
    missedRegressions: sum.random === 0 ? 0 : sum.missed / sum.random,
    stepsAMonth: sum.steps / people / (WEEKS / 4.33),
    oscillation: (10 * sum.turns) / Math.max(1, sum.decisions),
  }
}

function bodyOf(at: number, drops: number, random: Random): Body {
  const base = 1.4 + 3.4 * random.next()
  const capacity = new Map<string, number>()
  for (const movement of MOVEMENTS) {
    const own = Math.max(1, Math.min(5.4, base + random.normal(0.5)))
    const gap = random.next() < 0.3 ? 0.7 : 0
    capacity.set(`${movement} left`, own)
    capacity.set(`${movement} right`, Math.max(1, own - gap))
  }
  return {
    person: personIn('chair', { id: `body-${at}`, birthYear: 1950, levels: [] }),
    capacity,
    bias: random.normal(BIAS),
    learns: LEARNS * (0.3 + 1.4 * random.next()),
    flareFrom: random.next() < FLARE ? 4 + Math.floor(18 * random.next()) : 999,
    dropAt: random.next() < drops ? 10 + Math.floor(12 * random.next()) : 999,
    awayFrom: random.next() < LONG_ABSENCE ? 6 + Math.floor(12 * random.next()) : 999,
  }
}

interface Sums {
  offers: number
  above: number
  farAbove: number
  within: number
  judgedAfterSix: number
  weeks: number[]
  drops: number
  met: number
  metFully: number
  random: number
  missed: number
  steps: number
  turns: number
  decisions: number
}

function leadOne(
  body: Body,
  { school, catalogue, random, sum }: { school: SchoolId; catalogue: Catalogue; random: Random; sum: Sums },
): void {
  const { person } = body
  const history: DatedOutcome[] = []
  const meetings = new Map<string, number>()
  const reached = new Set<string>()
  const lastWay = new Map<string, number>()
  const poorRun = new Map<string, number>()
  const sinceDrop = new Map<string, number>()
  let lastWeek = -1
  for (let week = 0; week < WEEKS; week += 1) {
    if (week === body.dropAt)
      for (const [key, level] of body.capacity) body.capacity.set(key, Math.max(1, level - DROP_LEVELS))
    if (random.next() < ABSENT || (week >= body.awayFrom && week < body.awayFrom + 4)) {
      for (const [key, level] of body.capacity) body.capacity.set(key, Math.max(1, level - FORGETS_A_WEEK))
      continue
    }
    const flare = week >= body.flareFrom && week < body.flareFrom + 3 ? 1 : 0
    const arrival = Arrival.parse({
      came: true,
      pain: Math.max(0, Math.round(1 + random.normal(0.8) + 2 * flare)),
      tired: random.next() < 0.06 + 0.3 * flare,
    })
    const today = todayOf(person, catalogue, arrival, {
      daysAway: lastWeek < 0 ? 7 : 7 * (week - lastWeek),
      year: 2026,
    })
    lastWeek = week
    const meetingId = `week-${week}`
    for (const movement of MOVEMENTS) {
      const block = blockFor(catalogue.movements.get(movement)!, school, movement, catalogue)
      const offers = offersFor(
        {
          movement: catalogue.movements.get(movement)!,
          dose: block.dose,
          rounds: block.rounds,
          restSeconds: block.restSeconds,
        },
        { person, today, catalogue, arrival },
      )
      for (const offer of offers) {
        if (!offer.variation || offer.kind !== 'movement') continue
        const each: Side[] = offer.side === 'both' ? ['left', 'right'] : [offer.side]
        const sides: Side[] = isTwoSided(offer.variation.sides) ? each : ['both']
        for (const side of sides) {
          const known =
            side === 'both'
              ? Math.min(body.capacity.get(`${movement} left`)!, body.capacity.get(`${movement} right`)!)
              : body.capacity.get(`${movement} ${side}`)!
          const able = known - flare
          // A level is within somebody where they reach its middle: capacities are levels with fractions.
          const over = demandOf(offer) - Math.max(1, able)
          sum.offers += 1
          if (over > 0.5) sum.above += 1
          if (over > 1.5) sum.farAbove += 1
          history.push({
            ...outcomeOf(body, block, { offer, side, able, arrival, week, random }),
            meetingId,
            date: dateOf(week),
            arrivalPain: arrival.pain,
          })
        }
      }
      meetings.set(movement, (meetings.get(movement) ?? 0) + 1)
      const level = offers[0]?.variation?.level ?? 1
      const weaker = Math.min(body.capacity.get(`${movement} left`)!, body.capacity.get(`${movement} right`)!)
      const rungs = catalogue.movements.get(movement)!.ladders.chair!.map((rung) => rung.level)
      const reachable = rungs.findLast((rung) => rung <= weaker + 0.5) ?? rungs[0]!
      // Eased for a tired day is no misjudgement: it is the level that is worked at which is held against the body.
      const worked = storedLevel(person, movement, 'chair', 'both') ?? level
      const isWithin =
        Math.abs(rungs.indexOf(rungs.findLast((rung) => rung <= worked) ?? rungs[0]!) - rungs.indexOf(reachable)) <= 1
      if (isWithin && !reached.has(movement)) {
        reached.add(movement)
        sum.weeks.push(week)
      }
      if (meetings.get(movement) === 7 && week < body.dropAt && week < body.awayFrom && flare === 0) {
        sum.judgedAfterSix += 1
        if (isWithin) sum.within += 1
      }
      if (week >= body.dropAt && !sinceDrop.has(movement) && level > weaker + 0.5) sinceDrop.set(movement, 0)
      else if (sinceDrop.has(movement) && sinceDrop.get(movement)! < 9) {
        const count = sinceDrop.get(movement)! + 1
        sinceDrop.set(movement, count)
        // The third offer is what two meetings have made of it.
        if (count === 2) {
          sum.drops += 1
          if (level <= Math.max(1, weaker) + 1) sum.met += 1
          if (level <= Math.max(1, weaker) + 0.5) sum.metFully += 1
          sinceDrop.set(movement, 9)
        }
      }
    }
    const decided = reflectOn(
      meetingId,
      {
        person,
        outcomes: [...history],
        blockIn: (movement) => {
          const { dose, rounds } = blockFor(catalogue.movements.get(movement)!, school, movement, catalogue)
          return { school, given: { dose, rounds } }
        },
      },
      catalogue,
    )
    for (const decision of decided) {
      sum.decisions += 1
      const way = Math.sign(decision.toLevel - decision.fromLevel)
      const mine = history.filter((one) => one.meetingId === meetingId && one.movement === decision.movement)
      const isPoor = mine.some((one) => one.achieved !== null && one.target !== null && one.achieved < one.target / 2)
      const run = isPoor ? (poorRun.get(decision.movement) ?? 0) + 1 : 0
      if (run >= 2) {
        sum.random += 1
        if (way >= 0 && decision.fromLevel > 1) sum.missed += 1
      }
      poorRun.set(decision.movement, run >= 2 ? 0 : run)
      if (way !== 0) {
        if (way > 0) sum.steps += 1
        if (lastWay.has(decision.movement) && lastWay.get(decision.movement) !== way) sum.turns += 1
        lastWay.set(decision.movement, way)
      }
      Object.assign(person, settledLevel(person, decision, decision.fromLevel, dateOf(week)))
    }
  }
}

function outcomeOf(
  body: Body,
  block: ReturnType<typeof blockFor>,
  {
    offer,
    side,
    able,
    arrival,
    week,
    random,
  }: { offer: Offer; side: Side; able: number; arrival: Arrival; week: number; random: Random },
): Omit<DatedOutcome, 'meetingId' | 'date' | 'arrivalPain'> {
  const variation = offer.variation!
  const margin = able + 0.5 + random.normal(DAY_NOISE) - demandOf(offer)
  const { amount, unit } = targetOf(offer.own.dose)
  const share = margin >= 0 ? 1 : Math.max(0, 1 + 0.6 * margin)
  const pain = Math.max(0, Math.round((arrival.pain ?? 0) + (margin < -0.6 ? 2.2 * -margin : 0) + random.normal(0.4)))
  for (const one of side === 'both' ? ['left', 'right'] : [side])
    body.capacity.set(
      `${variation.movement} ${one}`,
      Math.min(
        5.4,
        body.capacity.get(`${variation.movement} ${one}`)! + (margin > -1 && margin < 1.6 ? body.learns : 0),
      ),
    )
  const pinch = pain > 2 ? 'pinch' : null
  return {
    id: `${week} ${variation.id} ${side}`,
    at: week,
    blockId: block.id,
    participant: body.person.id,
    movement: variation.movement,
    tier: 'chair',
    side,
    variation: variation.id,
    level: variation.level,
    dials: offer.dials,
    own: { dose: offer.own.dose, rounds: offer.own.rounds },
    done: share >= 1 ? 'done' : 'partly',
    target: amount,
    achieved: Math.floor(amount * share),
    unit,
    effort:
      random.next() < NOT_NOTED
        ? null
        : Math.max(0, Math.min(10, Math.round(5 - 2.4 * margin + body.bias + random.normal(0.6)))),
    pain: random.next() < 0.5 || pain > 2 ? pain : null,
    painKind: margin < -1.6 && random.next() < 0.4 ? 'sharp' : pinch,
    form: random.next() < (margin < 0.15 ? 0.45 : 0.04) ? 'slipped' : 'clean',
    cheat: '',
    painWhere: '',
    support: null,
    device: '',
    note: '',
    clears: [],
  }
}

/** A rung with its dials turned asks more than the bare rung, and less than the next one; invented. */
function demandOf({ variation, dials }: Offer): number {
  const turned = variation!.dials.map(({ dial, from, to }) =>
    dials[dial] === undefined ? 0 : Math.max(0, (dials[dial] - from) / (to - from)),
  )
  return variation!.level + Math.min(0.5, 0.3 * turned.reduce((sum, share) => sum + share, 0))
}

function dateOf(week: number): string {
  return new Date(Date.UTC(2026, 0, 6 + 7 * week)).toISOString().slice(0, 10)
}
