import { entryAt } from '../entries'
import type { Option } from './options'
import type { Problem } from './problem'
import { SLOPES } from './score'
import { CLIMB_SECONDS, PHASE_ORDER, sayingLonger } from './weights'

/** What solves a linear model: a text in LP format goes in, the value of the best comes out; null: not proven. */
export type Solver = (model: string) => number | null

/** Before and after the phases: the settling start and the close stand apart. */
const START = -1
const END = 9

/** Where a choice stands: an option at the start, in its phases or at the end. */
interface Choice {
  option: Option
  layer: number
  lastLayer: number
  node: string
}

/**
 * A linear model whose best value no plan can beat. It knows the time, the exact ways between postures as a flow that
 * leaves home, goes through the phases in order and comes home, warming before holds, and everything once; it does not
 * know that a way has to hang together, nor the one trip to the floor. So its best is at least that of the real rules.
 *
 * @param withHolds with long holds after warming, or without any; the larger of the two bounds
 * @param whole with whole movements (slower, closer) or with parts of them
 * @returns a model in LP format
 * @example
 * boundModel(problem, { withHolds: false, whole: false }).startsWith('Maximize') // true
 */
export function boundModel(problem: Problem, { withHolds, whole }: { withHolds: boolean; whole: boolean }): string {
  const choices = choicesIn(problem.options, withHolds)
  const model: Model = { objective: [], rows: [], bounds: [], time: [] }
  choices.forEach(({ option }, at) => {
    model.time.push(term(option.seconds + sayingLonger(option, 0), `x${at}`))
    if (option.cost > 0) model.objective.push(term(-option.cost, `x${at}`))
  })
  addGains(model, problem, choices)
  addWay(model, problem, choices)
  model.rows.push(`time: ${model.time.join(' ')} <= ${problem.seconds.toFixed(6)}`)
  addOrder(model, problem, { choices, withHolds })
  addOnce(model, problem, choices)
  model.bounds.push(...choices.map((_, at) => `0 <= x${at} <= 1`))
  const { objective, rows, bounds } = model
  const general = whole ? `\nGeneral\n ${choices.map((_, at) => `x${at}`).join(' ')}` : ''
  return (
    `Maximize\n obj: ${objective.join(' ')}\nSubject To\n ${rows.join('\n ')}\nBounds\n` +
    ` ${bounds.join('\n ')}${general}\nEnd\n`
  )
}

/** The parts of a model in LP format while it is written, and the terms of its time. */
interface Model {
  objective: string[]
  rows: string[]
  bounds: string[]
  time: string[]
}

/** What regions gain, in two parts of which the second counts less. */
function addGains({ objective, rows, bounds }: Model, { target, weight }: Problem, choices: readonly Choice[]): void {
  for (let region = 0; region < target.length; region += 1) {
    const gained = choices.flatMap(({ option }, at) =>
      entryAt(option.gain, region) > 0 ? [term(-entryAt(option.gain, region), `x${at}`)] : [],
    )
    if (gained.length === 0) continue
    SLOPES.forEach((slope, part) => {
      objective.push(term(entryAt(weight, region) * slope, `z${region}_${part}`))
      bounds.push(`0 <= z${region}_${part} <= ${(entryAt(target, region) / 2).toFixed(6)}`)
    })
    rows.push(`r${region}: ${SLOPES.map((_, part) => `+ 1 z${region}_${part}`).join(' ')} ${gained.join(' ')} <= 0`)
  }
}

/** The way from home through the postures and home again: what flows into a place flows out of it. */
function addWay(model: Model, { change, free, climb, postures }: Problem, choices: readonly Choice[]): void {
  const nodes = new Map<
    string,
    Pick<Choice, 'layer' | 'lastLayer'> & Pick<Option, 'posture' | 'leaves'> & { choices: number[] }
  >()
  choices.forEach(({ node, option: { posture, leaves }, layer, lastLayer }, at) => {
    const known = nodes.get(node) ?? { posture, leaves, layer, lastLayer, choices: [] }
    known.choices.push(at)
    nodes.set(node, known)
  })
  const [into, outOf] = [new Map<string, string[]>(), new Map<string, string[]>()]
  const longest = (node: string) =>
    Math.max(0, ...(nodes.get(node)?.choices ?? []).map((at) => sayingLonger(entryAt(choices, at).option, 0)))
  const arc = (from: string, to: string, way: number) => {
    const name = `f_${from}_${to}`
    // A way there leaves room for speaking to whatever comes first, at most so much.
    const spared = Math.min(Math.ceil(entryAt(free, way)), longest(to))
    const seconds = entryAt(change, way) - spared
    if (seconds !== 0) model.time.push(term(seconds, name))
    if (entryAt(climb, way) > 0) model.objective.push(term(-CLIMB_SECONDS * entryAt(climb, way), name))
    model.bounds.push(`0 <= ${name} <= 20`)
    into.set(to, [...(into.get(to) ?? []), name])
    outOf.set(from, [...(outOf.get(from) ?? []), name])
  }
  for (const [from, a] of nodes) {
    if (a.layer === START) arc('home', from, a.posture)
    if (a.layer === END) arc(from, 'home', a.leaves * postures)
    for (const [to, b] of nodes)
      if (from !== to && goesOn(a.lastLayer, b.layer)) arc(from, to, a.leaves * postures + b.posture)
  }
  model.rows.push(`leave: ${(outOf.get('home') ?? []).map((name) => `+ 1 ${name}`).join(' ')} = 1`)
  for (const [node, { choices: here }] of nodes) {
    const [inflow, outflow] = [into.get(node) ?? [], outOf.get(node) ?? []]
    const balance = [...inflow.map((name) => `+ 1 ${name}`), ...outflow.map((name) => `- 1 ${name}`)]
    model.rows.push(`flow_${node}: ${balance.join(' ')} = 0`)
    for (const at of here)
      model.rows.push(`visit${at}: + 1 x${at} ${inflow.map((name) => `- 1 ${name}`).join(' ')} <= 0`)
  }
}

/** Whether one layer may come straight after another: phases in order, the close last. */
function goesOn(from: number, to: number): boolean {
  if (from === END || to === START) return false
  return from === START || to === END || to >= from
}

/** One start, one close, no more than are wished, enough warming before holds, and not too much breath for anybody. */
function addOrder(
  { rows }: Model,
  problem: Problem,
  { choices, withHolds }: { choices: readonly Choice[]; withHolds: boolean },
): void {
  const sumOf = (layer: number) => sum(choices, (choice) => choice.layer === layer)
  rows.push(`start: ${sumOf(START).join(' ')} = 1`, `close: ${sumOf(END).join(' ')} = 1`)
  const many = choices.map(({ option }, at) => term(option.movements.length, `x${at}`))
  if (problem.most < Infinity) rows.push(`most: ${many.join(' ')} <= ${problem.most}`)
  const isInner = (layer: number) => layer !== START && layer !== END
  const warm = choices.flatMap(({ option, layer }, at) =>
    isInner(layer) && option.warm > 0 ? [term(option.warm, `x${at}`)] : [],
  )
  if (withHolds) rows.push(`warm: ${warm.join(' ')} >= ${problem.warmSeconds}`)
  for (let rider = 0; rider < problem.riders.length; rider += 1) {
    if (!choices.some(({ option }) => option.breathing.includes(rider))) continue
    const share = ({ breathing, size }: Option) =>
      breathing.filter((other) => other === rider).length - problem.breathShare * size
    rows.push(`breathe${rider}: ${choices.map(({ option }, at) => term(share(option), `x${at}`)).join(' ')} <= 0`)
  }
}

/** Everything once, breath twice; what is pinned at least once, and something of each line that the aim names. */
function addOnce({ rows }: Model, { options, pinned, lines }: Problem, choices: readonly Choice[]): void {
  const movements = [...new Set(options.flatMap((option) => option.movements))]
  for (const [index, movement] of movements.entries()) {
    const own = sum(choices, ({ option }) => option.movements.includes(movement))
    if (own.length === 0) continue
    const isBreath = options.some((option) => option.movement === movement && option.quality === 'breath')
    rows.push(`once${index}: ${own.join(' ')} <= ${isBreath ? 2 : 1}`)
    if (pinned.includes(movement)) rows.push(`pin${index}: ${own.join(' ')} >= 1`)
  }
  for (const line of lines)
    rows.push(`line${line}: ${sum(choices, ({ option }) => option.lines.includes(line)).join(' ')} >= 1`)
}

function sum(choices: readonly Choice[], which: (choice: Choice) => boolean): string[] {
  return choices.flatMap((choice, at) => (which(choice) ? [`+ 1 x${at}`] : []))
}

function choicesIn(options: readonly Option[], withHolds: boolean): Choice[] {
  return options.flatMap((option): Choice[] => {
    const isBreath = option.quality === 'breath'
    const at = (layer: number, lastLayer = layer): Choice => {
      const node = `n${option.posture}_${option.leaves}_${layer + 1}_${lastLayer + 1}`
      return { option, layer, lastLayer, node }
    }
    return [
      ...(isBreath || option.phase === 'settle' ? [at(START)] : []),
      ...(isBreath || option.lastPhase === 'close' ? [at(END)] : []),
      ...(isBreath || (!withHolds && option.isLongHold)
        ? []
        : [at(PHASE_ORDER[option.phase], PHASE_ORDER[option.lastPhase])]),
    ]
  })
}

function term(factor: number, name: string): string {
  return `${factor < 0 ? '-' : '+'} ${Math.abs(factor).toFixed(6)} ${name}`
}

/**
 * The most that any plan could reach: the larger of the bounds with and without long holds.
 *
 * @returns null where nothing was proven
 * @example
 * boundOf(problem, () => null, false) // null
 */
export function boundOf(problem: Problem, solve: Solver, whole: boolean): number | null {
  const bounds = [true, false].map((withHolds) => solve(boundModel(problem, { withHolds, whole })))
  const proven = bounds.filter((bound) => bound !== null)
  return proven.length === 0 ? null : Math.max(...proven)
}

/**
 * How much better than this any plan could be, at most.
 *
 * @param score of the plan at hand
 * @returns a share, 0.02 for 2 %; null where nothing was proven
 * @example
 * gapOf(95, 100) // 0.05263
 */
export function gapOf(score: number, bound: number | null): number | null {
  return bound === null || score <= 0 ? null : Math.max(0, bound / score - 1)
}
