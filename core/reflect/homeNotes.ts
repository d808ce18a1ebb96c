import type { Catalogue } from '../catalogue/catalogue'
import type { DatedOutcome } from './datedOutcome'
import type { HomePractice } from './homePractice'

/**
 * What was ticked at home, as notes: done, by somebody who said so themselves, so worth as little as a note of a whole
 * group. A home practice is a level easier than the class, so it seldom says much; that somebody practises at all does.
 *
 * @param ticks ISO days, by movement
 * @returns oldest first; a movement that is no longer known is left out
 * @example
 * homeNotes('ann', { entries: [{ movement: 'bridge', variation: 'bridge.chair.2' }] }, { bridge: ['2026-11-20'] },
 * catalogue)[0].level
 * // 2
 */
export function homeNotes(
  participant: string,
  { entries }: { entries: readonly Pick<HomePractice['entries'][number], 'movement' | 'variation'>[] },
  ticks: Readonly<Record<string, readonly string[]>>,
  { variations }: Pick<Catalogue, 'variations'>,
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
      effort: null,
      pain: null,
      painKind: null,
      form: null,
      cheat: '',
      painWhere: '',
      support: null,
      feel: null,
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
