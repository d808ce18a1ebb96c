import type { Dose, DoseKind } from '~~/core/catalogue/dose'

/** How a dose is shown in a form: its kinds by name, and the fields of each in the order in which they are led. */
export const DOSE_KINDS: Record<
  DoseKind,
  { name: string; fresh: Dose; fields: { key: string; label: string; unit: string }[] }
> = {
  hold: { name: 'Hold', fresh: { kind: 'hold', seconds: 30 }, fields: [{ key: 'seconds', label: 'Hold', unit: 's' }] },
  reps: {
    name: 'Slow repetitions',
    fresh: { kind: 'reps', count: 8, out: 2, pause: 1, back: 2, between: 1, lastHold: 0 },
    fields: [
      { key: 'count', label: 'Repetitions', unit: '' },
      { key: 'out', label: 'Way out', unit: 's' },
      { key: 'pause', label: 'Pause', unit: 's' },
      { key: 'back', label: 'Way back', unit: 's' },
      { key: 'between', label: 'Between', unit: 's' },
      { key: 'lastHold', label: 'Hold on the last', unit: 's' },
    ],
  },
  pulse: {
    name: 'Pulses, a little further each time',
    fresh: { kind: 'pulse', count: 5, atEnd: 3, travel: 1 },
    fields: [
      { key: 'count', label: 'Pulses', unit: '' },
      { key: 'atEnd', label: 'At the end', unit: 's' },
      { key: 'travel', label: 'Travel each way', unit: 's' },
    ],
  },
  swing: {
    name: 'Loose swings',
    fresh: { kind: 'swing', count: 10, perSwing: 2 },
    fields: [
      { key: 'count', label: 'Swings', unit: '' },
      { key: 'perSwing', label: 'One swing', unit: 's' },
    ],
  },
  circle: {
    name: 'Slow circles',
    fresh: { kind: 'circle', perDirection: 5, perCircle: 5 },
    fields: [
      { key: 'perDirection', label: 'Each direction', unit: '' },
      { key: 'perCircle', label: 'One circle', unit: 's' },
    ],
  },
  press: {
    name: 'Even press',
    fresh: { kind: 'press', seconds: 30, effort: 30, ramp: 2 },
    fields: [
      { key: 'seconds', label: 'Press', unit: 's' },
      { key: 'effort', label: 'Effort', unit: '%' },
      { key: 'ramp', label: 'Ramp up and down', unit: 's' },
    ],
  },
  target: {
    name: 'Hold to a target',
    fresh: { kind: 'target', seconds: 90 },
    fields: [{ key: 'seconds', label: 'Target', unit: 's' }],
  },
  lower: {
    name: 'Slow lowering',
    fresh: { kind: 'lower', hold: 2, lower: 10, off: 2, efforts: 4 },
    fields: [
      { key: 'hold', label: 'Hold', unit: 's' },
      { key: 'lower', label: 'Lowering', unit: 's' },
      { key: 'off', label: 'Let go', unit: 's' },
      { key: 'efforts', label: 'Efforts', unit: '' },
    ],
  },
  breath: {
    name: 'Breaths',
    fresh: { kind: 'breath', in: 5, out: 5, cycles: 6 },
    fields: [
      { key: 'in', label: 'In', unit: 's' },
      { key: 'out', label: 'Out', unit: 's' },
      { key: 'cycles', label: 'Breaths', unit: '' },
    ],
  },
  pair: {
    name: 'Hold, then swings',
    fresh: { kind: 'pair', hold: 10, count: 10, perSwing: 2 },
    fields: [
      { key: 'hold', label: 'Hold', unit: 's' },
      { key: 'count', label: 'Swings', unit: '' },
      { key: 'perSwing', label: 'One swing', unit: 's' },
    ],
  },
}
