import { z } from 'zod'
import { HealthDeed } from './healthDeed'
import { Id, Moment, route } from './route'

export const HealthLogEntry = z.object({
  id: z.number().int(),
  /** Null: of nobody by themselves, or of somebody who was erased. */
  participant: z.string().nullable(),
  /** Of whom or what: a name, a meeting, a circle; empty: of several. */
  about: z.string(),
  who: z.string(),
  did: HealthDeed,
  at: Moment,
})
export type HealthLogEntry = z.infer<typeof HealthLogEntry>

/** The oldest backup that is kept is of so many months ago: `KEPT` in bin/backups.mjs, and the month that is on. */
export const BACKUP_MONTHS = 13

/** Whether the server is alive: that it answers is all. */
export const readHealth = route({
  method: 'GET',
  path: '/api/health',
  may: 'anybody',
  reply: z.object({ ok: z.literal(true) }),
})
/**
 * How much is asked of the server and how it fares, as Prometheus reads it: times, errors, lines; of nobody by name.
 */
export const readMetrics = route({ method: 'GET', path: '/api/metrics', may: 'anybody', file: 'text/plain' })
/** Whether everything is in order; 503 with a sentence where nothing can be stored. */
export const readReady = route({
  method: 'GET',
  path: '/api/ready',
  may: 'anybody',
  reply: z.object({
    ok: z.literal(true),
    /** Whether whoever runs the installation backs it up, and not the start command. */
    isBackedUpElsewhere: z.boolean(),
    /** When everything was backed up last; null: not yet, or nobody knows. */
    lastBackup: Moment.nullable(),
    freeMb: z.number().nullable(),
    warnings: z.array(z.string()),
  }),
})
/** What is made up in the practice, in numbers; none where all of it was taken away. */
const MadeUp = z.object({
  people: z.number(),
  meetings: z.number(),
  /** Names of those who sign in as somebody made up. */
  accounts: z.array(z.string()),
  /** Why it cannot be taken away now; empty where it can. */
  not: z.string(),
})
export type MadeUp = z.infer<typeof MadeUp>
export const readMadeUp = route({ method: 'GET', path: '/api/made-up', may: 'lead', reply: MadeUp })
/** What real people are in stays: a circle of theirs, its venue, and what was led with them. */
export const removeMadeUp = route({ method: 'DELETE', path: '/api/made-up', may: 'lead', reply: MadeUp })
/** So many entries are a page. */
export const HEALTH_LOG_PAGE = 100
/** Who looked at or changed anybody's health data, newest first, a page at a time. */
export const readHealthLog = route({
  method: 'GET',
  path: '/api/health-log',
  may: 'lead',
  query: z.object({
    /** An entry's number: those before it. */
    before: z.coerce.number().int().min(1).optional(),
    /** Only what is of this person. */
    participant: Id.optional(),
    /** Only what this account did. */
    account: Id.optional(),
  }),
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
export const exportPeople = route({
  method: 'GET',
  path: '/api/exports/people',
  may: 'lead',
  notes: { did: 'took the record out', of: 'practice' },
  file: 'text/csv',
})
export const exportMeasures = route({
  method: 'GET',
  path: '/api/exports/measures',
  may: 'lead',
  notes: { did: 'took measures out', of: 'practice' },
  file: 'text/csv',
})
export const exportOutcomes = route({
  method: 'GET',
  path: '/api/exports/outcomes',
  may: 'lead',
  notes: { did: 'took outcomes out', of: 'practice' },
  file: 'text/csv',
})
/** A file that leaves with everybody's health in it: OpenPGP under a passphrase, and zipped lines of JSON in that. */
export const exportArchive = route({
  method: 'POST',
  path: '/api/exports/archive',
  may: 'lead',
  body: z.object({
    passphrase: z
      .string('A passphrase is needed.')
      .min(12, 'A passphrase has 12 characters at least: a few words that do not belong together.')
      .max(200, 'A passphrase has 200 characters at most.'),
  }),
  notes: { did: 'took the archive out', of: 'practice' },
  file: 'application/pgp-encrypted',
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
