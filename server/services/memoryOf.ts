import { subDays } from 'date-fns'
import type { Catalogue } from '../../core/catalogue/catalogue'
import { gapBefore } from '../../core/offer/gap'
import type { Remembered } from '../../core/offer/person'
import type { Gap } from '../../core/offer/today'
import { rememberedFrom } from '../../core/reflect/rememberedFrom'
import { homeAfterOf } from '../database/homeHandouts'
import { hurtAtHome } from '../database/homePractices'
import { daysAfterOf, doorsOf, lookedAtOf, remarkableOutcomes, type DoorRow } from '../database/memory'
import { groupedBy, type Scope } from '../database/rows'

/**
 * What is remembered of these people at a moment, by participant: what hurt, or nearly, and nobody has looked at.
 *
 * @param until ISO 8601: what came after it is not looked at
 */
export async function memoriesOf(
  scope: Scope,
  participants: readonly string[],
  until: string,
  { judgement }: Catalogue,
): Promise<Map<string, Remembered[]>> {
  if (participants.length === 0) return new Map()
  const since = subDays(new Date(until), judgement.evidence.days).toISOString()
  const [doors, outcomes, looked, said, hurt, after] = await Promise.all([
    doorsOf(scope, participants, until),
    remarkableOutcomes(scope, participants, { since, until }),
    lookedAtOf(scope, participants),
    daysAfterOf(scope, participants, since),
    hurtAtHome(scope, participants, { since, until }),
    homeAfterOf(scope, participants, since),
  ])
  return new Map(
    participants.map((id) => {
      const own = doors.filter((door) => door.participant === id)
      const between = said.filter((one) => one.participant === id)
      const remembered = rememberedFrom(
        outcomes.filter((outcome) => outcome.participant === id),
        own.filter((door) => door.startsAt >= since.slice(0, 10)).map((door) => asDoor(door)),
        looked.get(id) ?? new Set(),
        {
          said: between.map((one) => ({ ...one, date: dayOf(own, one.meetingId) ?? one.saidOn })),
          atHome: hurt.filter((one) => one.participant === id),
          worseAfter: after
            .filter((one) => one.participant === id && one.answer === 'worse' && one.day <= until.slice(0, 10))
            .map(({ day }) => day),
        },
      )
      return [id, remembered]
    }),
  )
}

function asDoor({ meetingId, startsAt, news, after }: DoorRow) {
  return { meetingId, date: startsAt.slice(0, 10), news, after }
}

function dayOf(doors: readonly DoorRow[], meetingId: string): string | undefined {
  return doors.find((door) => door.meetingId === meetingId)?.startsAt.slice(0, 10)
}

/** When these people were last away for weeks, by participant; who was not is left out. */
export async function gapsOf(
  scope: Scope,
  participants: readonly string[],
  until: string,
  { judgement }: Catalogue,
): Promise<Record<string, Gap>> {
  const came = groupedBy(await doorsOf(scope, participants, until), 'participant')
  return Object.fromEntries(
    [...came].flatMap(([id, own]) => {
      const gap = gapBefore(
        own.map((door) => door.startsAt),
        until,
        judgement.away.easesDays,
      )
      return gap ? [[id, gap]] : []
    }),
  )
}
