import { capital } from '../sentence'
import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { VariationTexts } from '../catalogue/movement'
import { TIERS } from '../catalogue/words'
import { doseWords } from '../plan/doseWords'
import type { Plan } from '../plan/plan'
import type { RiderToday } from '../plan/riders'
import type { Timeline } from '../plan/timeline'
import { bodySide, type ScriptStep } from './script'

/** Something that is said and shown at a moment of the class. */
export interface Cue {
  /** Seconds since the start of the class, and of its step. */
  at: number
  intoStep: number
  step: number
  kind:
    | 'name'
    | 'set-up'
    | 'transition'
    | 'side'
    | 'go'
    | 'halfway'
    | 'last-five'
    | 'neighbours'
    | 'rest'
    | 'change-side'
    | 'next'
    | 'water'
    | 'end'
  say: string
}

/** How a circle calls the sides. */
export interface SideWords {
  sideHabit: 'left-right' | 'first-second'
  startSide: 'left' | 'right'
}

/** A half and the last five seconds are said from these lengths on; before the end the next movement is named. */
const HALFWAY_FROM_SECONDS = 20
const LAST_FIVE_FROM_SECONDS = 12
const NEXT_BEFORE_SECONDS = 9
const NEIGHBOURS_AT_SECONDS = 6
const TIER_CALLED = { bed: 'In bed', chair: 'On the chairs', standing: 'Standing', floor: 'On the mats' } as const

/** What the voice speaks of. */
export interface Said {
  plan: Plan
  timeline: Timeline
  riders: readonly RiderToday[]
  circle: SideWords
  catalogue: Catalogue
  /** What is said of a variation; undefined where its words are not loaded. */
  textsOf: (variation: Variation) => VariationTexts | undefined
}

/** Says something so many seconds into a step. */
type Say = (intoStep: number, kind: Cue['kind'], words: string) => void

/**
 * The cue script: everything that one voice says to four lanes, from the plan, the offers and the circle's habits.
 *
 * @returns cues in order of time
 * @example
 * cuesOf(script, { plan, timeline, riders, circle, catalogue, textsOf: () => undefined })[0].say
 * // 'Bridge. Let the back of the hips lift and carry you.'
 */
export function cuesOf(steps: readonly ScriptStep[], said: Said): Cue[] {
  const { plan, catalogue } = said
  const cues: Cue[] = []
  let at = 0
  for (const [index, step] of steps.entries()) {
    const say: Say = (intoStep, kind, words) => {
      if (words !== '' && intoStep < step.seconds)
        cues.push({ at: at + intoStep, intoStep, step: index, kind, say: words })
    }
    saysIn(step, said, say)
    const next = steps[index + 1]
    if (next && next.blockId !== step.blockId && step.seconds > NEXT_BEFORE_SECONDS + 4) {
      const following = plan.blocks.find((other) => other.id === next.blockId)
      say(
        step.seconds - NEXT_BEFORE_SECONDS,
        'next',
        following ? `Next: ${catalogue.movements.get(following.movement)?.name ?? 'the next movement'}.` : '',
      )
    }
    at += step.seconds
  }
  return cues.sort((a, b) => a.at - b.at)
}

/** What is said in one step. */
function saysIn(step: ScriptStep, { plan, timeline, riders, circle, catalogue, textsOf }: Said, say: Say): void {
  const place = plan.blocks.findIndex((block) => block.id === step.blockId)
  const block = plan.blocks[place]
  const movement = block && catalogue.movements.get(block.movement)
  switch (step.kind) {
    case 'drink':
      say(0, 'water', 'Water for everybody. Sit or stand as you like.')
      break
    case 'introduce':
      if (block && movement) {
        say(0, 'name', `${movement.name}. ${movement.intent}`)
        say(Math.min(5, step.seconds / 2), 'set-up', easiestSetUp(place, riders, textsOf))
      }
      break
    case 'changeover': {
      const lanes = TIERS.flatMap((tier) => {
        const moves = timeline.blocks[place]?.lanes[tier]?.moves ?? []
        return moves.length === 0 ? [] : [`${TIER_CALLED[tier]}: ${moves.map((move) => move.cue).join(' ')}`]
      })
      lanes.forEach((words, lane) => say((step.seconds * lane) / Math.max(1, lanes.length), 'transition', words))
      break
    }
    case 'work':
      say(
        0,
        step.side === 'both' ? 'go' : 'side',
        goWords(step, block ? doseWords(block.dose) : '', block?.rounds ?? 1, circle),
      )
      if (step.round === 1 && (step.side === 'both' || step.side === 'first'))
        say(NEIGHBOURS_AT_SECONDS, 'neighbours', neighbours(place, riders, textsOf))
      if (block?.dose.kind === 'press' && plan.exhaleCue) say(4, 'neighbours', 'Breathe out on the effort.')
      if (step.seconds >= HALFWAY_FROM_SECONDS) say(step.seconds / 2, 'halfway', 'Half way.')
      if (step.seconds >= LAST_FIVE_FROM_SECONDS) say(step.seconds - 5, 'last-five', 'Five more.')
      break
    case 'rest':
      say(0, 'rest', 'Rest.')
      break
    case 'change-side':
      say(0, 'change-side', changeWords(step, circle))
      break
    case 'ending':
      say(0, 'end', 'Back to where you began. Roll to the side, wait, sit, wait, stand. Nobody is rushed.')
      break
  }
}

/**
 * The words for a first or second side, in a circle's own habit.
 *
 * @example
 * sideWords('first', { sideHabit: 'left-right', startSide: 'right' }) // 'right side'
 */
export function sideWords(side: 'first' | 'second', { sideHabit, startSide }: SideWords): string {
  return sideHabit === 'left-right' ? `${bodySide(side, startSide)} side` : `${side} side`
}

function changeWords({ side }: ScriptStep, circle: SideWords): string {
  if (side === 'weaker') return 'Once more for a side that is catching up. The others stay and breathe.'
  return `Change sides: ${sideWords(side === 'first' ? 'first' : 'second', circle)}. The same props.`
}

function goWords(step: ScriptStep, dose: string, rounds: number, circle: SideWords): string {
  const round = rounds > 1 ? `Round ${step.round} of ${rounds}. ` : ''
  if (step.side === 'both') return `${round}${dose}. Begin.`
  if (step.side === 'weaker') return `The side that is catching up. ${dose}. Begin.`
  return `${capital(sideWords(step.side, circle))}. ${round}${dose}. Begin.`
}

/** What the lowest rung of each lane is told to set up: the easy version is given first. */
function easiestSetUp(
  place: number,
  riders: readonly RiderToday[],
  textsOf: (variation: Variation) => VariationTexts | undefined,
): string {
  return TIERS.flatMap((tier) => {
    const lowest = lowestIn(tier, place, riders)
    const setUp = lowest && textsOf(lowest)?.setUp
    return setUp ? [`${TIER_CALLED[tier]}: ${setUp}`] : []
  }).join(' ')
}

function neighbours(
  place: number,
  riders: readonly RiderToday[],
  textsOf: (variation: Variation) => VariationTexts | undefined,
): string {
  const lowest = TIERS.flatMap((tier) => lowestIn(tier, place, riders) ?? [])[0]
  const texts = lowest && textsOf(lowest)
  if (!texts) return ''
  // Whoever hears it must be one for whom it is.
  const offers = riders.flatMap((rider) => rider.offers[place] ?? []).filter((offer) => offer.variation === lowest)
  const more = offers.length > 0 && offers.every((offer) => offer.more) ? ` More: ${texts.more}` : ''
  return `Easier: ${texts.easier}${more}`
}

function lowestIn(tier: (typeof TIERS)[number], place: number, riders: readonly RiderToday[]): Variation | undefined {
  const offered = riders
    .filter((rider) => rider.tier === tier)
    .flatMap((rider) => (rider.offers[place] ?? []).flatMap((offer) => offer.variation ?? []))
  return offered.sort((a, b) => a.level - b.level)[0]
}

/**
 * The cue that holds at a moment of a step: the last one that was said in it.
 *
 * @example
 * cueAt(cues, 0, 0)?.say // 'Bridge. Let the back of the hips lift and carry you.'
 */
export function cueAt(cues: readonly Cue[], step: number, intoStep: number): Cue | null {
  return cues.findLast((cue) => cue.step === step && cue.intoStep <= intoStep) ?? null
}
