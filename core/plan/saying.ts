import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { Dose } from '../catalogue/dose'
import { TIERS, type Tier } from '../catalogue/words'
import { entryAt } from '../entries'
import type { Offer } from '../offer/offerFor'
import { wordCount } from '../sentence'
import { spokenSeconds, type Voice } from '../time/speech'
import type { WorkPart } from '../time/workSeconds'
import { aloud } from './aloud'
import { beginsChain } from './chain'
import { doseWords } from './doseWords'
import type { Block } from './plan'

/** How a lane is called when something is said to it alone. */
export const CALLED: Record<Tier, string> = {
  bed: 'In bed',
  chair: 'On the chairs',
  standing: 'Standing',
  floor: 'On the mats',
}
const LISTED = new Intl.ListFormat('en-GB', { type: 'conjunction' })

/**
 * Words to some lanes.
 *
 * @example
 * called(['bed', 'floor'], 'Lie back.') // 'In bed and on the mats: lie back.'
 */
export function called(tiers: readonly Tier[], words: string): string {
  const lanes = tiers.map((tier, at) => (at === 0 ? CALLED[tier] : lowered(CALLED[tier])))
  return `${LISTED.format(lanes)}: ${lowered(words)}`
}

/**
 * A sentence within another.
 *
 * @example
 * lowered('Lie back.') // 'lie back.'
 */
export function lowered(words: string): string {
  return words.slice(0, 1).toLowerCase() + words.slice(1)
}

/** What is said to a lane in which nobody does the movement. */
export const BREATHES = { setUp: 'stay as you are, and breathe.', cue: 'let the breath out be long.' } as const

/** A half is said from this length on, and that it ends soon from that one on; how long before the end, seconds. */
export const HALFWAY_FROM = 20
export const LAST_FROM = 12
export const LAST_SECONDS = 5
/**
 * Said where the last third of a hold to a target begins: there the work bites, and who has let go goes on as it goes;
 * the second of letting go is what is noted.
 *
 * @source common practice, no source
 */
export const LAST_THIRD = 'The last third. If you have let go, go on as it goes.'
export const LAST_THIRD_FROM = 30
/** What a half takes at most, in the longest words that are used for it: “And the other way.” */
const HALFWAY_WORDS = 4
/** Something is heard by itself when so much is still around it, seconds. */
const APART_SECONDS = 0.5

/** Those of whom it is asked what is said to them. */
export interface Heard {
  tier: Tier
  /** What they do in a block: one offer, or one a side. */
  offers: readonly Pick<Offer, 'variation'>[]
}

/**
 * What is said to a lane is said of its easiest rung: the easy version is given first.
 *
 * @returns null where nobody of the lane does the movement; undefined where nobody is in it
 * @example
 * easiestIn('bed', []) // undefined
 */
export function easiestIn(tier: Tier, heard: readonly Heard[]): Variation | null | undefined {
  const inLane = heard.filter((one) => one.tier === tier)
  if (inLane.length === 0) return undefined
  const done = inLane.flatMap(({ offers }) => offers.flatMap(({ variation }) => variation ?? []))
  return done.toSorted((a, b) => a.level - b.level)[0] ?? null
}

/** Part of a block's work in which nothing else has to be said, seconds into the part. */
export interface Gap {
  part: number
  from: number
  to: number
}

/**
 * Where in a block's work the voice is free: the start, the half and the last seconds of each part are taken.
 *
 * @param parts the work of the lane that sets the clock
 * @example
 * gapsIn([{ kind: 'work', seconds: 10, side: 'both', round: 1 }], { dose: { kind: 'hold', seconds: 10 }, rounds: 1 },
 * { wordsAMinute: 140, breathSeconds: 0.25 })
 * // [{ part: 0, from: 2.892857142857143, to: 9.5 }]
 */
export function gapsIn(parts: readonly WorkPart[], block: { dose: Dose; rounds: number }, voice: Voice): Gap[] {
  return parts
    .flatMap((part, at): Gap[] => {
      if (part.kind !== 'work') return []
      const { seconds } = part
      const taken: [from: number, to: number][] = [[0, spokenSeconds(wordsToBegin(part, block), voice)]]
      const hasThird = block.dose.kind === 'target' && seconds >= LAST_THIRD_FROM
      if (hasThird) taken.push([(2 * seconds) / 3, (2 * seconds) / 3 + spokenSeconds(LAST_THIRD, voice)])
      else if (seconds >= HALFWAY_FROM) taken.push([seconds / 2, seconds / 2 + spokenSeconds(HALFWAY_WORDS, voice)])
      if (seconds >= LAST_FROM) taken.push([seconds - LAST_SECONDS, seconds])
      return taken.map(([, to], index) => ({
        part: at,
        from: to + APART_SECONDS,
        to: (taken[index + 1]?.[0] ?? seconds) - APART_SECONDS,
      }))
    })
    .filter(({ from, to }) => to > from)
}

/** Before a part begins: the side, the round and the dose; from the second round on the round alone. */
function wordsToBegin({ side, round }: WorkPart, { dose, rounds }: { dose: Dose; rounds: number }): number {
  const sides = side === 'both' ? 0 : SIDE_WORDS
  const counted = rounds > 1 ? ROUND_WORDS : 0
  return sides + counted + (round === 1 ? wordCount(aloud(doseWords(dose))) : 0) + 1
}
/** “The side that is catching up.” and “Round 2 of 3.” */
const [SIDE_WORDS, ROUND_WORDS] = [6, 4]

/**
 * Lays what has to be said into gaps, one after the other, apart from each other where there is room for that.
 *
 * @param lengths seconds of each, in their order
 * @param apartSeconds silence between two of them
 * @returns for each where it begins; null where it fits nowhere any more
 * @example
 * laidInto([{ part: 0, from: 4, to: 9 }], [3, 3])
 * // [{ part: 0, from: 4, to: 7 }, null]
 */
export function laidInto(
  gaps: readonly Gap[],
  lengths: readonly number[],
  apartSeconds = APART_SECONDS,
): (Gap | null)[] {
  const left = gaps.map((gap) => ({ ...gap }))
  return lengths.map((seconds) => {
    const at = left.findIndex(({ from, to }) => to - from >= seconds)
    const gap = left[at]
    if (!gap) return null
    // What is said next is said after this.
    left.splice(0, at)
    const { part, from } = gap
    gap.from += seconds + apartSeconds
    return { part, from, to: from + seconds }
  })
}

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
  return ahead.includes(null) ? ahead.indexOf(null) : ahead.length
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
  { clock: { voice } }: Pick<Catalogue, 'clock'>,
): number {
  const { setUps, cues } = toSay(heard, voice)
  const laid = laidInto(gapsIn(parts, block, voice), cues)
  const early = cues.filter((_, at) => laid[at] === null)
  const name = spokenSeconds(named, voice)
  // On the other side everybody knows how it is set up.
  const told = block.onSide === 'second' ? [] : setUps.slice(toldAhead)
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
