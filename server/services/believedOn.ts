import { setImmediate } from 'node:timers/promises'
import { differenceInCalendarDays, subDays, subMilliseconds } from 'date-fns'
import { LRUCache } from 'lru-cache'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { BelievedToday } from '../../core/offer/person'
import type { Participant } from '../../core/offer/participant'
import { comesBack, type Gap } from '../../core/offer/today'
import { believedToday } from '../../core/reflect/believedToday'
import { believedOf, type Believed } from '../../core/reflect/capacities'
import { datedOutcomes, evidenceMarks } from '../database/outcomes'
import { groupedBy, type Scope } from '../database/rows'

/** A meeting as far as coming back to it goes. */
interface ComingTo {
  startsAt: string
  /** ISO 8601, by participant. */
  lastCame: Readonly<Record<string, string>>
  gaps: Readonly<Record<string, Gap>>
}

/** What the notes of these people before a meeting say of it, by participant: first levels, and coming back. */
export async function believedOn(
  scope: Scope,
  people: readonly Participant[],
  { startsAt, lastCame, gaps }: ComingTo,
  catalogue: Catalogue,
): Promise<Map<string, BelievedToday>> {
  const { judgement } = catalogue
  const window = {
    since: subDays(startsAt, judgement.evidence.days).toISOString(),
    until: subMilliseconds(startsAt, 1).toISOString(),
  }
  const believed = await believedBefore(
    scope,
    people.map((person) => person.id),
    window,
    catalogue,
  )
  return new Map(
    people.flatMap((person) => {
      const own = believed.get(person.id)
      const last = lastCame[person.id]
      const daysAway = last ? differenceInCalendarDays(startsAt, last) : null
      const isBack = comesBack({ daysAway, gap: gaps[person.id] ?? null }, judgement)
      return own
        ? [[person.id, believedToday(person, own, { on: startsAt.slice(0, 10), isBack }, catalogue)] as const]
        : []
    }),
  )
}

/** What was believed once stays so until more is noted: by participant, with what it was worked out from. */
const kept = new LRUCache<string, { mark: string; catalogue: Catalogue; believed: Believed }>({ max: 2_000 })

/** Works out only those of whom more was noted since; between two people others have their turn. */
async function believedBefore(
  scope: Scope,
  participants: readonly string[],
  window: { since: string; until: string },
  catalogue: Catalogue,
): Promise<Map<string, Believed>> {
  const marks = await evidenceMarks(scope, participants, window)
  const isKept = (id: string) => {
    const known = kept.get(`${scope.practiceId} ${id}`)
    return known !== undefined && known.mark === marks.get(id) && known.catalogue === catalogue
  }
  const open = [...marks.keys()].filter((id) => !isKept(id))
  const own = groupedBy(open.length > 0 ? await datedOutcomes(scope, open, window) : [], 'participant')
  for (const id of open) {
    const believed = believedOf(own.get(id) ?? [], catalogue)
    kept.set(`${scope.practiceId} ${id}`, { mark: marks.get(id) ?? '', catalogue, believed })
    await setImmediate()
  }
  return new Map(
    [...marks.keys()].flatMap((id) => {
      const known = kept.get(`${scope.practiceId} ${id}`)
      return known ? [[id, known.believed] as const] : []
    }),
  )
}
