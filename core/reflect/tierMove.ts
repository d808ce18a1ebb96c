import { entryAt } from '../entries'
import { z } from 'zod'
import type { Judgement } from '../catalogue/judgement'
import type { Catalogue } from '../catalogue/catalogue'
import { grouped } from '../grouped'
import { TIERS, Tier } from '../catalogue/words'
import { storedLevel } from '../offer/levels'
import type { Arrival, Person } from '../offer/person'
import type { StoredMeasure } from '../measure/record'
import { gateStatus, type GateStatus } from './gates'
import type { DatedOutcome } from './datedOutcome'
import { carefulThreshold, likelyHere } from './likelyHere'
import type { Judging } from './question'

/** The next step between tiers that a person is ready for, or has to take. */
export const TierStep = z.object({
  /** `gate`: not there yet, and this is what is missing; `visiting`: visits are going on. */
  kind: z.enum(['down', 'visits', 'visiting', 'move', 'gate']),
  from: Tier,
  to: Tier,
  because: z.string(),
  /** What would pass the gate; empty where nothing is missing. */
  missing: z.array(z.string()),
})
export type TierStep = z.infer<typeof TierStep>

/** What is known of somebody when their tiers are looked at. */
export interface TierEvidence {
  measures: readonly StoredMeasure[]
  /** Folded outcomes, oldest first. */
  outcomes: readonly DatedOutcome[]
  /** ISO day since when they visit; null: they do not. */
  visitingSince: string | null
  /** What was new at the last door; a fall or a faint takes somebody down at once. */
  news: Arrival['news']
  /** Today, ISO day. */
  on: string
  /** How the circle's people are judged; left out: by what is believed. */
  judging?: Judging | undefined
}

/**
 * The next step between tiers: down at once, without gates, after a fall or a faint, or where the gate into the home
 * tier
 * was measured and not passed; two visits where the gate is passed and level 3 is worked at, or likely within reach, in
 * half of the linked movements; the move after two visits once what was worked there is likely within reach, by
 * counting after two running with four fifths of the blocks done and no stop; else what the gate still asks.
 *
 * @returns null where the highest tier is home already and nothing speaks against it
 * @source ours, from common practice
 * @example
 * tierStep(ann, { measures: [], outcomes: [], visitingSince: null, news: 'fall', on: '2026-11-25' },
 * catalogue).kind
 * // 'down'
 */
export function tierStep(
  person: Person & { considerations: readonly { consideration: string; clearedBy: string }[] },
  evidence: TierEvidence,
  catalogue: Catalogue,
): TierStep | null {
  const { homeTier: from } = person
  const { judgement } = catalogue
  const gateInto = (tier: Tier): GateStatus | null => {
    const gate = catalogue.gates.find((one) => one.to === tier)
    return gate
      ? gateStatus(gate, evidence.measures, {
          considerations: person.considerations,
          on: evidence.on,
          countsForDays: judgement.evidence.days,
        })
      : null
  }
  const below = TIERS[TIERS.indexOf(from) - 1]
  if (below && person.access[below] !== 'no') {
    const own = gateInto(from)
    const failed = own?.conditions.filter((condition) => condition.state === 'failed') ?? []
    const hasFallen = evidence.news === 'fall' || evidence.news === 'faint'
    const notShown = `No longer shown: ${failed.map((condition) => condition.words).join('; ')}.`
    const lost = failed.length > 0 ? notShown : ''
    const because = hasFallen ? `A ${evidence.news} since last time: down at once, and screen again.` : lost
    if (because !== '') return { kind: 'down', from, to: below, because, missing: [] }
  }
  const to = TIERS[TIERS.indexOf(from) + 1]
  const status = to && gateInto(to)
  if (!to || !status) return null
  // Standing well is no reason to lie down: the floor is for whoever wants it.
  if (to === 'floor' && person.access.floor === 'no') return null
  if (person.visiting === to) return visitStep(from, to, evidence, catalogue)
  return upStep({ from, to, status }, person, evidence, catalogue)
}

/** Visits where the gate is passed and the linked movements are ready; else what is missing. */
function upStep(
  { from, to, status }: { from: Tier; to: Tier; status: GateStatus },
  person: Person,
  evidence: TierEvidence,
  catalogue: Catalogue,
): TierStep {
  const { readyLevel, readyShare } = catalogue.judgement.tiers
  const missing = status.conditions
    .filter((condition) => condition.state !== 'passed')
    .map((condition) => condition.words)
  const { linked } = status.gate
  const isReady = (movement: string) =>
    (storedLevel(person, movement, from, 'both') ?? 0) >= readyLevel ||
    isLikely(evidence, { movement, tier: from, level: readyLevel }, catalogue)
  const ready = linked.filter(isReady).length
  const wanted = Math.ceil(linked.length * readyShare)
  if (missing.length === 0 && ready >= wanted) {
    return {
      kind: 'visits',
      from,
      to,
      because:
        `The gate is passed, and level ${readyLevel} is within reach in ${ready} of ` +
        `${linked.length} linked movements: two visits.`,
      missing: [],
    }
  }
  if (ready < wanted) {
    const names = linked.map((id) => catalogue.movements.get(id)?.name.toLowerCase() ?? id)
    missing.push(`level ${readyLevel} in ${wanted} of: ${names.join(', ')} (now ${ready})`)
  }
  return {
    kind: 'gate',
    from,
    to,
    because: missing.length === 1 ? 'One thing is missing.' : `${missing.length} things are missing.`,
    missing,
  }
}

/** Whether a level is believed to be within somebody; nobody's where their circle counts. */
function isLikely(
  { outcomes, on, judging = 'belief' }: TierEvidence,
  at: { movement: string; tier: Tier; level: number },
  catalogue: Catalogue,
): boolean {
  if (judging === 'counting') return false
  return (likelyHere(outcomes, { ...at, on }, catalogue) ?? 0) >= carefulThreshold(catalogue)
}

function visitStep(from: Tier, to: Tier, evidence: TierEvidence, catalogue: Catalogue): TierStep {
  const { outcomes, visitingSince } = evidence
  const { judgement } = catalogue
  const wanted = judgement.tiers.visits
  const visits = visitsOf(outcomes, to, visitingSince, judgement)
  const last = visits.at(-1)
  const running = visits.length - 1 - visits.findLastIndex((visit) => !visit.isGood)
  if (running >= wanted)
    return {
      kind: 'move',
      from,
      to,
      because: `Two visits with ${visits
        .slice(-wanted)
        .map(({ done, of }) => `${done} of ${of}`)
        .join(' and ')} blocks done, and no stop.`,
      missing: [],
    }
  // One slow visit between good ones is no new beginning, where what was worked there is within reach all the same.
  const within = last?.isGood && visits.length >= wanted ? withinThere(to, evidence, catalogue) : null
  if (within && within.likely >= within.of * judgement.tiers.visitDoneShare)
    return {
      kind: 'move',
      from,
      to,
      because:
        `${visits.length} visits, the last one good, and ${within.likely} of ${within.of} ` +
        'movements there are within reach.',
      missing: [],
    }
  return { kind: 'visiting', from, to, because: visitWords(last), missing: [] }
}

/** In how many of the movements that were worked on visits their level there is likely within reach. */
function withinThere(tier: Tier, evidence: TierEvidence, catalogue: Catalogue): { likely: number; of: number } | null {
  if (evidence.judging === 'counting') return null
  const since = evidence.visitingSince ?? ''
  const worked = new Map(
    evidence.outcomes.flatMap(({ movement, tier: there, level, date }) =>
      there === tier && date >= since && level !== null ? [[movement, level] as const] : [],
    ),
  )
  const likely = [...worked].filter(([movement, level]) => isLikely(evidence, { movement, tier, level }, catalogue))
  return { likely: likely.length, of: worked.size }
}

function visitWords(last: ReturnType<typeof visitsOf>[number] | undefined): string {
  if (!last) return 'No visit yet: the next meeting is one.'
  if (last.isGood) return `One good visit, ${last.done} of ${last.of} blocks: one more.`
  if (last.stopped) return 'Stopped in the last visit: two good ones running are looked at.'
  return `${last.done} of ${last.of} blocks in the last visit: four fifths are looked at, twice running.`
}

interface Visit {
  meetingId: string
  date: string
  done: number
  of: number
  stopped: boolean
  isGood: boolean
}

/**
 * Meetings worked in another tier since visits were agreed; a block counts once, done on every side that was noted.
 *
 * @example
 * visitsOf([], 'standing', null, judgement) // []
 */
export function visitsOf(
  outcomes: readonly DatedOutcome[],
  tier: Tier,
  since: string | null,
  judgement: Judgement,
): Visit[] {
  const byMeeting = grouped(
    outcomes.filter(
      (outcome) => outcome.tier === tier && since !== null && outcome.date >= since && outcome.done !== 'noted',
    ),
    (outcome) => outcome.meetingId,
  )
  return [...byMeeting].map(([meetingId, own]) => {
    const blocks = grouped(own, (outcome) => outcome.blockId)
    const done = [...blocks.values()].filter((sides) =>
      sides.every((outcome) => outcome.done === 'done' || outcome.done === 'more'),
    ).length
    const stopped = own.some((outcome) => outcome.done === 'stopped')
    return {
      meetingId,
      date: entryAt(own, 0).date,
      done,
      of: blocks.size,
      stopped,
      isGood: !stopped && done >= blocks.size * judgement.tiers.visitDoneShare,
    }
  })
}
