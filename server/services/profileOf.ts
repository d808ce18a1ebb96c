import { formatISO, getYear, subDays, subWeeks } from 'date-fns'
import type { Profile } from '../../core/contract/records'
import { balanceTime } from '../../core/reflect/balanceTime'
import { fallPath } from '../../core/reflect/fallPath'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { ledgerOf } from '../database/ledger'
import { homePracticeOf } from '../database/homePractices'
import { attendedBy } from '../database/lookBack'
import { goalsOf } from '../database/goals'
import { measuresOf, sameDayPairs } from '../database/measures'
import { datedOutcomes } from '../database/outcomes'
import { participantById } from '../database/people'
import { lastCame, personMeetings } from '../database/personHistory'
import type { Acting } from '../database/rows'
import { screeningsOf } from '../database/screenings'
import { memoriesOf } from './memoryOf'
import { tierStepOf } from './tierSteps'

const SIX_WEEKS_DAYS = 42
const SHOWN_MOVES = 6
const BALANCE_WEEKS = 4

/** Everything that a profile is read from. */
export async function profileOf(acting: Acting, id: string, now: Date): Promise<Profile> {
  const catalogue = await linkedCatalogue(acting)
  const [stored, memories] = await Promise.all([
    participantById(acting, id),
    memoriesOf(acting, [id], now.toISOString(), catalogue),
  ])
  const person = { ...stored, remembered: memories.get(id) ?? [] }
  const window = { until: now.toISOString(), since: subWeeks(now, BALANCE_WEEKS).toISOString() }
  const [measures, pairs, meetings, last, screenings, ledger, tierStep, attended, outcomes, home, goals] =
    await Promise.all([
      measuresOf(acting, [person.id]),
      sameDayPairs(acting),
      personMeetings(acting, person.id, subDays(now, SIX_WEEKS_DAYS).toISOString()),
      lastCame(acting, person.id),
      screeningsOf(acting, person.id),
      ledgerOf(acting, { participantId: person.id }),
      tierStepOf(acting, person, catalogue),
      attendedBy(acting, [person.id], window),
      datedOutcomes(acting, [person.id], window),
      homePracticeOf(acting, person.id),
      goalsOf(acting, [person.id]),
    ])
  const moves = ledger
    .filter((entry) => entry.fromLevel !== entry.toLevel || entry.answer !== 'accepted' || entry.words !== '')
    .slice(0, SHOWN_MOVES)
  const own = measures.get(person.id) ?? []
  const norm = { age: person.birthYear === null ? null : getYear(now) - person.birthYear, sex: person.sex }
  const today = formatISO(now, { representation: 'date' })
  return {
    person,
    measures: own,
    pairs,
    meetings,
    lastCame: last,
    goals: goals.get(person.id) ?? [],
    screenings,
    moves,
    tierStep,
    falls: fallPath({ person, norm, screenings, measures: own }, catalogue, today),
    balance: balanceTime(
      { meetings: attended.get(person.id) ?? [], outcomes, home },
      { since: window.since.slice(0, 10), weeks: BALANCE_WEEKS },
      catalogue,
    ),
  }
}
