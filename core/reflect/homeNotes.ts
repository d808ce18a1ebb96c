import type { Catalogue } from '../catalogue/catalogue'
import type { Judgement } from '../catalogue/judgement'
import type { DatedOutcome } from './datedOutcome'
import type { HomePractice, HomeTicks, HowAtHome } from './homePractice'

/**
 * What was ticked at home, as notes: done, with how it was, by somebody who said so themselves, so worth as little as a
 * note of a whole group. A home practice is a level easier than the class, so it seldom says much; that somebody practises at all does.
 *
 * @returns oldest first; a movement that is no longer known is left out
 * @example
 * homeNotes('ann', { entries: [{ movement: 'bridge', variation: 'bridge.chair.2' }] }, { ticks: { bridge:
 * ['2026-11-20'] }, how: {} }, catalogue)[0].level
 * // 2
 */
export function homeNotes(
  participant: string,
  { entries }: { entries: readonly Pick<HomePractice['entries'][number], 'movement' | 'variation'>[] },
  { ticks, how, said = {} }: Pick<HomeTicks, 'ticks' | 'how'> & Partial<HomeTicks>,
  { variations, judgement }: Pick<Catalogue, 'variations' | 'judgement'>,
): DatedOutcome[] {
  const notes = entries.flatMap(({ movement, variation }) => {
    const rung = variations.get(variation)
    if (!rung) return []
    return (ticks[movement] ?? []).map((day): DatedOutcome => ({
      id: `home ${movement} ${day}`,
      at: Date.parse(day),
      blockId: 'home',
      participant,
      movement,
      tier: rung.tier,
      side: 'both',
      variation,
      level: rung.level,
      dials: {},
      own: null,
      done: 'done',
      target: 1,
      achieved: 1,
      unit: 'repetitions',
      ...saidOf(how[movement]?.[day], said[movement]?.[day], judgement),
      form: null,
      evenness: null,
      cheat: '',
      painWhere: '',
      support: null,
      why: null,
      isGroup: true,
      takesBack: null,
      device: '',
      note: '',
      clears: [],
      meetingId: `home ${day}`,
      date: day,
      arrivalPain: null,
      usualPain: null,
    }))
  })
  return notes.toSorted((a, b) => a.date.localeCompare(b.date))
}

/**
 * Easy and hard are words of effort, where no number was given; what hurt has risen above the usual, or is the number
 * that was given.
 */
function saidOf(
  how: HowAtHome | undefined,
  numbers: HomeTicks['said'][string][string] | undefined,
  { pain }: Judgement,
): Pick<DatedOutcome, 'effort' | 'feel' | 'pain' | 'painKind'> {
  const effort = numbers?.effort ?? null
  return {
    effort,
    feel: effort === null && (how === 'easy' || how === 'hard') ? how : null,
    pain: numbers?.pain ?? (how === 'hurt' ? pain.hurtAtHome : null),
    painKind: numbers?.sharp ? 'sharp' : null,
  }
}
