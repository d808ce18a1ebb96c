import { z } from 'zod'
import { Tier } from '../catalogue/words'
import { HomeReport, NextDay } from '../home/homeReport'
import { HomeEntry, HomePractice, HomeTicks, HowAtHome } from '../reflect/homePractice'
import { Day, Id, Moment, route } from './route'

/** What was done at home, as it came back whole. */
const DoneAtHome = HomeReport.shape.done.element.extend({ movement: z.string() })
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
    /** The newest handout: its number, and until when it is good. */
    handout: z
      .object({
        ...{ number: z.number(), madeOn: Day, goodUntil: Day },
        /** Why it does not hold any more; empty: it holds. */
        outOfDate: z.array(z.string()),
      })
      .nullable(),
    /** What came back whole in the last weeks, the newest first. */
    done: z.array(DoneAtHome),
    after: z.array(z.object({ day: Day, answer: NextDay })),
    link: z.object({ madeAt: Moment, usedAt: Moment.nullable() }).nullable(),
    proposals: z.array(HomeEntry.extend({ tier: Tier, level: z.number(), because: z.string(), adapts: z.boolean() })),
    /** What hurt at home lately, and is not proposed again until somebody has asked. */
    hurt: z.array(z.string()),
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
/**
 * Ticks the days of a table, Movement, Date and, where it is there, How; rows that are refused are said and left out.
 */
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

/** The file that plays at home: whole in itself, it loads nothing. */
export const readHomePage = route({
  method: 'GET',
  path: '/api/participants/:id/home/page',
  may: 'lead',
  notes: { did: 'made a handout', of: 'person' },
  file: 'text/html',
})
/** What was taken from what came back, and what was not. */
const TakenBack = z.object({
  home: StoredHomePractice.nullable(),
  /** How many ticks or notes are new, and how many were there already. */
  added: z.number(),
  same: z.number(),
  /** What is said of it: what was put right, what was left out and why. */
  words: z.array(z.string()),
})
export type TakenBack = z.infer<typeof TakenBack>
/** Ticks a week that was read out as a code. */
export const takeHomeCode = route({
  method: 'POST',
  path: '/api/participants/:id/home/code',
  may: 'lead',
  body: z.object({ code: z.string().trim().min(1, 'Type the code.').max(80, 'A code has 24 signs.') }),
  reply: TakenBack,
})
/** Takes the whole of what was done, as a file holds it or square codes show it. */
export const takeHomeReport = route({
  method: 'POST',
  path: '/api/participants/:id/home/report',
  may: 'lead',
  body: z.object({
    text: z.string().min(1, 'The file is empty.').max(400_000, 'This is too long for a practice at home.'),
  }),
  reply: TakenBack,
})
/** Makes somebody's link, by which their practice opens and comes back; the one before ends. */
export const makeHomeLink = route({
  method: 'POST',
  path: '/api/participants/:id/home/link',
  may: 'lead',
  reply: z.object({ path: z.string() }),
})
/** The handout with their link on it, to be printed while the link is known: it is not kept. */
export const printHomeLink = route({
  method: 'POST',
  path: '/api/participants/:id/home/handout',
  may: 'lead',
  notes: { did: 'made a handout', of: 'person' },
  body: z.object({ link: z.url('This is no link.').max(400) }),
  file: 'application/pdf',
})
/** Ends it at once. */
export const endHomeLink = route({
  method: 'DELETE',
  path: '/api/participants/:id/home/link',
  may: 'lead',
  reply: z.object({ ended: z.literal(true) }),
})
/** Somebody's own practice, by their link. */
export const openHomeLink = route({
  method: 'GET',
  path: '/api/at-home/:token',
  may: 'anybody',
  file: 'text/html',
})
/** What was done comes back by the link. */
export const sendByHomeLink = route({
  method: 'POST',
  path: '/api/at-home/:token',
  may: 'anybody',
  body: HomeReport,
  reply: z.object({ taken: z.number(), words: z.array(z.string()) }),
})
/** Who of a circle has something at home, and whose does not hold any more. */
export const readCircleAtHome = route({
  method: 'GET',
  path: '/api/circles/:id/at-home',
  may: 'lead',
  notes: { did: 'looked at home practice', of: 'circle' },
  reply: z.array(
    z.object({
      ...{ participant: Id, name: z.string(), number: z.number(), goodUntil: Day },
      /** Why it does not hold any more; empty: it holds. */
      outOfDate: z.array(z.string()),
    }),
  ),
})
/** All that a circle takes home, in one archive. */
export const readCircleHandouts = route({
  method: 'GET',
  path: '/api/circles/:id/handouts',
  may: 'lead',
  notes: { did: 'made a handout', of: 'circle' },
  file: 'application/zip',
})
