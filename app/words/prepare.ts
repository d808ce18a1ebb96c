import type { Offer } from '~~/core/offer/offer'
import { lowered } from '~~/core/plan/heard'
import type { Dose, DoseKind } from '~~/core/catalogue/dose'
import type { Placing } from '~~/core/plan/placing'
import type { Edit } from '~~/core/plan/edits'
import type { Plan } from '~~/core/plan/plan'
import type { OrderChange } from '~~/core/plan/reordered'
import { counted, joined } from '~~/core/sentence'
import { clockWords } from './clock'

/**
 * What a movement costs at a place, for reading at a glance.
 *
 * @example
 * placingWords({ seconds: 80, changeoverSeconds: 0, breathing: [], offers: [] }, nameOf) // "+1:20, nobody has to move"
 */
export function placingWords(
  { seconds, changeoverSeconds, breathing }: Placing,
  nameOf: (id: string) => string,
): string {
  const way = changeoverSeconds === 0 ? 'nobody has to move' : `${Math.round(changeoverSeconds)} s to get there`
  return joined([
    `+${clockWords(Math.max(0, seconds))}`,
    way,
    breathing.length > 0 ? `breath only for ${breathing.map(nameOf).join(', ')}` : '',
  ])
}

/**
 * What another order of the blocks changes, for reading while it is dragged.
 *
 * @example
 * orderChangeWords({ seconds: -80, climb: 0, floorTrips: -1 }) // "1:20 shorter, 1 trip to the floor less"
 */
export function orderChangeWords({ seconds, climb, floorTrips }: OrderChange): string {
  const time =
    Math.abs(seconds) < 1 ? 'the same time' : `${clockWords(Math.abs(seconds))} ${seconds < 0 ? 'shorter' : 'longer'}`
  const change = (by: number) => (by < 0 ? 'less' : 'more')
  return joined([
    time,
    Math.abs(climb) < 0.05 ? '' : `${Math.abs(climb).toFixed(1)} body heights ${change(climb)} to get up`,
    floorTrips === 0 ? '' : `${counted(Math.abs(floorTrips), 'trip')} to the floor ${change(floorTrips)}`,
  ])
}

interface DoseField {
  key: string
  label: string
  unit: string
}
const field = (key: string, label: string, unit = ''): DoseField => ({ key, label, unit })

/** How a dose is shown in a form: its kinds by name, and the fields of each in the order in which they are led. */
export const DOSE_KINDS: Record<DoseKind, { name: string; fresh: Dose; fields: DoseField[] }> = {
  hold: { name: 'Hold', fresh: { kind: 'hold', seconds: 30 }, fields: [field('seconds', 'Hold', 's')] },
  reps: {
    name: 'Slow repetitions',
    fresh: { kind: 'reps', count: 8, out: 2, pause: 1, back: 2, between: 1, lastHold: 0 },
    fields: [
      field('count', 'Repetitions'),
      field('out', 'Way out', 's'),
      field('pause', 'Pause', 's'),
      field('back', 'Way back', 's'),
      field('between', 'Between', 's'),
      field('lastHold', 'Hold on the last', 's'),
    ],
  },
  pulse: {
    name: 'Pulses, a little further each time',
    fresh: { kind: 'pulse', count: 5, atEnd: 3, travel: 1 },
    fields: [field('count', 'Pulses'), field('atEnd', 'At the end', 's'), field('travel', 'Travel each way', 's')],
  },
  swing: {
    name: 'Loose swings',
    fresh: { kind: 'swing', count: 10, perSwing: 2 },
    fields: [field('count', 'Swings'), field('perSwing', 'One swing', 's')],
  },
  circle: {
    name: 'Slow circles',
    fresh: { kind: 'circle', perDirection: 5, perCircle: 5 },
    fields: [field('perDirection', 'Each direction'), field('perCircle', 'One circle', 's')],
  },
  press: {
    name: 'Even press',
    fresh: { kind: 'press', seconds: 30, effort: 30, ramp: 2 },
    fields: [field('seconds', 'Press', 's'), field('effort', 'Effort', '%'), field('ramp', 'Ramp up and down', 's')],
  },
  target: {
    name: 'Hold to a target',
    fresh: { kind: 'target', seconds: 90 },
    fields: [field('seconds', 'Target', 's')],
  },
  lower: {
    name: 'Slow lowering',
    fresh: { kind: 'lower', hold: 2, lower: 10, off: 2, efforts: 4 },
    fields: [
      field('hold', 'Hold', 's'),
      field('lower', 'Lowering', 's'),
      field('off', 'Let go', 's'),
      field('efforts', 'Efforts'),
    ],
  },
  breath: {
    name: 'Breaths',
    fresh: { kind: 'breath', in: 5, out: 5, cycles: 6 },
    fields: [field('in', 'In', 's'), field('out', 'Out', 's'), field('cycles', 'Breaths')],
  },
  breathed: {
    name: 'Repetitions with the breath',
    fresh: { kind: 'breathed', count: 6, out: 5, in: 4 },
    fields: [field('count', 'Repetitions'), field('out', 'Breath out', 's'), field('in', 'Breath in', 's')],
  },
  'lift-off': {
    name: 'Lift-offs: there with help, kept without',
    fresh: { kind: 'lift-off', count: 4, reach: 4, keep: 5, home: 3 },
    fields: [
      field('count', 'Lift-offs'),
      field('reach', 'There, with help', 's'),
      field('keep', 'Kept without', 's'),
      field('home', 'Home', 's'),
    ],
  },
  pair: {
    name: 'Hold, then swings',
    fresh: { kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 },
    fields: [
      field('hold', 'Hold', 's'),
      field('there', 'To the swing, and back', 's'),
      field('count', 'Swings'),
      field('perSwing', 'One swing', 's'),
    ],
  },
}

const SETTINGS: Partial<Record<Edit['edit'], string>> = {
  setDose: 'the dose',
  setRounds: 'the rounds',
  setRest: 'the rest',
  setSideOrder: 'the order of sides',
  setCatchUp: 'the catch-up round',
  setTitle: 'the title',
  setMinutes: 'the minutes',
  setSchool: 'the school',
  setPropsLaidOut: 'how props lie',
  setSpaceCheck: 'the look round',
  setDrinkBreak: 'the drink',
  setExhaleCue: 'the cue to breathe out',
  setWaitAfterLying: 'the wait after lying',
  setAim: 'the aim',
  setBlocks: 'the order of the plan',
}

/**
 * What some commands set, for saying whose edit stands.
 *
 * @example
 * settingsWords([{ edit: 'setRounds', id: 'b', rounds: 2 }], plan, nameOf) // "the rounds of Bridge"
 */
export function settingsWords(
  edits: readonly Edit[],
  plan: Plan,
  nameOf: (movement: string) => string | undefined,
): string {
  return joined(
    edits.map((edit) => {
      const block = 'id' in edit ? plan.blocks.find((one) => one.id === edit.id) : undefined
      const movement = block ? (nameOf(block.movement) ?? '') : ''
      if (edit.edit === 'setLane') return `what ${edit.tier} does in ${movement}`
      if (edit.edit === 'setBlock') return movement
      return `${SETTINGS[edit.edit] ?? 'the plan'}${movement === '' ? '' : ` of ${movement}`}`
    }),
  )
}

/** What somebody does in a block, and the swing that goes with a hold. */
export function doneWords({ variation, swing }: Pick<Offer, 'variation' | 'swing'>): string {
  return joined([variation?.name ?? 'nothing', swing && `then ${lowered(swing.variation.name)}`])
}
