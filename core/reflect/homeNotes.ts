import { formatISO, parseISO, startOfWeek } from 'date-fns'
import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { Judgement } from '../catalogue/judgement'
import { lastOf } from '../entries'
import { grouped } from '../grouped'
import type { DatedOutcome } from './datedOutcome'
import type { HomePractice, HomeTicks, HowAtHome } from './homePractice'

/**
 * What was ticked at home, as notes: done, with how it was, by somebody who said so themselves, so worth as little as a
 * note of a whole group. A week of a movement is one note, the hardest and the worst of its days: five easy days say
 * what one says. A home practice is a level easier than the class, so it seldom says much; that somebody practises at
 * all does.
 *
 * @returns oldest first, each on the last day of its week that was ticked; a movement that is no longer known is left
 * out
 * @example
 * homeNotes('ann', { entries: [{ movement: 'bridge', variation: 'bridge.chair.2' }] }, { ticks: { bridge:
 * ['2026-11-20'] }, how: {} }, catalogue)[0].level
 * // 2
 */
export function homeNotes(
  participant: string,
  { entries }: { entries: readonly Pick<HomePractice['entries'][number], 'movement' | 'variation'>[] },
  home: Pick<HomeTicks, 'ticks' | 'how'> & Partial<HomeTicks>,
  { variations, judgement }: Pick<Catalogue, 'variations' | 'judgement'>,
): DatedOutcome[] {
  const notes = entries.flatMap(({ movement, variation }) => {
    const rung = variations.get(variation)
    if (!rung) return []
    const days = (home.ticks[movement] ?? []).toSorted()
    return [...grouped(days, weekOf).values()].map((week) => ({
      ...noteOf(participant, rung, lastOf(week)),
      ...worstOf(week.map((day) => saidOf(home.how[movement]?.[day], home.said?.[movement]?.[day], judgement))),
    }))
  })
  return notes.toSorted((a, b) => a.date.localeCompare(b.date))
}

/** The Monday of a day's week, ISO. */
const weekOf = (day: string) => formatISO(startOfWeek(parseISO(day), { weekStartsOn: 1 }), { representation: 'date' })

type Said = Pick<DatedOutcome, 'effort' | 'feel' | 'pain' | 'painKind'>

function noteOf(participant: string, rung: Variation, day: string): Omit<DatedOutcome, keyof Said> {
  return {
    ...{ id: `home ${rung.movement} ${day}`, at: Date.parse(day), blockId: 'home', participant },
    ...{ movement: rung.movement, tier: rung.tier, side: 'both', variation: rung.id, level: rung.level },
    ...{ dials: {}, own: null, done: 'done', target: 1, achieved: 1, unit: 'repetitions', form: null },
    ...{ evenness: null, cheat: '', painWhere: '', support: null, why: null, isGroup: true, takesBack: null },
    ...{ device: '', note: '', clears: [], meetingId: `home ${day}`, date: day, arrivalPain: null, usualPain: null },
  }
}

/**
 * Easy and hard are words of effort, where no number was given; what hurt has risen above the usual, or is the number
 * that was given.
 */
function saidOf(
  how: HowAtHome | undefined,
  numbers: HomeTicks['said'][string][string] | undefined,
  { pain }: Judgement,
): Said {
  const effort = numbers?.effort ?? null
  return {
    effort,
    feel: effort === null && (how === 'easy' || how === 'hard') ? how : null,
    pain: numbers?.pain ?? (how === 'hurt' ? pain.hurtAtHome : null),
    painKind: numbers?.sharp ? 'sharp' : null,
  }
}

/** The hardest of a week, and the worst pain. Where one day was not easy, the week was not. */
function worstOf(days: readonly Said[]): Said {
  const highest = (values: readonly (number | null)[]) => {
    const known = values.filter((value) => value !== null)
    return known.length > 0 ? Math.max(...known) : null
  }
  const effort = highest(days.map((day) => day.effort))
  const isHard = days.some(({ feel }) => feel === 'hard')
  const isEasy = days.every(({ feel }) => feel === 'easy')
  const feltEasy = isEasy && effort === null ? ('easy' as const) : null
  return {
    effort: isHard ? null : effort,
    feel: isHard ? 'hard' : feltEasy,
    pain: highest(days.map((day) => day.pain)),
    painKind: days.some(({ painKind }) => painKind === 'sharp') ? 'sharp' : null,
  }
}
