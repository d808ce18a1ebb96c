import { formatISO, subDays } from 'date-fns'
import type { Catalogue } from '../core/catalogue/catalogue'
import type { SchoolId } from '../core/catalogue/words'
import { sure } from '../core/entries'
import { HomePractice, proposeHome } from '../core/reflect/homePractice'
import type { HomeReport } from '../core/home/homeReport'
import { handoutsOf } from '../server/database/homeHandouts'
import type { Acting } from '../server/database/rows'
import { takeReport } from '../server/services/homeBack'
import { peopleOn } from '../server/services/circlePeople'
import { takeHome } from '../server/services/homeOf'
import type { ScenarioAtHome } from './scenario'

const dayOf = (now: Date, daysAgo: number) => formatISO(subDays(now, daysAgo), { representation: 'date' })

/**
 * Gives somebody of the scenario the first of what is proposed to them for home, some days ago, and writes down what
 * they did with it since.
 *
 * @param recent what was done in their last meetings, the last one first
 */
export async function seedAtHome(
  acting: Acting,
  participant: string,
  { madeDaysAgo, movements, anchors, done, after, ...told }: ScenarioAtHome,
  { now, catalogue, recent, school }: { now: Date; catalogue: Catalogue; recent: readonly string[]; school: SchoolId },
): Promise<void> {
  const [person] = await peopleOn(acting, [participant], dayOf(now, 0), catalogue)
  const known = sure(person, 'Nobody is there.')
  const ask = { school: known.school ?? school, recent, homeProps: known.homeProps }
  const entries = proposeHome(known, ask, catalogue)
    .slice(0, movements)
    .map(({ movement, variation, dose, rounds }) => ({ movement, variation, dose, rounds }))
  if (entries.length === 0) throw new Error('Nothing is proposed for home.')
  const made = dayOf(now, madeDaysAgo)
  await takeHome(acting, participant, HomePractice.parse({ entries, anchors, ...told }), made)
  const [handout] = await handoutsOf(acting, participant)
  if (!handout || done.length === 0) return
  const report: HomeReport = {
    ...{ format: 'unhurried-circle-home-report', version: 1 },
    handout: { practice: acting.practiceId, number: handout.number, madeOn: made },
    done: done.flatMap(({ daysAgo, at, faces, word }) =>
      faces.slice(0, entries.length).map((face, movement) => ({
        ...{ movement, at: `${dayOf(now, daysAgo)}T${at}`, face, word: movement === 0 ? word : '' },
        ...{ stopped: false, effort: null, pain: null, sharp: false },
      })),
    ),
    after: Object.fromEntries(Object.entries(after).map(([daysAgo, answer]) => [dayOf(now, Number(daysAgo)), answer])),
  }
  await takeReport(acting, participant, report, { cameBy: 'file', now })
}
