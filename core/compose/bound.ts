import type { Option, Problem } from './problem'
import { CLIMB_SECONDS, PHASE_ORDER, SLOPES } from './score'

/** What solves a linear model: a text in LP format goes in, the value of the best comes out; null: not proven. */
export type Solver = (model: string) => number | null

/** Before and after the phases: the settling start and the close stand apart. */
const START = -1
const END = 9

/** Where a choice stands: an option at the start, in its phase or at the end. */
interface Choice {
  option: Option
  layer: number
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
 */
export function boundModel(problem: Problem, { withHolds, whole }: { withHolds: boolean; whole: boolean }): string {
  const { options, change, climb, postures, target, weight, seconds, pinned } = problem
  const choices = choicesIn(options, withHolds)
  const nodes = new Map<string, { posture: number; layer: number; choices: number[] }>()
  choices.forEach(({ node, option, layer }, at) => {
    const known = nodes.get(node) ?? { posture: option.posture, layer, choices: [] }
    known.choices.push(at)
    nodes.set(node, known)
  })
  const objective: string[] = []
  const bounds: string[] = []
  const rows: string[] = []
  const time: string[] = choices.map(({ option }, at) => term(option.seconds, `x${at}`))
  choices.forEach(({ option }, at) => {
    if (option.cost > 0) objective.push(term(-option.cost, `x${at}`))
  })
  for (let region = 0; region < target.length; region += 1) {
    const gained = choices.flatMap(({ option }, at) =>
      option.gain[region]! > 0 ? [term(-option.gain[region]!, `x${at}`)] : [],
    )
    if (gained.length === 0) continue
    SLOPES.forEach((slope, part) => {
      objective.push(term(weight[region]! * slope, `z${region}_${part}`))
      bounds.push(`0 <= z${region}_${part} <= ${(target[region]! / 2).toFixed(6)}`)
    })
    rows.push(`r${region}: ${SLOPES.map((_, part) => `+ 1 z${region}_${part}`).join(' ')} ${gained.join(' ')} <= 0`)
  }
  const [into, outOf] = [new Map<string, string[]>(), new Map<string, string[]>()]
  const arc = (from: string, to: string, fromPosture: number, toPosture: number) => {
    const name = `f_${from}_${to}`
    const way = fromPosture * postures + toPosture
    if (change[way]! > 0) time.push(term(change[way]!, name))
    if (climb[way]! > 0) objective.push(term(-CLIMB_SECONDS * climb[way]!, name))
    bounds.push(`0 <= ${name} <= 20`)
    into.set(to, [...(into.get(to) ?? []), name])
    outOf.set(from, [...(outOf.get(from) ?? []), name])
  }
  for (const [from, a] of nodes) {
    if (a.layer === START) arc('home', from, 0, a.posture)
    if (a.layer === END) arc(from, 'home', a.posture, 0)
    for (const [to, b] of nodes) {
      const goesOn =
        a.layer === START
          ? b.layer !== START
          : a.layer !== END && b.layer !== START && (b.layer === END || b.layer >= a.layer)
      if (from !== to && goesOn) arc(from, to, a.posture, b.posture)
    }
  }
  rows.push(`leave: ${(outOf.get('home') ?? []).map((name) => `+ 1 ${name}`).join(' ')} = 1`)
  for (const node of nodes.keys()) {
    const [inflow, outflow] = [into.get(node) ?? [], outOf.get(node) ?? []]
    rows.push(
      `flow_${node}: ${[...inflow.map((name) => `+ 1 ${name}`), ...outflow.map((name) => `- 1 ${name}`)].join(' ')} = 0`,
    )
    for (const at of nodes.get(node)!.choices)
      rows.push(`visit${at}: + 1 x${at} ${inflow.map((name) => `- 1 ${name}`).join(' ')} <= 0`)
  }
  rows.push(`time: ${time.join(' ')} <= ${seconds.toFixed(6)}`)
  const sumOf = (which: (choice: Choice) => boolean) =>
    choices.flatMap((choice, at) => (which(choice) ? [`+ 1 x${at}`] : []))
  rows.push(
    `start: ${sumOf(({ layer }) => layer === START).join(' ')} = 1`,
    `close: ${sumOf(({ layer }) => layer === END).join(' ')} = 1`,
  )
  if (withHolds)
    rows.push(
      `warm: ${choices.flatMap(({ option, layer }, at) => (layer === PHASE_ORDER.warm || layer === PHASE_ORDER.main ? [term(option.seconds, `x${at}`)] : [])).join(' ')} >= ${problem.warmSeconds}`,
    )
  for (let rider = 0; rider < problem.riders.length; rider += 1) {
    if (!choices.some(({ option }) => option.breathing.includes(rider))) continue
    rows.push(
      `breathe${rider}: ${choices.map(({ option }, at) => term((option.breathing.includes(rider) ? 1 : 0) - problem.breathShare, `x${at}`)).join(' ')} <= 0`,
    )
  }
  const movements = [...new Set(options.map((option) => option.movement))]
  for (const [index, movement] of movements.entries()) {
    const own = sumOf(({ option }) => option.movement === movement)
    if (own.length === 0) continue
    rows.push(
      `once${index}: ${own.join(' ')} <= ${options.some((option) => option.movement === movement && option.quality === 'breath') ? 2 : 1}`,
    )
    if (pinned.includes(movement)) rows.push(`pin${index}: ${own.join(' ')} >= 1`)
  }
  bounds.push(...choices.map((_, at) => `0 <= x${at} <= 1`))
  const general = whole ? `\nGeneral\n ${choices.map((_, at) => `x${at}`).join(' ')}` : ''
  return `Maximize\n obj: ${objective.join(' ')}\nSubject To\n ${rows.join('\n ')}\nBounds\n ${bounds.join('\n ')}${general}\nEnd\n`
}

function choicesIn(options: readonly Option[], withHolds: boolean): Choice[] {
  return options.flatMap((option): Choice[] => {
    const isBreath = option.quality === 'breath'
    const at = (layer: number): Choice => ({ option, layer, node: `n${option.posture}_${layer + 1}` })
    return [
      ...(isBreath || option.phase === 'settle' ? [at(START)] : []),
      ...(isBreath || option.phase === 'close' ? [at(END)] : []),
      ...(isBreath || (!withHolds && option.phase === 'long-holds') ? [] : [at(PHASE_ORDER[option.phase])]),
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
 */
export function gapOf(score: number, bound: number | null): number | null {
  return bound === null || score <= 0 ? null : Math.max(0, bound / score - 1)
}
