import { z } from 'zod'
import { dayAfter, daysBetween, FACES, HandoutId } from './homeDay'
import { NextDay, type HomeDone, type HomeReport } from './homeReport'
import { entryAt } from '../entries'

/** A picture with more signs is not read from a telephone's screen by a tablet's camera; ours. */
const SIGNS_AT_MOST = 700
/** What such a text begins with, so that a stray picture is not taken for one. */
const MARK = 'UNHURRIED CIRCLE AT HOME 1 '

const [STOPPED, SHARP] = [1, 2]
type Row = [
  movement: number,
  day: number,
  minute: number,
  flags: number,
  face: number,
  effort: number,
  pain: number,
  word: string,
]

/**
 * What was done as short texts for square codes: as many as it takes, each a report of its own.
 *
 * @returns one text at least
 * @example
 * reportTexts({ handout: { practice: 'a', number: 7, madeOn: '2026-11-23' }, done: [], after: {} }).length // 1
 */
export function reportTexts({ handout, done, after }: Omit<HomeReport, 'format' | 'version'>): string[] {
  const textOf = (rows: readonly Row[], after: HomeReport['after']) =>
    `${MARK}${JSON.stringify([handout.practice, handout.number, handout.madeOn, rows, after])}`
  const texts: string[] = []
  let rows: Row[] = []
  for (const one of done) {
    const row = rowOf(one, handout.madeOn)
    if (rows.length > 0 && textOf([...rows, row], {}).length > SIGNS_AT_MOST) {
      texts.push(textOf(rows, {}))
      rows = []
    }
    rows.push(row)
  }
  return [...texts, textOf(rows, after)]
}

const rowOf = ({ movement, at, stopped, sharp, face, effort, pain, word }: HomeDone, madeOn: string): Row => [
  movement,
  daysBetween(madeOn, at.slice(0, 10)),
  60 * Number(at.slice(11, 13)) + Number(at.slice(14, 16)),
  (stopped ? STOPPED : 0) + (sharp ? SHARP : 0),
  FACES.indexOf(face),
  effort ?? -1,
  pain ?? -1,
  word,
]

const score = z.number().int().min(-1).max(10)
const ReportRow = z.tuple([
  z.number().int().min(0).max(4),
  z.number().int().min(-400).max(400),
  z.number().int().min(0).max(1439),
  z.number().int().min(0).max(3),
  z.number().int().min(0).max(2),
  score,
  score,
  z.string().max(200),
])
const ReportText = z.tuple([
  HandoutId.shape.practice,
  HandoutId.shape.number,
  HandoutId.shape.madeOn,
  z.array(ReportRow).max(200),
  z.record(z.iso.date(), NextDay),
])

/**
 * Reads what a square code says.
 *
 * @returns null where it is none of a practice at home
 * @example
 * readReportText('https://example.org') // null
 */
export function readReportText(text: string): HomeReport | null {
  if (!text.startsWith(MARK)) return null
  const parsed = ReportText.safeParse(jsonIn(text.slice(MARK.length)))
  if (!parsed.success) return null
  const [practice, number, madeOn, rows, after] = parsed.data
  return {
    ...{ format: 'unhurried-circle-home-report', version: 1, handout: { practice, number, madeOn }, after },
    done: rows.map(([movement, day, minute, flags, face, effort, pain, word]) => ({
      movement,
      at: `${dayAfter(madeOn, day)}T${clock(Math.floor(minute / 60))}:${clock(minute % 60)}`,
      stopped: (flags & STOPPED) > 0,
      sharp: (flags & SHARP) > 0,
      face: entryAt(FACES, face),
      effort: effort < 0 ? null : effort,
      pain: pain < 0 ? null : pain,
      word,
    })),
  }
}

const clock = (number: number) => String(number).padStart(2, '0')

function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}
