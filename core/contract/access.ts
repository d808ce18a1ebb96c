import { z } from 'zod'
import { Account, Role } from './account'
import { Id, Moment, route } from './route'

/** Passwords have so many characters at least; what else they may not be, the server says. */
const PASSWORD_AT_LEAST = 10
export const NewPassword = z
  .string('A password is needed.')
  .min(PASSWORD_AT_LEAST, `A password has ${PASSWORD_AT_LEAST} characters at least.`)
  .max(200, 'A password has 200 characters at most.')
const Name = z.string('A name is needed.').trim().min(1, 'A name is needed.').max(120)
const Email = z.email('This is not an e-mail address.').max(190)
/** One that somebody gives to show who they are. */
const OwnPassword = z.string('Your password is needed.').min(1, 'Your password is needed.').max(200)
/** Six digits of an authenticator, with spaces or without. */
const OneTimeCode = z
  .string('The code is needed.')
  .transform((text) => text.replace(/\s/g, ''))
  .pipe(z.string().regex(/^\d{6}$/, 'A code has six digits.'))

export const NewAccountFields = z.object({ name: Name, email: Email, role: Role, password: NewPassword })

const NewPracticeFields = NewAccountFields.omit({ role: true }).extend({
  practice: z.string('The practice needs a name.').trim().min(1, 'The practice needs a name.').max(120),
  /** Printed where the server was started: whoever sets up was there. */
  code: z.string('The code of the start window is needed.').trim().min(1, 'The code of the start window is needed.'),
})

/** Where somebody is signed in. */
const Session = z.object({
  id: Id,
  /** The browser and the system, as far as it says. */
  on: z.string(),
  madeAt: Moment,
  seenAt: Moment,
  /** Whether it is the one that asks. */
  isThis: z.boolean(),
})
export type Session = z.infer<typeof Session>

/** What somebody knows of their own sign-in. */
const OwnAccess = z.object({
  hasSecondFactor: z.boolean(),
  /** Recovery codes that were not used yet. */
  recoveryCodesLeft: z.number(),
  /** Where people at home may ring; empty: not said. */
  telephone: z.string(),
  sessions: z.array(Session),
})
export type OwnAccess = z.infer<typeof OwnAccess>

/** Codes as they are printed, shown this once. */
const RecoveryCodes = z.object({ codes: z.array(z.string()) })
const Done = z.object({ done: z.literal(true) })

/** What happened to access: who signed in, who tried to, and what became of accounts. */
export const AccessDeed = z.enum([
  'signed in',
  'signed in with a recovery code',
  'gave a wrong password',
  'gave a wrong one-time code',
  'gave a wrong recovery code',
  'was made to wait',
  'signed out',
  'changed the own password',
  'made recovery codes',
  'set up one-time codes',
  'gave up one-time codes',
  'ended a session',
  'added an account',
  'changed an account',
  'set a password',
  'ended all sessions of',
  'removed an account',
  'set up the practice',
  'made a code for screens',
  'made a file of a lane',
  'ended a code for screens',
  'took data out',
])
export type AccessDeed = z.infer<typeof AccessDeed>

const AccessEntry = z.object({
  id: z.number(),
  at: Moment,
  /** Empty: nobody knows. */
  who: z.string(),
  did: AccessDeed,
  /** Whom or what it was done to; the address that was tried. */
  about: z.string(),
  /** Where the request came from. */
  from: z.string(),
})
export type AccessEntry = z.infer<typeof AccessEntry>

export const signIn = route({
  method: 'POST',
  path: '/api/session',
  may: 'anybody',
  body: z.object({
    email: z.string('Your e-mail address is needed.').min(1, 'Your e-mail address is needed.').max(190),
    password: OwnPassword,
    /** Where the account has a second factor; asked for once the password was right. */
    code: OneTimeCode.optional(),
  }),
  reply: Account,
})
/** Signs in with a printed recovery code, and sets a new password. */
export const recover = route({
  method: 'POST',
  path: '/api/session/recovery',
  may: 'anybody',
  body: z.object({
    email: z.string('Your e-mail address is needed.').min(1, 'Your e-mail address is needed.').max(190),
    recoveryCode: z.string('A recovery code is needed.').trim().min(1, 'A recovery code is needed.').max(60),
    password: NewPassword,
  }),
  reply: Account,
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
  query: z.object({ code: z.string('The code of the start window is needed.').trim().default('') }),
  /** How many rows each table got. */
  reply: z.record(z.string(), z.number()),
})

export const readOwnAccess = route({ method: 'GET', path: '/api/account', may: 'account', reply: OwnAccess })
/** The number on what people take home. */
export const setOwnTelephone = route({
  method: 'PUT',
  path: '/api/account/telephone',
  may: 'account',
  body: z.object({ telephone: z.string().trim().max(40, 'A telephone number has 40 characters at most.') }),
  reply: Done,
})
/** Ends all other sessions of the account. */
export const changeOwnPassword = route({
  method: 'PUT',
  path: '/api/account/password',
  may: 'account',
  body: z.object({ oldPassword: OwnPassword, password: NewPassword }),
  reply: Done,
})
/** New codes; those from before hold no longer. */
export const makeRecoveryCodes = route({
  method: 'POST',
  path: '/api/account/recovery-codes',
  may: 'account',
  body: z.object({ password: OwnPassword }),
  reply: RecoveryCodes,
})
/** Begins: the authenticator takes the secret over, and nothing is asked of anybody until it gave a code. */
export const beginSecondFactor = route({
  method: 'POST',
  path: '/api/account/second-factor',
  may: 'lead',
  body: z.object({ password: OwnPassword }),
  reply: z.object({
    secret: z.string(),
    /** The same as a picture that an authenticator reads: SVG. */
    picture: z.string(),
  }),
})
export const confirmSecondFactor = route({
  method: 'PUT',
  path: '/api/account/second-factor',
  may: 'lead',
  body: z.object({ code: OneTimeCode }),
  reply: RecoveryCodes,
})
export const endSecondFactor = route({
  method: 'DELETE',
  path: '/api/account/second-factor',
  may: 'account',
  body: z.object({ password: OwnPassword }),
  reply: Done,
})
export const endSession = route({
  method: 'DELETE',
  path: '/api/account/sessions/:id',
  may: 'account',
  reply: Done,
})

export const readAccounts = route({ method: 'GET', path: '/api/accounts', may: 'lead', reply: z.array(Account) })
export const addAccount = route({
  method: 'POST',
  path: '/api/accounts',
  may: 'lead',
  body: NewAccountFields,
  reply: Account,
})
/** Another role ends the account's sessions. */
export const changeAccount = route({
  method: 'PUT',
  path: '/api/accounts/:id',
  may: 'lead',
  body: z.object({ name: Name, role: Role }),
  reply: Account,
})
/** A lead helps somebody who has forgotten theirs: it ends their sessions, and takes their second factor away. */
export const setPassword = route({
  method: 'PUT',
  path: '/api/accounts/:id/password',
  may: 'lead',
  body: z.object({ password: NewPassword }),
  reply: Done,
})
export const endSessionsOf = route({
  method: 'DELETE',
  path: '/api/accounts/:id/sessions',
  may: 'lead',
  reply: Done,
})
/** What the account did keeps its name. */
export const removeAccount = route({ method: 'DELETE', path: '/api/accounts/:id', may: 'lead', reply: Done })
/** So many entries are a page. */
export const ACCESS_LOG_PAGE = 100
/** Newest first, a page at a time. */
export const readAccessLog = route({
  method: 'GET',
  path: '/api/access-log',
  may: 'lead',
  query: z.object({ before: z.coerce.number().int().optional() }),
  reply: z.array(AccessEntry),
})
