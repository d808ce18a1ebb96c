import { dequal } from 'dequal/lite'
import { FIRST_STEPS, LATER_STEPS, SHORTER_STEPS } from './patience'
import { entryAt, entryOf, sure } from '../entries'
import { randomFrom } from '../random'
import { counted } from '../sentence'
import { servedBy } from '../goal/serving'
import { REGIONS, type Region } from '../catalogue/words'
import { chainsOf, partsOfChain, type Chain } from '../plan/chain'
import { blocksOfChain } from '../plan/chainEdits'
import { blockFor } from '../plan/edits'
import type { Block, Plan } from '../plan/plan'
import { timelineOf } from '../plan/timeline'
import type { Ask } from './ask'
import type { Option } from './options'
import { problemOf, ridersOf, type Fallen, type Problem } from './problem'
import { bestLine } from './search'
import { shorter } from './shorter'
import { brokenRule, scoreOf, secondsOfLine, type Line } from './score'

/** A plan that was composed, with why each of its blocks is in it. */
export interface ComposedPlan {
  plan: Plan
  score: number
  seconds: number
  /** By block id. */
  reasons: Record<string, string>
}

export interface Composed {
  plans: ComposedPlan[]
  /** Movements that could not be in it, and because of whom or what. */
  fallen: Fallen[]
  /** Why there is no plan, and what to relax; empty where there is one. */
  unmet: string[]
  problem: Problem
}

const PLANS = 3
/** What a movement counts in the second and third plan when an earlier one has it: so that they differ. */
const OTHERWISE_SHARE = 0.55

/**
 * Composes up to three distinct plans, the best first.
 *
 * @param from a plan to start from, after something in it was pinned, swapped or taken out
 * @param steps how long it looks
 * @example
 * composed(ask, null, 200).plans[0].plan.blocks.length > 3 // true
 */
export function composed(ask: Ask, from: Plan | null = null, steps = FIRST_STEPS): Composed {
  const random = randomFrom(ask.seed).next
  const wished = problemOf(ask)
  // Where the time is too short for every line of defence that the aim names, the checks say which is left out.
  const lined = bestLine(wished, random, 0) ? wished : { ...wished, lines: [] }
  // The same where what is pinned cannot be in the order that is wished.
  const problem = bestLine(lined, random, 0) ? lined : { ...lined, order: null }
  const unmet = unmetBefore(ask, problem)
  if (unmet.length > 0) return { plans: [], fallen: problem.fallen, unmet, problem }
  const lines: Line[] = []
  for (let count = 0; count < PLANS; count += 1) {
    const line = bestLine(
      count === 0 ? problem : unlike(problem, lines),
      random,
      count === 0 ? steps : Math.min(LATER_STEPS, steps),
      count === 0 && from ? lineOf(from, problem) : null,
    )
    if (!line) break
    const own = line.map((option) =>
      sure(
        problem.options.find((other) => other.movement === option.movement && other.rounds === option.rounds),
        'A pinned movement is none of the options.',
      ),
    )
    if (lines.every((other) => differ(own, other))) lines.push(own)
  }
  if (lines.length === 0) return { plans: [], fallen: problem.fallen, unmet: whatToRelax(ask, problem), problem }
  return {
    plans: lines.map((line) => finished(line, ask, problem)).sort((a, b) => b.score - a.score),
    fallen: problem.fallen,
    unmet: [],
    problem,
  }
}

/** The same question with what earlier plans have counting less. */
function unlike(problem: Problem, lines: readonly Line[]): Problem {
  const used = new Set(lines.flatMap((line) => line.flatMap((option) => option.movements)))
  return {
    ...problem,
    options: problem.options.map((option) =>
      option.quality !== 'breath' &&
      option.movements.some((movement) => used.has(movement) && !problem.pinned.includes(movement))
        ? { ...option, gain: option.gain.map((seconds) => seconds * OTHERWISE_SHARE) }
        : option,
    ),
  }
}

function differ(a: Line, b: Line): boolean {
  const other = new Set(b.flatMap((option) => option.movements))
  return a.flatMap((option) => option.movements).filter((movement) => !other.has(movement)).length >= 2
}

/**
 * The blocks of a plan as options, those that are no longer open left out.
 *
 * @example
 * lineOf({ blocks: [] }, problem) // []
 */
export function lineOf({ blocks }: Pick<Plan, 'blocks'>, problem: Pick<Problem, 'options'>): Line {
  const chains = chainsOf(blocks)
  return blocks.flatMap((block) => {
    const chain = chains.find((one) => one.blocks.includes(block))
    const whole = chain && problem.options.find((option) => isOfChain(option, chain))
    if (whole) return block === chain.blocks[0] ? whole : []
    const own = problem.options.filter((option) => option.movement === block.movement)
    return own.find((option) => option.rounds === block.rounds) ?? own[0] ?? []
  })
}

function isOfChain({ chain, movements, rounds }: Option, { name, blocks }: Chain): boolean {
  const once = chain?.parts[0]?.rounds ?? 1
  return chain?.name === name && rounds * once === blocks[0]?.rounds && dequal(movements, partsOfChain({ blocks }))
}

/**
 * A line that has been made into a plan, with its score and why each block is in it.
 *
 * @param made the plan, and what it takes on the real timeline
 * @example
 * composedOf([], { plan, seconds: 2690 }, ask, problem).seconds // 2690
 */
export function composedOf(
  line: Line,
  { plan, seconds }: { plan: Plan; seconds: number },
  ask: Ask,
  problem: Problem,
): ComposedPlan {
  return { plan, score: scoreOf(line, problem), seconds, reasons: reasonsFor(line, plan, ask, problem) }
}

/** So often a line is made shorter before it is taken as it is. */
const SHORTER_AT_MOST = 8

/** Turns a line into blocks, and where the real clock is longer than it may be, into the best that is shorter. */
function finished(line: Line, ask: Ask, problem: Problem): ComposedPlan {
  let own = line
  for (let tried = 0; ; tried += 1) {
    const plan = planOf(own, ask, problem)
    const { seconds } = timelineOf(plan, ridersOf(plan, problem, ask), ask.met, ask.catalogue)
    const over = seconds - ask.minutes * 60
    const isLong = over > 0 && tried < SHORTER_AT_MOST
    // Where no single change saves as much, the next turn saves the rest.
    const next = isLong ? (shorter(own, over, problem) ?? shorter(own, 1, problem)) : null
    if (next === null) return composedOf(own, { plan, seconds }, ask, problem)
    // What the clock takes more is known now: what is best in the rest of the time is looked for from there.
    const left = { ...problem, seconds: Math.min(problem.seconds, secondsOfLine(own, problem)) - over }
    own = (tried === 0 ? bestLine(left, randomFrom(ask.seed).next, SHORTER_STEPS, next) : null) ?? next
  }
}

/**
 * A line as a plan of the composer's blocks.
 *
 * @example
 * planOf([], ask, problem).blocks // []
 */
export function planOf(line: Line, ask: Ask, problem: Problem): Plan {
  const blocks = line.flatMap((option, at) => blocksOf(option, `c${at + 1}`, ask))
  return { ...problem.plan, title: ask.aim.name, blocks }
}

function blocksOf({ chain, movement, rounds }: Option, id: string, { school, catalogue }: Ask): Block[] {
  if (chain === null) {
    const known = entryOf(catalogue.movements, movement)
    return [{ ...blockFor(known, school, `${id}-${movement}`.slice(0, 60), catalogue), rounds }]
  }
  let made = 0
  const freshId = () => `${id}-${chain.id}-${(made += 1)}`.slice(0, 60)
  return blocksOfChain(chain, { school, freshId, times: rounds, catalogue }) ?? []
}

/** Why each block is in it: what it gives, what it saves, what was wished. */
function reasonsFor(line: Line, plan: Plan, ask: Ask, problem: Problem): Record<string, string> {
  const { change, postures } = problem
  const blocks = line.flatMap((option, place) => Array.from({ length: option.size }, (_, part) => ({ place, part })))
  return Object.fromEntries(
    blocks.map(({ place: at, part }, index) => {
      const option = entryAt(line, at)
      const { id } = entryAt(plan.blocks, index)
      if (part > 0) return [id, `Goes on with “${option.chain?.name}”.`]
      const gains = REGIONS.map((region, index) => ({
        region,
        seconds: entryAt(option.given, index),
        worth: entryAt(option.gain, index) * entryAt(problem.weight, index),
      }))
        .filter(({ region, worth }) => worth > 1 && region in ask.aim.regions)
        .sort((a, b) => b.worth - a.worth)
      const before = at === 0 ? 0 : entryAt(line, at - 1).leaves
      const words = [
        at === 0 ? 'settles' : '',
        at > 0 && at === line.length - 1 ? 'lets it sink in' : '',
        option.chain ? `begins “${option.chain.name}”` : '',
        option.movements.some((movement) => ask.pinned.includes(movement)) ? 'pinned' : '',
        gains.length > 0
          ? gains
              .slice(0, 2)
              .map(({ region, seconds }) => `${Math.round(seconds)} s for ${nameOf(region)}`)
              .join(', ')
          : '',
        forWhom(option.movements, ask),
        option.movements.some((movement) => ask.carryOver.includes(movement)) ? 'repeated for progress' : '',
        at > 0 && change[before * postures + option.posture] === 0 ? 'nobody has to move for it' : '',
        option.phase === 'warm' && gains.length === 0 && at > 0 && at < line.length - 1 ? 'warms' : '',
      ].filter((word) => word !== '')
      const said = words.length > 0 ? words.join('; ') : 'rounds it off'
      return [id, `${said.charAt(0).toUpperCase()}${said.slice(1)}.`]
    }),
  )
}

/** More names than this are counted. */
const NAMED_AT_MOST = 2

/** Whose goals a block serves. */
function forWhom(movements: readonly string[], { people, catalogue }: Ask): string {
  const served = people.flatMap(({ person }) => {
    const [most] = movements.flatMap((movement) => servedBy(movement, person.comesFor, catalogue))
    return most ? [`${most.task.said} of ${entryAt(person.name.split(' '), 0)}`] : []
  })
  if (served.length === 0) return ''
  const [named, others] = [served.slice(0, NAMED_AT_MOST), served.length - NAMED_AT_MOST]
  return `serves ${named.join(', ')}${others > 0 ? ` and of ${counted(others, 'other')}` : ''}`
}

function nameOf(region: Region): string {
  return region.replaceAll('-', ' ')
}

/** What stands in the way before any search. */
function unmetBefore(ask: Ask, problem: Problem): string[] {
  const nameOfMovement = (id: string) => ask.catalogue.movements.get(id)?.name ?? id
  return ask.pinned.flatMap((movement) => {
    const out = problem.fallen.find((other) => other.movement === movement)
    return out
      ? [`“${nameOfMovement(movement)}” is pinned and cannot be in it: ${out.why} Take the pin off, or change that.`]
      : []
  })
}

/** Why no line keeps the rules: one wish after the other is let go, and the first that helps is named. */
function whatToRelax(ask: Ask, problem: Problem): string[] {
  const few = randomFrom(`${ask.seed} relax`).next
  const works = (other: Problem) => bestLine(other, few, 300) !== null
  const said: string[] = []
  for (const more of [60, 120, 300, 600, 1200]) {
    const longer = { ...problem, seconds: problem.seconds + more }
    const line = bestLine(longer, few, 3000)
    if (!line) continue
    const over = secondsOfLine(shortest(line, longer), longer) - problem.seconds
    said.push(`It needs at least ${Math.max(1, Math.ceil(over / 60))} ` + 'min more.')
    break
  }
  if (works({ ...problem, most: Infinity })) said.push('Let there be more movements.')
  for (const pin of problem.pinned) {
    if (works({ ...problem, pinned: problem.pinned.filter((other) => other !== pin) }))
      said.push(`Or take the pin off “${ask.catalogue.movements.get(pin)?.name}”.`)
  }
  if (said.length === 0) said.push('No single wish is enough: give it more time, or fewer pins.')
  return said
}

/** Without everything that is neither pinned nor needed. */
function shortest(line: Line, problem: Problem): Line {
  let own = line
  for (const option of line.slice(1, -1)) {
    const less = own.filter((other) => other !== option)
    if (!option.movements.some((movement) => problem.pinned.includes(movement)) && brokenRule(less, problem) === null)
      own = less
  }
  return own
}
