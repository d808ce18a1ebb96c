import { z } from 'zod'
import { SidePolicy, Tier } from '../catalogue/words'
import { Dose } from '../catalogue/dose'
import { VenueFields } from '../circle/circle'
import { SheetPart } from '../home/classSheet'
import { ClassEvent } from '../lead/classEvent'
import type { ShownClass } from '../lead/shownClass'
import { Id, Moment, route } from './route'

/** A way in for screens that only look: of one meeting, until it is over, or somebody ends it. */
export const ScreenPass = z.object({
  id: Id,
  withNames: z.boolean(),
  madeBy: z.string(),
  madeAt: Moment,
  endsAt: Moment,
  /** Whose own lane alone it shows; null: it shows the room. */
  forName: z.string().nullable(),
  /** How many screens came in by it. */
  screens: z.number().int(),
})
export type ScreenPass = z.infer<typeof ScreenPass>

const Moves = z.array(z.object({ from: z.string(), to: z.string(), cue: z.string(), seconds: z.number() }))
const sides = z.object({ sideHabit: z.enum(['left-right', 'first-second']), startSide: z.enum(['left', 'right']) })

/** What `ShownClass` holds, as it is sent. */
const Shown = z.object({
  title: z.string(),
  sides,
  blocks: z.array(z.object({ id: z.string(), movement: z.string(), dose: Dose, rounds: z.number(), part: z.string() })),
  lanes: z.record(
    z.string(),
    z.partialRecord(
      Tier,
      z.object({
        variations: z.array(z.string()),
        main: z.string().nullable(),
        felt: z.object({ feel: z.string(), notFeel: z.string() }).nullable(),
        moves: Moves,
        doing: z.object({ dose: Dose, sides: SidePolicy, parts: z.array(SheetPart) }),
        swing: z.object({ variation: z.string(), there: Moves, back: Moves }).nullable(),
      }),
    ),
  ),
  homeward: z.partialRecord(Tier, Moves),
  events: z.array(ClassEvent),
  cues: z.array(
    z.object({
      ...{ at: z.number(), intoStep: z.number(), step: z.number(), seconds: z.number(), runsOn: z.number() },
      ...{ lanes: z.array(Tier), say: z.string() },
      kind: z.custom<ShownClass['cues'][number]['kind']>((kind) => typeof kind === 'string'),
    }),
  ),
  people: z.array(z.object({ key: z.string(), name: z.string(), tier: Tier })),
}) satisfies z.ZodType<ShownClass>

const Place = z.object({ x: z.number(), y: z.number(), facingDeg: z.number() })
const Spot = z.object({ x: z.number(), y: z.number() })

/** The room from above with everybody's place, by keys. */
const ShownRoom = z.object({
  room: z.object({ lengthM: z.number(), widthM: z.number(), door: VenueFields.shape.door }),
  places: z.array(Place.extend({ key: z.string(), widthM: z.number(), depthM: z.number() })),
  instructor: Spot,
})

/** Everything that a screen in the room, or at somebody's home, shows of a class. */
export const ScreenView = z.object({
  shown: Shown,
  /** Null: nobody is in the room yet. */
  seats: ShownRoom.nullable(),
  /** Whether it shows one person's own lane alone. */
  isOwn: z.boolean(),
  startsAt: Moment,
  endsAt: Moment,
  /** The place in the meeting's order from which on the screen has to hear more. */
  sequence: z.number().int(),
  /** The server's clock, epoch milliseconds. */
  now: z.number(),
})
export type ScreenView = z.infer<typeof ScreenView>

/** Ways in that stand for a meeting. */
export const readScreenPasses = route({
  method: 'GET',
  path: '/api/meetings/:id/screen-passes',
  may: 'account',
  ofHelpers: 'these-days',
  notes: { did: 'looked at the meeting', of: 'meeting' },
  reply: z.array(ScreenPass),
})
/** Makes one; its code is shown this once. */
export const makeScreenPass = route({
  method: 'POST',
  path: '/api/meetings/:id/screen-passes',
  may: 'account',
  ofHelpers: 'these-days',
  /** Of a participant: their own lane alone, and nobody's name. */
  body: z.object({ withNames: z.boolean(), participant: Id.nullable().default(null) }),
  reply: z.object({ code: z.string(), pass: ScreenPass }),
})
/** Ends one: every screen that came in by it goes dark. */
export const endScreenPass = route({
  method: 'DELETE',
  path: '/api/meetings/:id/screen-passes/:pass',
  may: 'account',
  ofHelpers: 'these-days',
  reply: z.object({ ended: z.literal(true) }),
})
/** One person's own lane as a file that goes along with the class by itself. */
export const readLaneFile = route({
  method: 'GET',
  path: '/api/meetings/:id/lane-files/:person',
  may: 'account',
  ofHelpers: 'these-days',
  notes: { did: 'looked at the meeting', of: 'meeting' },
  file: 'text/html',
})
/** A screen comes in by a code. */
export const openScreen = route({
  method: 'POST',
  path: '/api/screen',
  may: 'anybody',
  body: z.object({ code: z.string('The code is needed.').max(40) }),
  reply: z.object({ title: z.string(), startsAt: Moment }),
})
export const readScreen = route({ method: 'GET', path: '/api/screen', may: 'screen', reply: ScreenView })
/** The server's clock, and that there is more to be read: server-sent events. */
export const followScreen = route({
  method: 'GET',
  path: '/api/screen/stream',
  may: 'screen',
  file: 'text/event-stream',
})
/** The screen goes. */
export const leaveScreen = route({
  method: 'DELETE',
  path: '/api/screen',
  may: 'screen',
  reply: z.object({ left: z.literal(true) }),
})
