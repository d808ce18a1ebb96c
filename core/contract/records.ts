import { BalanceTime } from '../reflect/balanceTime'
import { FallPath } from '../reflect/fallPath'
import { z } from 'zod'
import { OutcomeEvent } from '../lead/outcome'
import { MeasureRecord, StoredMeasure } from '../measure/record'
import { ResultWords } from '../measure/resultWords'
import { Goal } from '../goal/goal'
import { Participant } from '../offer/participant'
import { ScreeningAnswers } from '../offer/screening'
import { Acted, LOOK_BACK_WEEKS, PersonBack, RegionDose } from '../reflect/lookBack'
import { TierStep } from '../reflect/tierMove'
import { LedgerEntry } from './ledger'
import { Day, Id, Moment, route } from './route'

/** How far to look back. */
export const Weeks = z.object({
  weeks: z.coerce
    .number()
    .pipe(z.literal(LOOK_BACK_WEEKS, `Look back over ${LOOK_BACK_WEEKS.join(', ')} weeks.`))
    .default(LOOK_BACK_WEEKS[1]),
})
/** Pairs of results that one person gave on one day, by measure. */
const SameDayPairs = z.record(z.string(), z.array(z.tuple([z.number(), z.number()]).readonly()))
/** One meeting as one person had it. */
export const PersonMeeting = z.object({
  meetingId: Id,
  startsAt: Moment,
  title: z.string(),
  came: z.boolean(),
  pain: z.number().nullable(),
  /** What holds for each block and side. */
  outcomes: z.array(OutcomeEvent),
})
export type PersonMeeting = z.infer<typeof PersonMeeting>
export const StoredScreening = z.object({
  id: Id,
  takenOn: Day,
  takenBy: z.string(),
  answers: ScreeningAnswers,
  /** A helper took it, and no lead has agreed yet: until then it only closes. */
  waits: z.boolean(),
})
export type StoredScreening = z.infer<typeof StoredScreening>
export const Profile = z.object({
  person: Participant,
  measures: z.array(StoredMeasure),
  pairs: SameDayPairs,
  /** The last six weeks, newest first. */
  meetings: z.array(PersonMeeting),
  lastCame: Moment.nullable(),
  goals: z.array(Goal),
  screenings: z.array(StoredScreening.omit({ answers: true })),
  /** The last changes of levels, dials and tiers. */
  moves: z.array(LedgerEntry),
  /** The next step between tiers; null: none. */
  tierStep: TierStep.nullable(),
  /** From three questions about falls to what helps. */
  falls: FallPath,
  /** Of the last four weeks. */
  balance: BalanceTime,
})
export type Profile = z.infer<typeof Profile>
export const PersonLookBack = z.object({
  person: Participant,
  weeks: z.literal(LOOK_BACK_WEEKS),
  since: Moment,
  back: PersonBack,
  /** Time on tissue at home, as the class's in `back.dose`. */
  home: z.array(RegionDose),
  goals: z.array(Goal),
  /** The school's weekly aim, seconds; null: none. */
  aim: z.number().nullable(),
  acted: z.array(Acted),
  measures: z.array(StoredMeasure),
  pairs: SameDayPairs,
})
export type PersonLookBack = z.infer<typeof PersonLookBack>
/** What a letter to a clinician needs besides what is known; the participant's consent first. */
export const LetterFields = z.object({
  addressedTo: z.string().trim().min(1, 'Say to whom it goes.').max(200, '200 characters at most.'),
  consentOn: Day,
  consentHow: z
    .string()
    .trim()
    .min(1, 'Say how they agreed: a letter is written only with their consent.')
    .max(300, '300 characters at most.'),
  questions: z.string().trim().min(1, 'Say what you ask of them.').max(1000, 'A thousand characters at most.'),
  weeks: z.literal(LOOK_BACK_WEEKS),
})
export type LetterFields = z.infer<typeof LetterFields>
export const StoredLetter = LetterFields.extend({
  id: Id,
  madeBy: z.string(),
  madeAt: Moment,
  /** The day on which they took their consent back; null: it stands. */
  withdrawnOn: Day.nullable(),
})
export type StoredLetter = z.infer<typeof StoredLetter>
export const readProfile = route({
  method: 'GET',
  path: '/api/participants/:id/profile',
  may: 'lead',
  notes: { did: 'looked at the profile', of: 'person' },
  reply: Profile,
})
/** A person's whole record as one file: a text to read, or JSON with `?as=json`. */
export const readRecord = route({
  method: 'GET',
  path: '/api/participants/:id/record',
  may: 'lead',
  notes: { did: 'took the record out', of: 'person' },
  query: z.object({ as: z.enum(['text', 'json']).default('text').catch('text') }),
  file: 'text/plain',
})
/** Results as they are said to the person: a sentence and a picture each, to take home. */
export const readResults = route({
  method: 'GET',
  path: '/api/participants/:id/results',
  may: 'lead',
  notes: { did: 'made a handout', of: 'person' },
  file: 'application/pdf',
})
export const readPersonLookBack = route({
  method: 'GET',
  path: '/api/participants/:id/look-back',
  may: 'lead',
  notes: { did: 'looked back', of: 'person' },
  query: Weeks,
  reply: PersonLookBack,
})
/** All results of one person with their corrections, oldest first. */
export const readMeasures = route({
  method: 'GET',
  path: '/api/participants/:id/measures',
  may: 'lead',
  notes: { did: 'looked at the profile', of: 'person' },
  reply: z.array(StoredMeasure),
})
/** Takes results in, from a lead or a helper, and says at once what each means. */
export const addMeasures = route({
  method: 'POST',
  path: '/api/participants/:id/measures',
  may: 'account',
  body: z.object({ records: z.array(MeasureRecord).min(1).max(20) }),
  reply: z.array(ResultWords),
})
/** A person's screenings, newest first; a helper writes one and cannot reopen it. */
export const readScreenings = route({
  method: 'GET',
  path: '/api/participants/:id/screenings',
  may: 'lead',
  notes: { did: 'looked at screenings', of: 'person' },
  reply: z.array(StoredScreening),
})
/** What is held to breath until it is cleared, and how much was found. */
const ScreenedWords = z.object({ waitsFor: z.array(z.string()), found: z.number() })
/**
 * Takes a screening in. Only a lead takes away what is on file, or lets a clearance hold: what a helper takes down
 * closes what is new at once, and waits for a lead with the rest.
 */
export const takeScreening = route({
  method: 'POST',
  path: '/api/participants/:id/screenings',
  may: 'account',
  body: z.object({
    id: Id,
    takenOn: z.iso.date('The day is written as year, month and day.'),
    answers: ScreeningAnswers,
    dropped: z.array(z.string().max(80)).max(40).default([]),
  }),
  reply: ScreenedWords,
})
/** A lead agrees to a screening that a helper took: now it clears, ends and settles what it says. */
export const agreeToScreening = route({
  method: 'PUT',
  path: '/api/participants/:id/screenings/:screening',
  may: 'lead',
  body: z.object({ dropped: z.array(z.string().max(80)).max(40).default([]) }),
  reply: ScreenedWords,
})
export const readLetters = route({
  method: 'GET',
  path: '/api/participants/:id/letters',
  may: 'lead',
  notes: { did: 'looked at letters', of: 'person' },
  reply: z.array(StoredLetter),
})
/** Writes a letter to a clinician, with the participant's consent recorded. */
export const writeLetter = route({
  method: 'POST',
  path: '/api/participants/:id/letters',
  may: 'lead',
  body: LetterFields,
  reply: z.array(StoredLetter),
})
/** They took their consent back: the letter is opened by nobody any more, and that it was written stays. */
export const withdrawConsent = route({
  method: 'POST',
  path: '/api/participants/:id/letters/:letter/withdraw',
  may: 'lead',
  reply: z.array(StoredLetter),
})
/** A letter as things stood when it was written. */
export const readLetter = route({
  method: 'GET',
  path: '/api/participants/:id/letters/:letter',
  may: 'lead',
  notes: { did: 'looked at letters', of: 'person' },
  file: 'application/pdf',
})
