import { dayAfter, daysBetween } from './homeDay'
import type { HomeSheet } from './homeSheet'

/** What the days on which something was done say of the habit. */
export interface Habit {
  /** How many of the movements there are so far, from the first. */
  movements: number
  /** Days that are still wanted before the next one comes; null: all are there. */
  nextAfterDays: number | null
  /** Days of the last seven on which something was done, today among them. */
  daysThisWeek: number
  /** Weeks kept in a row, those that were let go by not counted; the week that is on counts as soon as it is kept. */
  weeksKept: number
}

const WEEK = 7

/**
 * How a practice has grown and is kept. It begins with some movements, and one more comes after so many days on which
 * something was done. A week is kept where the days agreed were done, or hardly fewer; a week that was not kept is let
 * go by, the second one running ends the row. Weeks are counted from the day the sheet was made.
 *
 * @param days ISO days on which something was done, in any order, some of them twice
 * @param today ISO day
 * @source common practice; how much is forgiven is ours
 * @example
 * habitNow({ beginsWith: 1, growsAfterDays: 3, daysAWeek: 4, forgiving: { days: 2, weeks: 1 }, movements: [],
 * handout: { madeOn: '2026-11-23' } }, ['2026-11-24', '2026-11-25', '2026-11-27'], '2026-11-28').daysThisWeek
 * // 3
 */
export function habitNow(
  sheet: Pick<HomeSheet, 'beginsWith' | 'growsAfterDays' | 'daysAWeek' | 'forgiving' | 'movements'> & {
    handout: { madeOn: string }
  },
  days: readonly string[],
  today: string,
): Habit {
  const done = new Set(days.filter((day) => day >= sheet.handout.madeOn && day <= today))
  const grown = sheet.beginsWith + Math.floor(done.size / sheet.growsAfterDays)
  const movements = Math.min(sheet.movements.length, grown)
  return {
    movements,
    nextAfterDays:
      movements < sheet.movements.length ? sheet.growsAfterDays - (done.size % sheet.growsAfterDays) : null,
    daysThisWeek: [...done].filter((day) => day > dayAfter(today, -WEEK)).length,
    weeksKept: weeksKept(done, sheet, today),
  }
}

function weeksKept(
  done: ReadonlySet<string>,
  { daysAWeek, forgiving, handout }: Parameters<typeof habitNow>[0],
  today: string,
): number {
  const now = Math.max(0, Math.floor(daysBetween(handout.madeOn, today) / WEEK))
  const inWeek = new Array<number>(now + 1).fill(0)
  for (const day of done) {
    const week = Math.floor(daysBetween(handout.madeOn, day) / WEEK)
    inWeek[week] = (inWeek[week] ?? 0) + 1
  }
  const wanted = Math.max(1, daysAWeek - forgiving.days)
  let [kept, missed] = [0, 0]
  for (const [week, count] of [...inWeek.entries()].toReversed()) {
    if (count >= wanted) {
      kept += 1
      missed = 0
    } else if (week !== now) {
      // The week that is on is not over yet.
      missed += 1
      if (missed > forgiving.weeks) break
    }
  }
  return kept
}
