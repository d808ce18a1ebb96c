import { addDays, endOfDay, isWithinInterval, startOfDay, subDays } from 'date-fns'
import type { Account } from '../../core/contract/account'
import type { Route } from '../../core/contract/route'

/** A device that was without the server for so long still hands in what was noted on it, days. */
const HANDED_IN_DAYS = 31

/** A meeting as far as it matters who may open it. */
interface Dated {
  /** ISO 8601. */
  startsAt: string
  /** The account that leads it. */
  ledBy: string | null
}

/** Whether somebody may open a meeting: a lead every one, a helper those of yesterday to tomorrow and their own. */
export function mayOpen({ id, role }: Pick<Account, 'id' | 'role'>, { startsAt, ledBy }: Dated, now: Date): boolean {
  if (role === 'lead' || ledBy === id) return true
  const theseDays = { start: startOfDay(subDays(now, 1)), end: endOfDay(addDays(now, 1)) }
  return isWithinInterval(startsAt, theseDays)
}

/** Whether somebody may ask a route of a meeting; handing in what was noted is open for longer than looking. */
export function mayAskOf(account: Pick<Account, 'id' | 'role'>, route: Route, meeting: Dated, now: Date): boolean {
  if (route.ofHelpers === undefined || mayOpen(account, meeting, now)) return true
  const lately = { start: subDays(now, HANDED_IN_DAYS), end: now }
  return route.ofHelpers === 'lately' && isWithinInterval(meeting.startsAt, lately)
}
