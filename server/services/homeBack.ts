import { addDays, format, formatISO, parseISO } from 'date-fns'
import type { TakenBack } from '../../core/contract/homePractice'
import { counted } from '../../core/sentence'
import { GIVEN_BACK_DAYS, daysBetween, type HomeTick } from '../../core/home/homeDay'
import { HomeReport, ticksOf } from '../../core/home/homeReport'
import { readReportText } from '../../core/home/reportText'
import { codeRefusalWords, readWeekCode, type CodeRefusal, type ReadWeek } from '../../core/home/weekCode'
import {
  addHomeAfter,
  addHomeDone,
  handoutBy,
  handoutsOf,
  homeDoneOf,
  type StoredHandout,
} from '../database/homeHandouts'
import { homePracticeOf, tickHome } from '../database/homePractices'
import { participantById } from '../database/people'
import { NotFound, type Acting } from '../database/rows'
import { inTransaction } from '../database/transaction'
import { notValid } from '../http/refuse'

const dayWords = (day: string) => format(parseISO(day), 'd MMMM')
const todayOf = (now: Date) => formatISO(now, { representation: 'date' })

/**
 * Takes a week that was read out: tried against all that they have taken home lately, the newest first.
 *
 * @throws 422 at the code where it cannot be read, with where it is wrong if that can be told
 */
export async function takeCode(scope: Acting, participantId: string, code: string, now: Date): Promise<TakenBack> {
  const { id } = await participantById(scope, participantId)
  const today = todayOf(now)
  const handouts = await handoutsOf(scope, id)
  if (handouts.length === 0) throw new NotFound('Nothing is chosen for home yet.')
  // A day is given for a clock that is ahead.
  const latest = formatISO(addDays(now, 1), { representation: 'date' })
  const recent = handouts.filter(({ madeOn }) => daysBetween(madeOn, today) <= 2 * GIVEN_BACK_DAYS)
  const tried = (recent.length > 0 ? recent : handouts.slice(0, 1)).map((handout) => ({
    handout,
    read: readWeekCode(code, handout, handout.practice.entries.length, latest),
  }))
  const fits = tried.flatMap(({ handout, read }) => ('refused' in read ? [] : [{ handout, read }]))
  // One that fits as it is comes before one that fits with a sign put right.
  const [best] = fits.toSorted((a, b) => Number(a.read.corrected !== null) - Number(b.read.corrected !== null))
  if (!best) throw notValid({ code: codeRefusalWords(mostTelling(tried.map(({ read }) => read))) })
  const { handout, read } = best
  const taken = await addTicks(scope, handout, read.ticks)
  const words = [
    `The week until ${dayWords(read.until)}.`,
    ...(read.corrected
      ? [`Sign ${read.corrected.at} was ${read.corrected.wrote} and is ${read.corrected.meant}: put right.`]
      : []),
  ]
  return { ...taken, words }
}

/** Of several refusals the one that says most: of a wrong sign, rather than that it is of another handout. */
function mostTelling(read: readonly (ReadWeek | { refused: CodeRefusal })[]): CodeRefusal {
  const refused = read.flatMap((one) => ('refused' in one ? [one.refused] : []))
  const isTelling = (one: CodeRefusal) => one.kind !== 'handout' && !(one.kind === 'wrong' && one.groups.length === 0)
  return refused.find(isTelling) ?? refused[0] ?? { kind: 'handout' }
}

async function addTicks(
  scope: Acting,
  { participant, practice }: StoredHandout,
  ticks: readonly HomeTick[],
): Promise<Omit<TakenBack, 'words'>> {
  const before = await homePracticeOf(scope, participant)
  const named = ticks.flatMap(({ movement, day, face, hurt }) => {
    const entry = practice.entries[movement]
    return entry ? [{ movement: entry.movement, day, done: true, how: hurt ? ('hurt' as const) : face }] : []
  })
  const isKnown = ({ movement, day, how }: (typeof named)[number]) =>
    (before?.ticks[movement] ?? []).includes(day) && before?.how[movement]?.[day] === how
  await inTransaction(scope.db, async (trx) => {
    for (const tick of named) if (!isKnown(tick)) await tickHome({ ...scope, db: trx }, participant, tick)
  })
  const same = named.filter(isKnown).length
  return { home: await homePracticeOf(scope, participant), added: named.length - same, same }
}

/** Reads a file, or the text of a square code. */
export function reportIn(text: string): HomeReport {
  const shown = readReportText(text.trim())
  if (shown) return shown
  const parsed = HomeReport.safeParse(jsonIn(text))
  if (!parsed.success)
    throw notValid({ text: parsed.error.issues[0]?.message ?? 'This is no file of a practice at home.' })
  return parsed.data
}
function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    throw notValid({ text: 'This is no file of a practice at home.' })
  }
}

/**
 * Takes the whole of what was done with a handout. Handing in twice is one; days that cannot be are left out and said.
 *
 * @throws 422 where it is of another practice, of somebody else, or of no handout that was made
 */
export async function takeReport(
  scope: Acting,
  participantId: string,
  report: HomeReport,
  { cameBy, now }: { cameBy: 'file' | 'picture' | 'link'; now: Date },
): Promise<TakenBack> {
  const handout = await handoutOfReport(scope, participantId, report)
  const { entries } = handout.practice
  const latest = formatISO(addDays(now, 1), { representation: 'date' })
  const isEarly = ({ at }: { at: string }) => at.slice(0, 10) < handout.madeOn
  const isLate = ({ at }: { at: string }) => at.slice(0, 10) > latest
  const good = report.done.filter((one) => !isEarly(one) && !isLate(one) && entries[one.movement])
  const named = good.flatMap(({ movement, ...one }) => {
    const entry = entries[movement]
    return entry ? [{ ...one, movement: entry.movement }] : []
  })
  const known = (await homeDoneOf(scope, [handout.participant], handout.madeOn)).get(handout.participant) ?? []
  const keys = new Set(known.map(({ movement, at }) => `${movement} ${at}`))
  const added = named.filter(({ movement, at }) => !keys.has(`${movement} ${at}`))
  await inTransaction(scope.db, async (trx) => {
    const within = { ...scope, db: trx }
    await addHomeDone(within, handout, added, cameBy)
    await addHomeAfter(within, handout.participant, report.after)
  })
  const { home } = await addTicks(scope, handout, ticksOf(good))
  const words = [
    ...leftOut(report.done.filter(isEarly).length, `before the sheet was made on ${dayWords(handout.madeOn)}`),
    ...leftOut(report.done.filter(isLate).length, 'still to come'),
  ]
  return { home, added: added.length, same: named.length - added.length, words }
}

const leftOut = (count: number, why: string): string[] =>
  count === 0 ? [] : [`${counted(count, 'note')} left out: the day is ${why}. Is the clock of that device right?`]

async function handoutOfReport(scope: Acting, participantId: string, { handout }: HomeReport): Promise<StoredHandout> {
  const { id } = await participantById(scope, participantId)
  if (handout.practice !== scope.practiceId)
    throw notValid({ text: 'This comes from the handout of another practice. Nothing was taken.' })
  const known = await handoutBy(scope, handout.number)
  if (!known || known.madeOn !== handout.madeOn)
    throw notValid({ text: 'This practice has made no such handout: it may stand in a backup that was not restored.' })
  if (known.participant !== id) {
    const { name } = await participantById(scope, known.participant)
    throw notValid({ text: `This is ${name}’s. Open their page and read it there.` })
  }
  return known
}
