import { formatISO } from 'date-fns'
import type { Role } from '../../core/contract/account'
import type { TestRoundView } from '../../core/contract/testRounds'
import { dueTests } from '../../core/measure/due'
import { latestOf } from '../../core/measure/record'
import { isQuick } from '../../core/measure/testRound'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { circleById } from '../database/circles'
import { measuresOf } from '../database/measures'
import { participantsOf } from '../database/people'
import type { Acting, Scope } from '../database/rows'
import { openRoundOf, startRound } from '../database/testRounds'

/** A round is begun with tests that the catalogue does not have, or that take more than a touch. */
export class WrongRound extends Error {
  override name = 'WrongRound'
}

/** A circle's round as it stands; what people had before, and what is due, is for leads. */
export async function testRoundView(
  scope: Scope,
  { circleId, role }: { circleId: string; role: Role },
  now = new Date(),
): Promise<TestRoundView> {
  const { members } = await circleById(scope, circleId)
  const [round, participants, measures, { judgement }] = await Promise.all([
    openRoundOf(scope, circleId),
    participantsOf(scope, members),
    measuresOf(scope, members),
    linkedCatalogue(scope),
  ])
  const isOfRound = (one: { measure: string; enteredAt: string }) =>
    round !== null && one.enteredAt >= round.startedAt && round.measures.includes(one.measure)
  const own = members.map((participant) => ({ participant, records: measures.get(participant) ?? [] }))
  const results = own.flatMap(({ participant, records }) =>
    records
      .filter((one) => one.replacedBy === null && !one.simulated && isOfRound(one))
      .map(({ measure, side }) => ({ participant, measure, side })),
  )
  const people = members.flatMap((id) => {
    const person = participants.find((one) => one.id === id)
    return person ? [{ id, standing: person.access.standing, isScreened: person.screenedOn !== null }] : []
  })
  if (role !== 'lead') return { round, people, results, last: [], due: [] }
  const last = own.flatMap(({ participant, records }) =>
    [...latestOf(records.filter((one) => !isOfRound(one))).values()].map(({ measure, side, value }) => ({
      ...{ participant, measure, side, value },
    })),
  )
  const today = formatISO(now, { representation: 'date' })
  const due = own
    .flatMap(({ participant, records }) => dueTests(records, today, judgement).map((one) => ({ participant, ...one })))
    .toSorted((a, b) => a.on.localeCompare(b.on))
  return { round, people, results, last, due }
}

/**
 * Begins a round.
 *
 * @throws {WrongRound} where a test is none that is taken with a touch
 */
export async function beginTestRound(
  acting: Acting,
  circleId: string,
  round: { id: string; measures: string[] },
  now = new Date(),
): Promise<TestRoundView> {
  const { measures } = await linkedCatalogue(acting)
  for (const id of round.measures) {
    const measure = measures.get(id)
    if (!measure) throw new WrongRound(`There is no test “${id}”.`)
    if (!isQuick(measure)) throw new WrongRound(`${measure.name} takes a tool or a question of its own.`)
  }
  await startRound(acting, circleId, round, now.toISOString())
  return testRoundView(acting, { circleId, role: 'lead' }, now)
}
