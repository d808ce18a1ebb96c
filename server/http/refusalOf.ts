import { CatalogueError } from '../../core/catalogue/catalogue'
import { UnreadableFile } from '../../core/formats/table'
import { databaseErrorOf } from '../database/databaseError'
import { LastLead } from '../database/accounts'
import { NotFound, OlderVersion, PracticeFull, TakenElsewhere, TooMuchWritten } from '../database/rows'
import { TooManyTries } from '../session/tooManyTries'
import { AnsweredMeanwhile, ProposedOtherwise, WrongAnswers } from '../services/settleDecisions'
import { log } from '../observed/log'
import { notValid, refusal } from './refuse'

/** How an error is answered that handling a route has thrown; one that nobody foresaw stays as it is. */
export function refusalOf({ method, path }: { method: string; path: string }, error: unknown): unknown {
  if (error instanceof NotFound) return refusal(404, 'not-found', error.message)
  if (error instanceof TakenElsewhere) return refusal(409, 'taken', error.message)
  if (error instanceof TooMuchWritten) return refusal(409, 'too-much', error.message)
  if (error instanceof PracticeFull) return refusal(409, 'practice-full', error.message)
  if (error instanceof OlderVersion) return refusal(409, 'older-version', error.message, { current: error.current })
  if (error instanceof UnreadableFile) return notValid({ text: error.message }, error.message)
  if (error instanceof CatalogueError) return notValid(error.byPath(), 'This movement cannot be kept as it is.')
  if (error instanceof WrongAnswers) return notValid(error.fields)
  if (error instanceof AnsweredMeanwhile) return refusal(409, 'answered-meanwhile', error.message)
  if (error instanceof ProposedOtherwise) return refusal(409, 'proposed-otherwise', error.message)
  if (error instanceof LastLead) return refusal(409, 'last-lead', error.message)
  if (error instanceof TooManyTries) return refusal(429, 'too-many-tries', error.message)
  const known = databaseErrorOf(error)
  if (!known) return error
  // Into the log without what was to be stored.
  const { code, table } = known
  const said = `${method} ${path}: ${code}${table === '' ? '' : ` in ${table}`}`
  log({ level: 'error', said, method, route: path, code, table })
  return known.isAway || known.isInTheWay
    ? refusal(503, 'database-away', 'The database takes nothing at the moment. What you typed is kept; try again soon.')
    : refusal(500, 'database', 'The database could not do this. What you typed is kept.')
}
