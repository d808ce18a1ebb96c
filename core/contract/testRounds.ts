import { z } from 'zod'
import { Side } from '../catalogue/words'
import { STATIONS_AT_MOST, TestRound } from '../measure/testRound'
import { Access } from '../offer/person'
import { Day, Id, route } from './route'

/** A round as it stands: what was taken in it, and, for leads, last results and what is due. */
export const TestRoundView = z.object({
  /** The one that is on; null: none is. */
  round: TestRound.nullable(),
  /** Whom standing is open to, and who was screened: who is tested in what. */
  people: z.array(z.object({ id: Id, standing: Access, isScreened: z.boolean() })),
  /** What was taken since it began. */
  results: z.array(z.object({ participant: Id, measure: z.string(), side: Side })),
  /** The newest result before it, so that a pad opens there; for leads. */
  last: z.array(z.object({ participant: Id, measure: z.string(), side: Side, value: z.number() })),
  /** Tests that are due now or within a week, the longest due first; for leads. */
  due: z.array(z.object({ participant: Id, measure: z.string(), on: Day, lastOn: Day })),
})
export type TestRoundView = z.infer<typeof TestRoundView>

const path = '/api/circles/:id/test-round'
const notes = { did: 'looked at the circle', of: 'circle' } as const

export const readTestRound = route({ method: 'GET', path, may: 'account', notes, reply: TestRoundView })
/** Begins a round; one that is on ends. */
export const startTestRound = route({
  method: 'POST',
  path,
  may: 'lead',
  body: z.object({
    id: Id,
    measures: z
      .array(z.string().min(1).max(40))
      .min(1, 'Choose one test at least.')
      .max(STATIONS_AT_MOST, `A round has ${STATIONS_AT_MOST} tests at most.`)
      .refine((all) => new Set(all).size === all.length, 'Each test once.'),
  }),
  reply: TestRoundView,
})
/** Ends the round that is on; its results stay. */
export const endTestRound = route({ method: 'DELETE', path, may: 'lead', reply: TestRoundView })
