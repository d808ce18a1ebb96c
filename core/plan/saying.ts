import type { Catalogue } from '../catalogue/catalogue'
import { TIERS, type Tier } from '../catalogue/words'
import { entryAt } from '../entries'
import { wordCount } from '../sentence'
import { spokenSeconds, type Voice } from '../time/speech'
import type { WorkPart } from '../time/workSeconds'
import { beginsChain } from './chain'
import { gapsIn, laidInto, wordsToBegin, type Gap } from './gaps'
import { BREATHES, CALLED, easiestIn, type Heard } from './heard'
import type { Block } from './plan'
import { swingsTold, swingWordCount } from './swingTold'

/** What a block asks of the voice, in seconds. */
interface ToSay {
  /** To each lane, in their order: how it is set up, and a word while it is done. */
  setUps: number[]
  cues: number[]
}

function toSay(heard: readonly Heard[], voice: Voice, ahead = ''): ToSay {
  const lanes = TIERS.flatMap((tier) => {
    const easiest = easiestIn(tier, heard)
    if (easiest === undefined) return []
    const words = easiest?.saidWords ?? { before: wordCount(BREATHES.setUp), during: wordCount(BREATHES.cue) }
    const called = wordCount(CALLED[tier])
    const before = wordCount(ahead) + called + words.before
    return [{ setUp: spokenSeconds(before, voice), cue: spokenSeconds(called + words.during, voice) }]
  })
  return { setUps: lanes.map(({ setUp }) => setUp), cues: lanes.map(({ cue }) => cue) }
}

/**
 * How a block is named aloud: a chain is named once, with its first part.
 *
 * @example
 * namedAs(plan.blocks, 0, catalogue) // 'Bridge'
 */
export function namedAs(
  blocks: readonly Pick<Block, 'movement' | 'chain'>[],
  at: number,
  { movements }: Pick<Catalogue, 'movements'>,
): string {
  const { movement, chain } = entryAt(blocks, at)
  const name = movements.get(movement)?.name ?? ''
  return chain && chain.name !== '' && beginsChain(blocks, at) ? `${chain.name}. ${name}` : name
}

/** What is told before the next part of a chain while the one before is still done: “Then, on the chairs: …”. */
export const THEN = 'Then,'

/**
 * To how many lanes the set-up of a chain's next part is told while this part is done, in their order: without that, a
 * chain would stop to be explained. What is to be said of this part comes first.
 *
 * @param block the part that is done
 * @param now those who do it, and the work of the lane that sets the clock
 * @param next those who do the next one
 * @example
 * setUpsAhead(plan.blocks[0], { heard: [], parts: [] }, [], clock.voice) // 0
 */
export function setUpsAhead(
  block: Pick<Block, 'dose' | 'rounds'>,
  now: { heard: readonly Heard[]; parts: readonly WorkPart[] },
  next: readonly Heard[],
  voice: Voice,
): number {
  const { cues } = toSay(now.heard, voice)
  const { setUps } = toSay(next, voice, THEN)
  const laid = laidInto(gapsIn(now.parts, block, voice), [...cues, ...setUps])
  if (laid.slice(0, cues.length).includes(null)) return 0
  const ahead = laid.slice(cues.length)
  const told = ahead.includes(null) ? ahead.indexOf(null) : ahead.length
  const isQuiet = (count: number) => leavesQuiet(block, now.parts, laid.slice(0, cues.length + count), voice)
  return Array.from({ length: told + 1 }, (_, less) => told - less).find(isQuiet) ?? 0
}

/** A long hold is spoken in for half of it at most; so much of it is counted and what comes next, seconds. Ours. */
const [LONG_HOLD_SECONDS, QUIET_SHARE, COUNTED_SECONDS] = [60, 0.5, 5.5]

/** Whether the long holds of a block stay quiet with what is laid into them. */
function leavesQuiet(
  block: Pick<Block, 'dose' | 'rounds'>,
  parts: readonly WorkPart[],
  laid: readonly (Gap | null)[],
  voice: Voice,
): boolean {
  if (block.dose.kind !== 'hold') return true
  return parts.every((part, at) => {
    if (part.kind !== 'work' || part.seconds < LONG_HOLD_SECONDS) return true
    const own = laid.reduce((sum, gap) => sum + (gap?.part === at ? gap.to - gap.from : 0), 0)
    const begins = spokenSeconds(wordsToBegin(part, block), voice)
    return begins + own + COUNTED_SECONDS <= QUIET_SHARE * part.seconds
  })
}

/** How a block is introduced. */
interface Introduced {
  /** Those who take part. */
  heard: readonly Heard[]
  /** The work of the lane that sets the clock. */
  parts: readonly WorkPart[]
  /** How it is named aloud. */
  named: string
  /** To so many lanes, in their order, it was told how they are set up. */
  toldAhead?: number
}

/**
 * How long it takes to name a block, to say to every lane how it is set up, and what finds no room in its work.
 *
 * @returns seconds
 * @example
 * introductionSpeech(plan.blocks[0], { heard: [], parts: [], named: 'Bridge' }, catalogue) // 0.67857…
 */
export function introductionSpeech(
  block: Pick<Block, 'dose' | 'rounds' | 'onSide'>,
  { heard, parts, named, toldAhead = 0 }: Introduced,
  { clock: { voice }, movements }: Pick<Catalogue, 'clock' | 'movements'>,
): number {
  const { setUps, cues } = toSay(heard, voice)
  const swings = swingsTold(heard).map((told) => spokenSeconds(swingWordCount(told, { movements }), voice))
  const laid = laidInto(gapsIn(parts, block, voice), cues)
  const early = cues.filter((_, at) => laid[at] === null)
  const name = spokenSeconds(named, voice)
  // On the other side everybody knows how it is set up.
  const told = block.onSide === 'second' ? [] : [...setUps.slice(toldAhead), ...swings]
  return [name, ...told, ...early].reduce((sum, seconds) => sum + seconds, 0)
}

/**
 * How long a block is introduced: as the clock has it, or as long as it takes to say what has to be said. What is said
 * to those who move runs on in the changeover.
 *
 * @param usual seconds
 * @param said seconds
 * @param free what is left of the changeover when everybody was told how they get there, seconds
 * @returns whole seconds
 * @example
 * introductionSeconds(8, 20.3, 6) // 15
 */
export function introductionSeconds(usual: number, said: number, free: number): number {
  return Math.max(usual, Math.ceil(said - free))
}

/**
 * How long it takes to tell the lanes that move how they get there, seconds.
 *
 * @param lanes of each lane the words of its moves
 * @example
 * tellingSeconds({ chair: [], floor: ['Roll to your side.'] }, { wordsAMinute: 140, breathSeconds: 0.25 }) // 3.25
 */
export function tellingSeconds(lanes: Partial<Record<Tier, readonly string[]>>, voice: Voice): number {
  return TIERS.reduce((sum, tier) => {
    const moves = lanes[tier] ?? []
    return moves.length === 0 ? sum : sum + spokenSeconds([CALLED[tier], ...moves].join(' '), voice)
  }, 0)
}
