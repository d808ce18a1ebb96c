import { entriesOf, valueIn } from '../entries'
import type { Variation } from '../catalogue/catalogue'
import type { Dose } from '../catalogue/dose'
import type { DialRange } from '../catalogue/movement'
import { isStance, stanceAt, type StanceDial } from '../catalogue/stance'
import type { Dial, Side } from '../catalogue/words'
import { settingsOn } from './levels'
import type { Person } from './person'

/** Settings of one person on one rung, in each dial's own unit. */
export type Dials = Partial<Record<Dial, number>>

/** A dose with its rounds: what a block gives everybody. */
export interface Given {
  dose: Dose
  rounds: number
}

/** Dials that take time: the block's clock is their end, since all lanes share it. */
const CLOCKED: readonly Dial[] = ['hold', 'repetitions', 'rounds', 'tempo']

/**
 * Whether a dial takes time, so that the block’s clock is its end.
 *
 * @example
 * isClocked('hold') // true
 */
export function isClocked(dial: Dial): boolean {
  return CLOCKED.includes(dial)
}

/**
 * What a block gives for a dial: the hold in seconds, the repetitions, the effort in percent, the seconds of a slow way
 * back; null where the dose has nothing of it, as for props, hands and range.
 *
 * @example
 * givenBy('hold', { dose: { kind: 'hold', seconds: 30 }, rounds: 1 }) // 30
 */
export function givenBy(dial: Dial, { dose, rounds }: Given): number | null {
  if (dial === 'rounds') return rounds
  const field = fieldOf(dial, dose)
  return field === null ? null : Number(new Map(Object.entries(dose)).get(field))
}

/**
 * A dose with one dial turned to a value; a dial that the dose has nothing of leaves it alone.
 *
 * @example
 * withDial('hold', 40, { dose: { kind: 'hold', seconds: 30 }, rounds: 1 })
 * // { dose: { kind: 'hold', seconds: 40 }, rounds: 1 }
 */
export function withDial(dial: Dial, value: number, { dose, rounds }: Given): Given {
  if (dial === 'rounds') return { dose, rounds: value }
  const field = fieldOf(dial, dose)
  return { dose: field === null ? dose : { ...dose, [field]: value }, rounds }
}

function fieldOf(dial: Dial, { kind }: Dose): string | null {
  const fields: Partial<Record<Dial, string>> = DIAL_FIELDS[kind]
  return fields[dial] ?? null
}

/** Which field of a dose each dial turns. */
const DIAL_FIELDS: { [K in Dose['kind']]: Partial<Record<Dial, keyof Extract<Dose, { kind: K }>>> } = {
  hold: { hold: 'seconds' },
  target: { hold: 'seconds' },
  press: { hold: 'seconds', effort: 'effort' },
  pair: { hold: 'hold', repetitions: 'count' },
  reps: { repetitions: 'count', tempo: 'back' },
  pulse: { repetitions: 'count' },
  swing: { repetitions: 'count' },
  circle: { repetitions: 'perDirection' },
  lower: { repetitions: 'efforts', tempo: 'lower' },
  breath: {},
  breathed: { repetitions: 'count' },
  'lift-off': { hold: 'keep', repetitions: 'count' },
}

/**
 * What a person's dials stand at on a rung in a block: their own time, rounds and repetitions may be less than the
 * block's, never more.
 *
 * @example
 * dialsOf(rung('bridge.floor.2'), ann, { dose: { kind: 'hold', seconds: 30 }, rounds: 1 }) // {  }
 */
export function dialsOf(variation: Variation, person: Person, given: Given, side: Side = 'both'): Dials {
  if (person.dials.length === 0) return {}
  const own = settingsOn(person, variation, side)
  return Object.fromEntries(
    own.flatMap(({ dial, value }): [Dial, number][] => {
      if (!variation.dials.some((range) => range.dial === dial)) return []
      if (!isClocked(dial)) return [[dial, value]]
      const atMost = givenBy(dial, given)
      return atMost === null ? [] : [[dial, Math.min(value, atMost)]]
    }),
  )
}

/**
 * A block's dose as one person does it.
 *
 * @example
 * withDials({ dose: { kind: 'hold', seconds: 30 }, rounds: 1 }, { hold: 20, rounds: 2 })
 * // { dose: { kind: 'hold', seconds: 20 }, rounds: 2 }
 */
export function withDials(given: Given, dials: Dials): Given {
  return entriesOf(dials).reduce<Given>((dose, [dial, value]) => withDial(dial, value, dose), given)
}

/**
 * A setting in words.
 *
 * @param from what it was turned from, where that is said too
 * @example
 * settingWords({ dial: 'hold', unit: 's' }, 40, 30) // "hold 30 → 40 s"
 * settingWords({ dial: 'hold', unit: 's' }, 40) // "hold 40 s"
 * settingWords({ dial: 'hands', unit: '' }, 2) // "a fingertip"
 * settingWords({ dial: 'eyes', unit: '' }, 3, 2) // "a soft gaze → eyes closed"
 */
export function settingWords({ dial, unit }: Pick<DialRange, 'dial' | 'unit'>, value: number, from?: number): string {
  if (isStance(dial)) {
    const words = stanceAt(dial, value).words
    return from === undefined ? words : `${stanceAt(dial, from).words} → ${words}`
  }
  const amount = from === undefined ? String(value) : `${from} → ${value}`
  if (unit === 'band') return `band ${amount}`
  return `${NAMES[dial]} ${amount}${unit === '' ? '' : ` ${unit}`}`
}

/**
 * Everything that somebody has turned on a rung, in words; empty where nothing.
 *
 * @example
 * dialsWords({ dials: [{ dial: 'hold', unit: 's' }] }, { hold: 40 }) // 'hold 40 s'
 */
export function dialsWords(variation: Variation, dials: Dials): string {
  return variation.dials
    .flatMap((range) => (dials[range.dial] === undefined ? [] : [settingWords(range, valueIn(dials, range.dial))]))
    .join(', ')
}

const NAMES: Record<Exclude<Dial, StanceDial>, string> = {
  'prop-height': 'prop height',
  lean: 'lean',
  range: 'range',
  lever: 'lever',
  effort: 'effort',
  hold: 'hold',
  repetitions: 'repetitions',
  rounds: 'rounds',
  tempo: 'the way back',
  load: 'load',
}
