import { z } from 'zod'
import { Tier } from '../catalogue/words'
import { HomeEntry, HomePractice, HomeTicks, HowAtHome } from '../reflect/homePractice'
import { Moment, route } from './route'

export const StoredHomePractice = HomeTicks.extend({ practice: HomePractice, madeAt: Moment })
export type StoredHomePractice = z.infer<typeof StoredHomePractice>
/** What somebody does at home, and what could be proposed. */
export const readHome = route({
  method: 'GET',
  path: '/api/participants/:id/home',
  may: 'lead',
  notes: { did: 'looked at home practice', of: 'person' },
  reply: z.object({
    home: StoredHomePractice.nullable(),
    daysAWeek: z.number(),
    school: z.string(),
    proposals: z.array(HomeEntry.extend({ tier: Tier, level: z.number(), because: z.string() })),
  }),
})
export const saveHome = route({
  method: 'PUT',
  path: '/api/participants/:id/home',
  may: 'lead',
  body: HomePractice,
  reply: StoredHomePractice.nullable(),
})
/** Ticks a day of somebody's home practice, with how it was where they said so, or takes the tick back. */
export const tickHome = route({
  method: 'POST',
  path: '/api/participants/:id/home/ticks',
  may: 'lead',
  body: z.object({
    movement: z.string().min(1).max(60),
    day: z.iso.date('A day is written as year, month and day.'),
    done: z.boolean(),
    how: HowAtHome.nullable().default(null),
  }),
  reply: StoredHomePractice.nullable(),
})
/** Ticks the days of a table, Movement, Date and, where it is there, How; rows that are refused are said and left out. */
export const tickHomeFromFile = route({
  method: 'POST',
  path: '/api/participants/:id/home/tick-file',
  may: 'lead',
  body: z.object({ text: z.string().min(1, 'The file is empty.') }),
  reply: z.object({
    home: StoredHomePractice.nullable(),
    rows: z.array(
      z.object({
        line: z.number(),
        name: z.string(),
        does: z.enum(['add', 'same', 'refuse']),
        words: z.array(z.string()),
      }),
    ),
  }),
})
export const readHandout = route({
  method: 'GET',
  path: '/api/participants/:id/home/handout',
  may: 'lead',
  notes: { did: 'made a handout', of: 'person' },
  file: 'application/pdf',
})
export const readHomeCalendar = route({
  method: 'GET',
  path: '/api/participants/:id/home/calendar',
  may: 'lead',
  file: 'text/calendar',
})
