import { z } from 'zod'
import { Tier } from '../catalogue/words'
import { Participant, ParticipantFields } from '../offer/participant'
import { Access, AfterDays, Arrival, Flare, PersonLevel } from '../offer/person'
import { LedgerEntry } from './ledger'
import { route, Version } from './route'

/** Everybody without their levels: names, where they work and, for leads, what is to be respected. */
export const readPeople = route({
  method: 'GET',
  path: '/api/participants',
  may: 'account',
  notes: { did: 'looked at the list', of: 'practice' },
  reply: z.array(Participant),
})
/** People found by name, a page at a time. */
export const readRoster = route({
  method: 'GET',
  path: '/api/roster',
  may: 'account',
  notes: { did: 'looked at the list', of: 'practice' },
  query: z.object({
    words: z.string().max(120).default(''),
    offset: z.coerce.number().int().min(0).default(0),
    limit: z.coerce.number().int().min(1).max(200).default(100),
  }),
  reply: z.object({ people: z.array(Participant), total: z.number() }),
})
export const readPerson = route({
  method: 'GET',
  path: '/api/participants/:id',
  may: 'account',
  notes: { did: 'looked at the person', of: 'person' },
  reply: Participant,
})
export const addPerson = route({
  method: 'POST',
  path: '/api/participants',
  may: 'lead',
  body: ParticipantFields,
  reply: Participant,
})
export const savePerson = route({
  method: 'PUT',
  path: '/api/participants/:id',
  may: 'lead',
  body: ParticipantFields.extend({ version: Version }),
  reply: Participant,
})
/** Erases a person's record; meetings keep their counts, and nothing that names them. */
export const erasePerson = route({
  method: 'DELETE',
  path: '/api/participants/:id',
  may: 'lead',
  reply: z.object({ erased: z.literal(true) }),
})
/** Opens or closes one tier to somebody. */
export const setAccess = route({
  method: 'PUT',
  path: '/api/participants/:id/access/:tier',
  may: 'lead',
  body: z.object({ access: Access }),
  reply: Participant,
})
/** Agrees visits to a tier, ends them, or moves somebody. */
export const moveTier = route({
  method: 'POST',
  path: '/api/participants/:id/tier',
  may: 'lead',
  body: z.object({
    step: z.enum(['visits', 'end-visits', 'move', 'down']),
    to: Tier,
    reason: z.string().max(300, 'A reason has 300 characters at most.').default(''),
  }),
  reply: Participant,
})
/** Sets levels that were accepted in one go: the first placement. */
export const placeLevels = route({
  method: 'PUT',
  path: '/api/participants/:id/levels',
  may: 'lead',
  body: z.object({ levels: z.array(PersonLevel).max(400) }),
  reply: Participant,
})
/** Offers a movement again that hurt twice running, once a lead has looked and noted it. */
export const offerAgain = route({
  method: 'POST',
  path: '/api/participants/:id/offer-again',
  may: 'lead',
  body: z.object({
    movement: z.string().min(1).max(60),
    tier: Tier,
    reason: z
      .string('Say what was found.')
      .trim()
      .min(1, 'Say what was found.')
      .max(300, 'A note has 300 characters at most.'),
  }),
  reply: Participant,
})
/** Begins a flare of a part of the body, brings it back by a level, or ends it. */
export const setFlare = route({
  method: 'POST',
  path: '/api/participants/:id/flares',
  may: 'lead',
  body: Flare.omit({ since: true, levels: true }).extend({
    /** 0: it is over. */
    levels: z.number().int().min(0).max(3, 'Three levels at most.'),
    reason: z.string().max(300, 'A reason has 300 characters at most.').default(''),
  }),
  reply: Participant,
})
/** Somebody has looked at what is remembered, and says what was found. */
export const lookAt = route({
  method: 'POST',
  path: '/api/participants/:id/looked-at',
  may: 'lead',
  body: z.object({
    key: z.string().min(1).max(120),
    note: z
      .string('Say what was found.')
      .trim()
      .min(1, 'Say what was found.')
      .max(300, 'A note has 300 characters at most.'),
  }),
  reply: z.object({ lookedAt: z.literal(true) }),
})
/** How somebody was in the days after their last meeting, said between meetings. */
export const noteDaysAfter = route({
  method: 'POST',
  path: '/api/participants/:id/days-after',
  may: 'lead',
  body: z.object({
    after: AfterDays,
    afterWhere: Arrival.shape.afterWhere,
    note: z.string().max(300, 'A note has 300 characters at most.').default(''),
  }),
  reply: z.object({ noted: z.literal(true) }),
})
export const readLedger = route({
  method: 'GET',
  path: '/api/participants/:id/ledger',
  may: 'lead',
  notes: { did: 'looked at the ledger', of: 'person' },
  reply: z.array(LedgerEntry),
})
/** Takes a change back: what stood before it stands again, and the ledger says so. */
export const walkBack = route({
  method: 'POST',
  path: '/api/participants/:id/ledger/:entry/walk-back',
  may: 'lead',
  body: z.object({
    reason: z
      .string('Say in a few words why.')
      .trim()
      .min(1, 'Say in a few words why.')
      .max(300, 'A reason has 300 characters at most.'),
  }),
  reply: z.array(LedgerEntry),
})
