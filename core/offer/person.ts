import { z } from 'zod'
import { PersonGap } from '../measure/gap'
import { Dial, Level, Region, SchoolId, Side, Tag, Tier } from '../catalogue/words'

export const Pace = z.enum(['brisk', 'usual', 'slow', 'very-slow'])
export type Pace = z.infer<typeof Pace>

export const Access = z.enum(['no', 'with-help', 'yes'])
export type Access = z.infer<typeof Access>

/** A health fact of one person. With a name under `clearedBy`, what that
 * clearance opens is only watched. */
export const PersonConsideration = z.object({
  consideration: z.string(),
  side: Side.default('both'),
  clearedBy: z.string().max(120).default(''),
  /** What the clearance opens; null or left out: everything that the fact closes. */
  opens: z.array(Tag).nullish(),
})
export type PersonConsideration = z.infer<typeof PersonConsideration>

/** The rung somebody works at on a ladder; one for each side where they differ. */
export const PersonLevel = z.object({ movement: z.string(), tier: Tier, side: Side, level: Level })
export type PersonLevel = z.infer<typeof PersonLevel>

/** How far somebody has turned a dial of the rung they work at; gone as soon as the rung changes. */
export const DialSetting = z.object({
  movement: z.string(),
  tier: Tier,
  /** Each side turns its own where sides differ. */
  side: Side.default('both'),
  dial: Dial,
  /** In the dial's own unit, as the catalogue gives it. */
  value: z.number(),
  /** ISO day of the meeting after which it was turned: what was done until then says nothing of it. */
  since: z.string(),
})
export type DialSetting = z.infer<typeof DialSetting>

/** How far a joint goes, as measured; what a pose imposes is held against it. Degrees. */
export const PersonRange = z.object({ range: z.string(), side: Side, degrees: z.number() })
export type PersonRange = z.infer<typeof PersonRange>

/** In a stretch that allows both: staying still, moving in rhythm, or as it comes. */
export const Preference = z.enum(['either', 'still', 'moving'])
export type Preference = z.infer<typeof Preference>

/** What pain usually is, 0–10; null: not known. */
export const UsualPain = z
  .number('Usual pain is a number from 0 to 10.')
  .int('Usual pain is a whole number.')
  .min(0, 'Usual pain is 0 at least.')
  .max(10, 'Usual pain is 10 at most.')
  .nullable()

/** An everyday task that somebody wants to be able to do: a goal of theirs, without their words. */
export const PersonTask = z.object({ task: z.string(), importance: z.number().int().min(1).max(3) })
export type PersonTask = z.infer<typeof PersonTask>

/** A region that hurts more than usual for some weeks. */
export const Flare = z.object({
  region: Region,
  /** Levels that are taken off in it. */
  levels: z.number().int().min(1).max(3),
  /** ISO days: since when, and until when nothing is raised. */
  since: z.iso.date('A date is written as year, month and day.'),
  until: z.iso.date('A date is written as year, month and day.'),
})
export type Flare = z.infer<typeof Flare>

/** Something that is not to be forgotten about somebody. */
export const Remembered = z.object({
  /** What names it, so that it can be looked at once. */
  key: z.string().max(120),
  kind: z.enum(['sharp-pain', 'stopped', 'hand', 'fall', 'faint', 'sore-days', 'at-home', 'after-home']),
  /** ISO day. */
  on: z.string(),
  /** The movement it was in; null: the person as a whole. */
  movement: z.string().nullable(),
  side: Side,
})
export type Remembered = z.infer<typeof Remembered>

/** What somebody's notes say of today beyond their levels: `believedToday` in core/reflect. */
export const BelievedToday = z.object({
  /** Where a movement that they never did begins, where that is not the usual start. */
  starts: z.array(z.object({ movement: z.string(), tier: Tier, level: z.number(), chance: z.number() })),
  /** After weeks away: levels to take off on each ladder, and how likely their own level still is. */
  back: z.array(z.object({ movement: z.string(), tier: Tier, side: Side, levels: z.number(), chance: z.number() })),
})
export type BelievedToday = z.infer<typeof BelievedToday>

/** What an offer needs to know of a person. */
export const Person = z.object({
  id: z.string(),
  name: z.string(),
  birthYear: z.number().int().nullable(),
  pace: Pace,
  homeTier: Tier,
  access: z.object({ bed: Access, chair: Access, standing: Access, floor: Access }),
  considerations: z.array(PersonConsideration),
  levels: z.array(PersonLevel),
  /** Newest first where a range was measured more than once. */
  ranges: z.array(PersonRange).default([]),
  prefers: Preference.default('either'),
  /** A school of their own, where they depart from the circle's. */
  school: SchoolId.nullable().default(null),
  dials: z.array(DialSetting).default([]),
  /** A tier they try out as a guest, before they may move there; null: none. */
  visiting: Tier.nullable().default(null),
  /** What was eased at once twice running: left out until a lead has looked and noted it. */
  leftOut: z
    .array(
      z.object({
        movement: z.string(),
        tier: Tier,
        /** Whether another movement for the same parts may stand in for it meanwhile. */
        standsIn: z.boolean().optional(),
        /** They are a guest to whom no lead has agreed: something closes it to them, and it is not said what. */
        asGuest: z.boolean().optional(),
      }),
    )
    .default([]),
  /** In the room on foot, by video from home, or in the room and staying in a wheelchair. */
  joins: z.enum(['room', 'video', 'wheelchair']).default('room'),
  /** What pain usually is, 0–10: everything is held against it. null: not known. */
  usualPain: UsualPain.optional(),
  /** Parts of the body that are flaring: worked easier for some weeks, then one level a meeting back. */
  flares: z.array(Flare).optional(),
  /** What hurt, or nearly: in front of whoever leads until somebody has looked at it and said so. */
  remembered: z.array(Remembered).optional(),
  /** Everyday tasks that they come for: their goals that are open. */
  comesFor: z.array(PersonTask).optional(),
  /** Where their own range is short of the helped one, or both are short. */
  rangeGaps: z.array(PersonGap).optional(),
  /** Left out: the usual starts, and a level less after weeks away. */
  believed: BelievedToday.optional(),
  /** ISO day of the last screening; null: never; left out: it does not matter here. */
  screenedOn: z.iso.date('A date is written as year, month and day.').nullable().optional(),
})
export type Person = z.infer<typeof Person>

/** What can be new at the door: all but *none* asks for a screening; a red flag for help. */
export const News = z.enum(['none', 'operation', 'fall', 'faint', 'fracture', 'red-flag'])
export type News = z.infer<typeof News>

/** How the days after the last meeting were. */
export const AfterDays = z.enum(['fine', 'sore-a-day', 'sore-days', 'worse'])
export type AfterDays = z.infer<typeof AfterDays>

const fields = {
  came: z.boolean(),
  pain: z
    .number('Pain is a number from 0 to 10.')
    .int()
    .min(0, 'Pain is 0 at least.')
    .max(10, 'Pain is 10 at most.')
    .nullable(),
  /** Today's word for what is usual; null: as it is written down of them. */
  usualPain: UsualPain,
  /** How it was after the last meeting, and where; null: not asked. */
  after: AfterDays.nullable(),
  afterWhere: z.array(Region).max(6, 'Six places at most.'),
  tired: z.boolean(),
  sore: z.boolean(),
  dizzy: z.boolean(),
  ill: z.boolean(),
  /** Came after the start. */
  late: z.boolean(),
  /** What is new since last time. */
  news: News,
  newsNote: z.string().max(300, 'A note has 300 characters at most.'),
}

/** How somebody is today. Pains are 0–10; null: not asked. */
export const Arrival = z.object({
  came: fields.came.default(false),
  pain: fields.pain.default(null),
  usualPain: fields.usualPain.default(null),
  after: fields.after.default(null),
  afterWhere: fields.afterWhere.default([]),
  tired: fields.tired.default(false),
  sore: fields.sore.default(false),
  dizzy: fields.dizzy.default(false),
  ill: fields.ill.default(false),
  late: fields.late.default(false),
  news: fields.news.default('none'),
  newsNote: fields.newsNote.default(''),
})
export type Arrival = z.infer<typeof Arrival>

/** What was said of somebody's arrival at one moment: what is not in it stays as it was. */
export const ArrivalSaid = z.object(fields).partial()
export type ArrivalSaid = z.infer<typeof ArrivalSaid>

export const USUAL_ARRIVAL: Arrival = Arrival.parse({ came: true })
