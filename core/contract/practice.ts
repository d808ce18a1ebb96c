import { z } from 'zod'
import { Id, Moment, route } from './route'

/** A lead sees all; a helper leads and logs, and sees of health what today needs. */
export const Role = z.enum(['lead', 'helper'], 'A role is lead or helper.')
export type Role = z.infer<typeof Role>

/** Somebody who signs in. */
export const Account = z.object({
  id: Id,
  practiceId: Id,
  practiceName: z.string(),
  email: z.string(),
  name: z.string(),
  role: Role,
})
export type Account = z.infer<typeof Account>

export const NewAccountFields = z.object({
  name: z.string('A name is needed.').trim().min(1, 'A name is needed.').max(120),
  email: z.email('This is not an e-mail address.').max(190),
  role: Role,
  password: z.string('A password is needed.').min(10, 'A password has 10 characters at least.').max(200),
})

const NewPracticeFields = NewAccountFields.omit({ role: true }).extend({
  practice: z.string('The practice needs a name.').trim().min(1, 'The practice needs a name.').max(120),
})

/** What somebody did with a person's health data. */
export const HealthDeed = z.enum([
  'looked at the person',
  'looked at the profile',
  'changed the person',
  'took a screening',
  'looked at screenings',
  'entered measures',
  'placed levels',
  'took the record out',
  'made a handout',
  'looked back',
  'wrote a letter',
  'took the archive out',
  'took measures out',
  'took outcomes out',
  'imported',
  'erased the record',
])
export type HealthDeed = z.infer<typeof HealthDeed>

export const HealthLogEntry = z.object({
  /** Null once the person was erased. */
  participant: z.string().nullable(),
  participantName: z.string(),
  who: z.string(),
  did: HealthDeed,
  at: Moment,
})
export type HealthLogEntry = z.infer<typeof HealthLogEntry>

/** Whether everything is in order; 503 with a sentence where nothing can be stored. */
export const readHealth = route({
  method: 'GET',
  path: '/api/health',
  may: 'anybody',
  reply: z.object({
    ok: z.literal(true),
    /** When everything was backed up last; null: not yet, or nobody knows. */
    lastBackup: Moment.nullable(),
    freeMb: z.number().nullable(),
    warnings: z.array(z.string()),
  }),
})
export const signIn = route({
  method: 'POST',
  path: '/api/session',
  may: 'anybody',
  body: z.object({
    email: z.string('Your e-mail address is needed.').min(1, 'Your e-mail address is needed.').max(190),
    password: z.string('Your password is needed.').min(1, 'Your password is needed.').max(200),
  }),
  reply: Account,
})
export const signOut = route({
  method: 'DELETE',
  path: '/api/session',
  may: 'account',
  reply: z.object({ signedOut: z.literal(true) }),
})
export const readSetup = route({
  method: 'GET',
  path: '/api/setup',
  may: 'anybody',
  reply: z.object({ needed: z.boolean() }),
})
export const setUp = route({
  method: 'POST',
  path: '/api/setup',
  may: 'anybody',
  body: NewPracticeFields,
  reply: Account,
})
/** The body is the archive's file as it was taken out. */
export const restoreArchive = route({
  method: 'POST',
  path: '/api/setup/archive',
  may: 'anybody',
  /** How many rows each table got. */
  reply: z.record(z.string(), z.number()),
})
export const readAccounts = route({ method: 'GET', path: '/api/accounts', may: 'lead', reply: z.array(Account) })
export const addAccount = route({
  method: 'POST',
  path: '/api/accounts',
  may: 'lead',
  body: NewAccountFields,
  reply: Account,
})
/** Who looked at or changed anybody's health data, newest first. */
export const readHealthLog = route({
  method: 'GET',
  path: '/api/health-log',
  may: 'lead',
  reply: z.array(HealthLogEntry),
})

const Imported = z.object({
  done: z.boolean(),
  rows: z.array(
    z.object({
      line: z.number(),
      name: z.string(),
      does: z.enum(['add', 'change', 'same', 'refuse']),
      words: z.array(z.string()),
    }),
  ),
})
export type ImportedRow = z.infer<typeof Imported>['rows'][number]
const Spreadsheet = z.object({ text: z.string().min(1, 'The file is empty.'), commit: z.boolean().default(false) })
/** Spreadsheets and calendars may be so large. */
const FILE_AT_MOST_MB = 2

export const importPeople = route({
  method: 'POST',
  path: '/api/imports/people',
  may: 'lead',
  body: Spreadsheet,
  atMostMb: FILE_AT_MOST_MB,
  reply: Imported,
})
export const importMeasures = route({
  method: 'POST',
  path: '/api/imports/measures',
  may: 'lead',
  body: Spreadsheet,
  atMostMb: FILE_AT_MOST_MB,
  reply: Imported,
})
export const importCalendar = route({
  method: 'POST',
  path: '/api/imports/calendar',
  may: 'lead',
  body: z.object({
    text: z.string().min(1, 'The file is empty.'),
    circleId: z.uuid('Choose a circle.'),
    zone: z.string(),
    commit: z.boolean().default(false),
  }),
  atMostMb: FILE_AT_MOST_MB,
  reply: z.object({
    done: z.boolean(),
    rows: z.array(
      z.object({
        kind: z.enum(['holiday', 'series', 'meeting', 'refused']),
        title: z.string(),
        words: z.string(),
      }),
    ),
  }),
})
/** The body is an archive's file: it is read to its end, and nothing of it is stored. */
export const checkArchive = route({
  method: 'POST',
  path: '/api/imports/archive-check',
  may: 'lead',
  reply: z.object({ rows: z.record(z.string(), z.number()) }),
})
export const exportPeople = route({ method: 'GET', path: '/api/exports/people', may: 'lead', file: 'text/csv' })
export const exportMeasures = route({ method: 'GET', path: '/api/exports/measures', may: 'lead', file: 'text/csv' })
export const exportOutcomes = route({ method: 'GET', path: '/api/exports/outcomes', may: 'lead', file: 'text/csv' })
export const exportArchive = route({
  method: 'GET',
  path: '/api/exports/archive',
  may: 'lead',
  file: 'application/gzip',
})
/** The dates of all circles, or of one. */
export const exportCalendar = route({
  method: 'GET',
  path: '/api/exports/calendar',
  may: 'account',
  query: z.object({ circle: z.uuid().optional().catch(undefined) }),
  file: 'text/calendar',
})

/** The server's time, epoch milliseconds: by it all devices lead. */
export const readTime = route({
  method: 'GET',
  path: '/api/time',
  may: 'anybody',
  reply: z.object({ now: z.number() }),
})
