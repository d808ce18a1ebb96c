import { z } from 'zod'

const seconds = (name: string) =>
  z
    .number(`${name} is a number of seconds.`)
    .min(0, `${name} cannot be less than 0 s.`)
    .max(600, `${name} is 600 s at most.`)
const positiveSeconds = (name: string) => seconds(name).min(1, `${name} is 1 s at least.`)
const count = (name: string) =>
  z
    .number(`${name} is a whole number.`)
    .int(`${name} is a whole number.`)
    .min(1, `${name} is 1 at least.`)
    .max(100, `${name} is 100 at most.`)

/**
 * How much: one side, one round, in the field's own kinds. All times are seconds, efforts are percent of full effort.
 * `secondsOf` turns a dose into time; rounds, rest and sides belong to the block.
 */
export const Dose = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('hold'), seconds: positiveSeconds('The hold') }),
  z.object({
    kind: z.literal('reps'),
    count: count('The number of repetitions'),
    out: positiveSeconds('The way out'),
    pause: seconds('The pause').default(0),
    back: positiveSeconds('The way back'),
    between: seconds('The time between').default(0),
    lastHold: seconds('The hold on the last').default(0),
  }),
  z.object({
    kind: z.literal('pulse'),
    count: count('The number of pulses'),
    atEnd: positiveSeconds('The time at the end'),
    travel: positiveSeconds('The travel'),
  }),
  z.object({ kind: z.literal('swing'), count: count('The number of swings'), perSwing: positiveSeconds('A swing') }),
  z.object({
    kind: z.literal('circle'),
    perDirection: count('The number of circles'),
    perCircle: positiveSeconds('A circle'),
  }),
  z.object({
    kind: z.literal('press'),
    seconds: positiveSeconds('The press'),
    effort: z.number('Effort is a percentage.').min(5, 'Effort is 5 % at least.').max(100, 'Effort is 100 % at most.'),
    ramp: seconds('The ramp').default(2),
  }),
  z.object({ kind: z.literal('target'), seconds: positiveSeconds('The target') }),
  z.object({
    kind: z.literal('lower'),
    hold: seconds('The hold'),
    lower: positiveSeconds('The lowering'),
    off: seconds('The rest between'),
    efforts: count('The number of efforts'),
  }),
  z.object({
    kind: z.literal('breath'),
    in: positiveSeconds('The breath in'),
    out: positiveSeconds('The breath out'),
    cycles: count('The number of breaths'),
  }),
  /** A hold, and at once so many swings of its swing partner: there, and as long back. */
  z.object({
    kind: z.literal('pair'),
    hold: positiveSeconds('The hold'),
    there: seconds('Getting to the swing').default(4),
    count: count('The number of swings'),
    perSwing: positiveSeconds('A swing'),
  }),
  /**
   * Out with a breath out, back with a breath in: each person's own breath is the clock; the plan reckons with these.
   */
  z.object({
    kind: z.literal('breathed'),
    count: count('The number of repetitions'),
    out: positiveSeconds('The breath out'),
    in: positiveSeconds('The breath in'),
  }),
  /** Reached with help, kept without: what counts is how long it is kept. */
  z.object({
    kind: z.literal('lift-off'),
    count: count('The number of lift-offs'),
    reach: positiveSeconds('Getting there with help'),
    keep: positiveSeconds('Keeping it without'),
    home: positiveSeconds('The way home'),
  }),
])
export type Dose = z.infer<typeof Dose>
export type DoseKind = Dose['kind']

/** A dose with its rounds and the rest between them: what a school gives a movement by default. */
export const DosePlan = z.object({
  dose: Dose,
  rounds: count('The number of rounds').max(10, 'Ten rounds at most.').default(1),
  restSeconds: seconds('The rest').default(0),
})
export type DosePlan = z.infer<typeof DosePlan>
