import { z } from 'zod'
import { WholeSentence } from './wholeSentence'
import { Tier } from './words'

const Sex = z.enum(['female', 'male'])
const ages = { from: z.number().int(), to: z.number().int() }
const source = z.string().min(3)

/** What a result is held against. A table says nothing outside its ages; nothing is extended. */
export const NormTable = z.discriminatedUnion('kind', [
  /** Scores under this are below average for the age. */
  z.object({ kind: z.literal('below'), source, rows: z.array(z.object({ sex: Sex, ...ages, under: z.number() })) }),
  /** The middle half of people of this age and sex; `times` turns the table's unit into the measure's. */
  z.object({
    kind: z.literal('middle-half'),
    source,
    times: z.number().default(1),
    rows: z.array(z.object({ sex: Sex, ...ages, low: z.number(), high: z.number() })),
  }),
  z.object({ kind: z.literal('mean'), source, rows: z.array(z.object({ ...ages, mean: z.number() })) }),
  /** What is usual in adults of any age. */
  z.object({ kind: z.literal('reference'), source, value: z.number() }),
  z.object({
    kind: z.literal('threshold'),
    source,
    at: z.number(),
    met: z.enum(['at-least', 'under']),
    metWords: z.string(),
    notMetWords: z.string(),
  }),
  z.object({ kind: z.literal('note'), source, words: z.string() }),
])
export type NormTable = z.infer<typeof NormTable>

const Bounds = z.object({ from: z.number(), to: z.number() }).refine(({ from, to }) => from < to, 'Bounds rise.')

/** One thing that is measured: a row of `catalogue/measures.yaml`. */
export const Measure = z.object({
  id: z.string().regex(/^[a-z0-9-]+$/),
  name: z.string().min(3),
  /** Measures that belong to one protocol, in the order of the file. */
  group: z.string().optional(),
  unit: z.enum(['stands', 'raises', 'steps', 's', 'cm', 'm', '°', 'kg', '%', 'points', 'cm²', 'cm/s', 'help']),
  /**
   * How the amount is found: a 30-second count, a stopwatch, a counter, a ruler, a gauge that is read,
   * a phone's tilt, how a phone at the hip sways, a force sensor that is pressed, or how much help.
   */
  tool: z.enum(['count-30', 'stopwatch', 'counter', 'ruler', 'gauge', 'tilt', 'sway', 'press', 'help']),
  /** The watch stops by itself, seconds. */
  stopAt: z.number().positive().optional(),
  stopAtCount: z.number().int().positive().optional(),
  sides: z.boolean().default(false),
  /** Below zero is possible, so sides are told apart in units and not in percent. */
  signed: z.boolean().default(false),
  tries: z.number().int().min(1).max(3).default(1),
  take: z.enum(['best', 'mean']).default('best'),
  better: z.enum(['more', 'less']),
  /** Outside is refused. */
  accepts: Bounds,
  /** Outside is asked about. */
  usual: Bounds.optional(),
  /** Which range of the body it stands for, in degrees a unit. */
  range: z.object({ of: z.string(), degreesPerUnit: z.number().positive() }).optional(),
  /** The measure of the same range when it is helped: this one is how far somebody goes by themselves. */
  helped: z.string().optional(),
  /** The measure of what the same try says besides: the two are kept together. */
  alongside: z.string().optional(),
  /** How somebody stands whose sway is measured: a setting of the test, so each is compared with its own alone. */
  stance: z.object({ base: z.enum(['apart', 'together']), eyes: z.enum(['open', 'closed']) }).optional(),
  /** A phone at the low back finds the parts of this test too. */
  phases: z.boolean().default(false),
  /** What makes more of the range one's own, and what makes it longer: movements. */
  trains: z.object({ strength: z.array(z.string()).min(1), stretch: z.array(z.string()).min(1) }).optional(),
  /** A lean: the amount is a shift at hip height; its usual angle, degrees. */
  lean: z.number().positive().optional(),
  /** Something that is set before and kept with the result. */
  setting: z.object({ name: z.string(), unit: z.string(), from: z.number(), to: z.number() }).optional(),
  asksPain: z.boolean().default(false),
  /** Done on one's feet: nobody does it to whom standing is not open. */
  onFeet: z.boolean().default(false),
  /** Movements that may start a level higher where the result is at or over the average of the age. */
  speaksFor: z.array(z.string()).default([]),
  steps: z.array(WholeSentence).min(1),
  /** The safe way to stop, and who is not measured. */
  stop: WholeSentence,
  /** Below it a difference is no real change; absent: any difference is shown without a word. */
  realChange: z.object({ amount: z.number().positive(), source }).optional(),
  norms: z.array(NormTable).default([]),
})
export type Measure = z.infer<typeof Measure>

const Limit = z
  .object({
    measure: z.string(),
    atLeast: z.number().optional(),
    atMost: z.number().optional(),
    under: z.number().optional(),
    painUnder: z.number().optional(),
  })
  .refine(
    (limit) => limit.atLeast !== undefined || limit.atMost !== undefined || limit.under !== undefined,
    'A limit says at least, at most or under.',
  )
export type Limit = z.infer<typeof Limit>

/** What somebody shows before a tier is opened to them: a row of `catalogue/gates.yaml`. */
export const TierGate = z.object({
  from: Tier,
  to: Tier,
  /** Movements whose levels in the tier before say that the body is ready. */
  linked: z.array(z.string()).min(1),
  conditions: z
    .array(
      z.object({
        words: z.string(),
        /** One of them is enough. */
        anyOf: z.array(Limit).min(1),
        /** Passed too where this consideration was cleared by somebody. */
        orCleared: z.string().optional(),
        source: z.string().default('ours'),
      }),
    )
    .min(1),
  note: z.string(),
})
export type TierGate = z.infer<typeof TierGate>
