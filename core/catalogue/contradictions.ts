import {
  linkCatalogue,
  type Catalogue,
  type CatalogueData,
  type CatalogueProblem,
  type Movement,
  type Variation,
} from './catalogue'
import type { Measure } from './measure'
import type { DialBound, DialRange } from './movement'
import { indexOf } from './summary'
import { TIERS } from './words'

/**
 * What each entry says of others that is not so: unknown names, loops of stand-ins, rungs that do not hold.
 *
 * @example
 * contradictionsIn(data) // []
 */
export function contradictionsIn(data: CatalogueData): CatalogueProblem[] {
  const catalogue = linkCatalogue(indexOf(data))
  return [
    ...[...catalogue.movements.values()].flatMap((movement) => [
      ...inStandIns(movement, catalogue),
      ...inSwings(movement, catalogue),
    ]),
    ...[...catalogue.variations.values()].flatMap((variation) => inVariation(variation, catalogue, data.dials)),
    ...inPostures(catalogue),
    ...inMeasuresAndGates(catalogue),
    ...inTasks(catalogue),
    ...inInterview(catalogue),
    ...inFalls(catalogue),
    ...inChains(catalogue),
  ]
}

function inStandIns(movement: Movement, { movements }: Catalogue): CatalogueProblem[] {
  return TIERS.flatMap((tier) => {
    const standIn = movement.standIns[tier]
    if (standIn === undefined) return []
    const other = movements.get(standIn)
    if (other?.ladders[tier]) return []
    const message = other ? `the stand-in "${standIn}" has no ladder there` : `unknown stand-in "${standIn}"`
    return [{ file: movement.id, movement: movement.id, path: `tiers.${tier}`, message }]
  })
}

/** A movement that is dosed as a pair somewhere has a swing to go with it. */
function inSwings({ id, doses, ladders, swings }: Movement, { movements }: Catalogue): CatalogueProblem[] {
  const rungs = TIERS.flatMap((tier) => ladders[tier] ?? [])
  const isPaired = [...Object.values(doses), ...rungs].some(({ dose }) => dose?.kind === 'pair')
  const messages = swings.flatMap((swing) => {
    return movements.has(swing) ? [] : [`unknown swing "${swing}"`]
  })
  if (isPaired && swings.length === 0) messages.push('a pair needs a swing to go with its hold')
  return messages.map((message) => ({ file: id, movement: id, path: 'swings', message }))
}

function inVariation(variation: Variation, catalogue: Catalogue, bounds: readonly DialBound[]): CatalogueProblem[] {
  const { postures, props, measures } = catalogue
  const wanted = variation.props.flatMap((need) => [need.prop, ...need.instead])
  const ranges = new Set([...measures.values()].map((known) => known.range?.of))
  const carriesLoad = variation.dials.some((range) => range.dial === 'load' && range.to > 0)
  const messages = [
    ...(postures.has(variation.postureId)
      ? []
      : [`unknown posture "${variation.posture}" in the ${variation.tier} tier`]),
    ...wanted.filter((prop) => !props.has(prop)).map((prop) => `unknown prop "${prop}"`),
    ...variation.dials.flatMap((range) => outOfBounds(range, bounds) ?? []),
    ...variation.imposed
      .filter(({ measure }) => !ranges.has(measure))
      .map(({ measure }) => `no measure stands for the range "${measure}"`),
    ...(variation.level === 1 && !isSupported(variation, catalogue)
      ? ['level 1 is carried by something: hands, a prop, or lying and sitting']
      : []),
    ...(variation.level < 5 && carriesLoad ? ['added load belongs to level 5'] : []),
  ]
  return messages.map((message) => ({ file: variation.id, movement: variation.movement, path: '', message }))
}

function inPostures({ postures, figures, graph }: Catalogue): CatalogueProblem[] {
  const drawn = [...postures.keys()]
    .filter((posture) => !figures.has(posture))
    .map((posture) => ({ file: 'figures.yaml', path: '', message: `the posture "${posture}" has no figure` }))
  const moves = graph.moves
    .flatMap((move) => move.between)
    .filter((end) => !postures.has(end))
    .map((end) => ({ file: 'postures.yaml', path: '', message: `a move names the unknown posture "${end}"` }))
  return [...drawn, ...moves]
}

function unknown(file: string, what: string, id: string): CatalogueProblem {
  return { file, path: '', message: `unknown ${what} "${id}"` }
}

function inMeasuresAndGates({ gates, measures, movements }: Catalogue): CatalogueProblem[] {
  const spokenFor = [...measures.values()].flatMap((measure) => measure.speaksFor)
  const trained = [...measures.values()].flatMap(({ trains }) => [
    ...(trains?.strength ?? []),
    ...(trains?.stretch ?? []),
  ])
  const asked = gates.flatMap((gate) => gate.conditions.flatMap((condition) => condition.anyOf))
  return [
    ...[...spokenFor, ...trained]
      .filter((id) => !movements.has(id))
      .map((id) => unknown('measures.yaml', 'movement', id)),
    ...[...measures.values()].flatMap((own) => unlikeItsHelped(own, measures)),
    ...[...measures.values()].flatMap((own) => unlikeAlongside(own, measures)),
    ...gates
      .flatMap((gate) => gate.linked)
      .filter((id) => !movements.has(id))
      .map((id) => unknown('gates.yaml', 'movement', id)),
    ...asked
      .filter(({ measure }) => !measures.has(measure))
      .map(({ measure }) => unknown('gates.yaml', 'measure', measure)),
  ]
}

/** One's own range and the helped one are of one kind, or no difference can be told; and it is said what trains it. */
function unlikeItsHelped(own: Measure, measures: Catalogue['measures']): CatalogueProblem[] {
  if (own.helped === undefined) return []
  const helped = measures.get(own.helped)
  if (!helped) return [unknown('measures.yaml', 'measure', own.helped)]
  const isAlike =
    own.unit === helped.unit && own.sides === helped.sides && own.tool === 'tilt' && helped.tool === 'tilt'
  const message = isAlike
    ? `"${own.id}" does not say what trains it`
    : `"${own.id}" and "${helped.id}" are not measured alike`
  return isAlike && own.trains ? [] : [{ file: 'measures.yaml', path: '', message }]
}

/** What one try says besides is taken as often, on the same sides and in the same setting. */
function unlikeAlongside(own: Measure, measures: Catalogue['measures']): CatalogueProblem[] {
  if (own.alongside === undefined) return []
  const other = measures.get(own.alongside)
  if (!other) return [unknown('measures.yaml', 'measure', own.alongside)]
  const isAlike = own.sides === other.sides && own.tries === other.tries && own.setting?.name === other.setting?.name
  const message = `"${own.id}" and "${other.id}" are not taken alike`
  return isAlike ? [] : [{ file: 'measures.yaml', path: '', message }]
}

function inTasks({ tasks, measures, movements }: Catalogue): CatalogueProblem[] {
  return [...tasks.values()].flatMap((task) => [
    ...Object.keys(task.movements)
      .filter((id) => !movements.has(id))
      .map((id) => unknown('tasks.yaml', 'movement', id)),
    ...(measures.has(task.measure) ? [] : [unknown('tasks.yaml', 'measure', task.measure)]),
    ...(measures.get(task.measure)?.realChange === undefined
      ? [{ file: 'tasks.yaml', path: '', message: `the test of "${task.id}" does not say what a real change is` }]
      : []),
  ])
}

function inInterview({ interview, considerations }: Catalogue): CatalogueProblem[] {
  const options = [interview.first, ...interview.sections].flatMap((section) =>
    section.questions.flatMap((question) => question.options),
  )
  const findings = [...interview.places, ...interview.operations, ...options].flatMap((answer) => answer.leadsTo)
  const worse = new Set(interview.worse.map(({ id }) => id))
  return [
    ...[interview.recentOperation, ...findings]
      .filter(({ consideration }) => !considerations.has(consideration))
      .map(({ consideration }) => unknown('interview.yaml', 'consideration', consideration)),
    ...findings
      .flatMap((finding) => finding.worse ?? [])
      .filter((id) => !worse.has(id))
      .map((id) => unknown('interview.yaml', 'worsening', id)),
  ]
}

function inFalls({ falls, interview, considerations, measures }: Catalogue): CatalogueProblem[] {
  const asked = new Set(
    [interview.first, ...interview.sections].flatMap(({ questions }) => questions.map(({ id }) => id)),
  )
  return [
    ...falls.questions
      .filter(({ fact }) => !considerations.has(fact))
      .map(({ fact }) => unknown('falls.yaml', 'consideration', fact)),
    ...falls.questions
      .flatMap((question) => question.asked)
      .filter((id) => !asked.has(id))
      .map((id) => unknown('falls.yaml', 'question', id)),
    ...falls.tests
      .filter(({ measure }) => !measures.has(measure))
      .map(({ measure }) => unknown('falls.yaml', 'measure', measure)),
  ]
}

function inChains({ chains, movements }: Catalogue): CatalogueProblem[] {
  return chains
    .flatMap(({ parts }) => parts)
    .filter(({ movement }) => !movements.has(movement))
    .map(({ movement }) => unknown('chains.yaml', 'movement', movement))
}

function outOfBounds(range: DialRange, bounds: readonly DialBound[]): string | null {
  const bound = bounds.find((other) => other.dial === range.dial && other.unit === range.unit)
  if (!bound) return `the dial "${range.dial}" has no bounds in the unit "${range.unit}"`
  const [low, high] = [Math.min(range.from, range.to), Math.max(range.from, range.to)]
  return low < bound.from || high > bound.to
    ? `the dial "${range.dial}" goes from ${low} to ${high} ${range.unit}, its bounds are ${bound.from} to ${bound.to}`
    : null
}

function isSupported(variation: Variation, { postures }: Catalogue): boolean {
  const posture = postures.get(variation.postureId)
  return variation.support !== 'none' || variation.props.length > 0 || (posture !== undefined && posture.height < 1)
}
