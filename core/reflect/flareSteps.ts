import { addDays, formatISO, parseISO } from 'date-fns'
import { z } from 'zod'
import type { Catalogue } from '../catalogue/catalogue'
import { Region } from '../catalogue/words'
import { grouped } from '../grouped'
import type { Flare } from '../offer/person'
import type { DatedOutcome } from './datedOutcome'
import { isSorer } from './easing'

/** A flare that seems to begin, or one that may come back by a level. */
export const FlareStep = z.object({
  participant: z.string(),
  region: Region,
  kind: z.enum(['begin', 'back']),
  /** Levels that are taken off from now on; 0: it is over. */
  levels: z.number().int().min(0).max(3),
  /** ISO day until which nothing is raised; after a step back the day after it, so that a meeting raises once. */
  until: z.string(),
  because: z.string(),
})
export type FlareStep = z.infer<typeof FlareStep>

/** What is known of somebody's flares after a meeting. */
export interface FlareEvidence {
  participant: string
  flares: readonly Flare[]
  /** This person's outcomes, oldest first. */
  outcomes: readonly DatedOutcome[]
  meetingId: string
  /** ISO day of the meeting. */
  on: string
  /** Whether somebody asked about pain at the door, and it was no more than usual. */
  isUsualToday: boolean
}

/**
 * Flares that begin or come back. One begins where pain rose above the usual in two movements of a part of the body in
 * one meeting, or in two meetings running. One comes back by one level a meeting once its weeks are over, and only
 * while somebody came with no more than their usual pain.
 *
 * @source common practice, no source
 * @example
 * flareSteps({ participant: 'ann', flares: [], outcomes: [], meetingId: 'm', on: '2026-11-25', isUsualToday: true },
 * catalogue)
 * // []
 */
export function flareSteps(evidence: FlareEvidence, catalogue: Catalogue): FlareStep[] {
  return [...begins(evidence, catalogue), ...comesBack(evidence)]
}

function begins({ participant, flares, outcomes, meetingId, on }: FlareEvidence, catalogue: Catalogue): FlareStep[] {
  const { judgement, movements } = catalogue
  const meetings = [...new Set(outcomes.map((outcome) => outcome.meetingId))]
  const before = meetings[meetings.indexOf(meetingId) - 1]
  const sore = outcomes.filter(
    (outcome) => (outcome.meetingId === meetingId || outcome.meetingId === before) && isSorer(outcome, judgement),
  )
  const byRegion = grouped(sore, (outcome) => mainRegion(movements.get(outcome.movement)?.regions ?? {}))
  return [...byRegion].flatMap(([region, own]): FlareStep[] => {
    const today = own.filter((outcome) => outcome.meetingId === meetingId)
    const inMovements = new Set(today.map((outcome) => outcome.movement)).size
    const isLasting = today.length > 0 && own.some((outcome) => outcome.meetingId === before)
    if (region === null || (inMovements < 2 && !isLasting) || flares.some((flare) => flare.region === region)) return []
    const weeks = judgement.flare.weeks
    return [
      {
        ...{ participant, region, kind: 'begin', levels: 1 },
        until: dayAfter(on, weeks * 7),
        because: isLasting
          ? 'Above the usual pain two meetings running.'
          : `Above the usual pain in ${inMovements} movements.`,
      },
    ]
  })
}

function comesBack({ participant, flares, on, isUsualToday }: FlareEvidence): FlareStep[] {
  return flares
    .filter((flare) => flare.until <= on && isUsualToday)
    .map(({ region, levels }) => ({
      ...{ participant, region, kind: 'back', levels: levels - 1, until: dayAfter(on, 1) },
      because: 'Its weeks are over, and pain on arrival was no more than usual.',
    }))
}

function mainRegion(regions: Partial<Record<Region, number>>): Region | null {
  const [first] = Object.entries(regions).toSorted((a, b) => b[1] - a[1])
  return first ? Region.parse(first[0]) : null
}

function dayAfter(on: string, days: number): string {
  return formatISO(addDays(parseISO(on), days), { representation: 'date' })
}
