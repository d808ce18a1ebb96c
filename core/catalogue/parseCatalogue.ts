import { z } from 'zod'
import { parseDocument } from 'yaml'
import { CatalogueError, linkCatalogue, type Catalogue, type CatalogueData } from './catalogue'
import { Aim } from './aim'
import { Clock } from './clock'
import { Consideration } from './consideration'
import { PostureFigure } from './figure'
import { Interview } from './interview'
import { Judgement } from './judgement'
import { Measure, TierGate } from './measure'
import { DialBound, MovementEntry, type DialRange } from './movement'
import { PostureGraph } from './posture'
import { RedFlags } from './redFlags'
import { Prop, School } from './school'
import { Stations } from './station'
import { indexOf } from './summary'
import { TIERS } from './words'

/**
 * Reads the catalogue's files and refuses whatever is incomplete or contradicts itself.
 *
 * @param files file name (`movements/17-front-of-hip-opening.yaml`, `postures.yaml` …) → YAML text
 * @throws {CatalogueError} naming file, path and reason, all problems at once
 * @example
 * parseCatalogue({ 'props.yaml': '- { id: chair }' }) // throws: props.yaml: 0.name: …
 */
export function parseCatalogue(files: Record<string, string>): CatalogueData {
  const problems: string[] = []
  const read = <S extends z.ZodType>(file: string, schema: S): z.infer<S> | undefined => {
    const text = files[file]
    if (text === undefined) {
      problems.push(`${file}: the file is missing`)
      return undefined
    }
    const document = parseDocument(text)
    if (document.errors.length > 0) {
      problems.push(...document.errors.map((error) => `${file}: ${error.message}`))
      return undefined
    }
    const parsed = schema.safeParse(document.toJS())
    if (parsed.success) return parsed.data
    problems.push(
      ...parsed.error.issues
        .flatMap((issue) => reasonsOf(issue))
        .map(({ path, message }) => `${file}: ${path.join('.')}: ${message}`),
    )
    return undefined
  }

  const movementFiles = Object.keys(files)
    .filter((file) => file.startsWith('movements/'))
    .sort()
  const data = {
    movements: movementFiles.map((file) => read(file, MovementEntry)).filter((entry) => entry !== undefined),
    graph: read('postures.yaml', PostureGraph),
    considerations: read('considerations.yaml', z.array(Consideration)),
    schools: read('schools.yaml', z.array(School)),
    props: read('props.yaml', z.array(Prop)),
    figures: read('figures.yaml', z.array(PostureFigure)),
    dials: read('dials.yaml', z.array(DialBound)),
    measures: read('measures.yaml', z.array(Measure)),
    gates: read('gates.yaml', z.array(TierGate)),
    interview: read('interview.yaml', Interview),
    aims: read('aims.yaml', z.array(Aim)),
    clock: read('clock.yaml', Clock),
    judgement: read('judgement.yaml', Judgement),
    stations: read('stations.yaml', Stations),
    redFlags: read('redFlags.yaml', RedFlags),
    ownFigures: [],
  }
  if (problems.length > 0) throw new CatalogueError(problems)
  const whole = data as CatalogueData
  const contradictions = contradictionsIn(whole)
  if (contradictions.length > 0) throw new CatalogueError(contradictions)
  return whole
}

interface Reason {
  path: PropertyKey[]
  message: string
}

/** Where an entry fits none of several shapes, the reasons of the shape that it came nearest to: the one it fails deepest in. */
export function reasonsOf(issue: z.core.$ZodIssue, above: PropertyKey[] = []): Reason[] {
  const path = [...above, ...issue.path]
  if (issue.code !== 'invalid_union') return [{ path, message: issue.message }]
  const shapes = issue.errors.map((issues) => issues.flatMap((inner) => reasonsOf(inner, path)))
  const depth = (reasons: Reason[]) => Math.max(...reasons.map((reason) => reason.path.length))
  return shapes.sort((a, b) => depth(b) - depth(a))[0] ?? [{ path, message: issue.message }]
}

/** What each entry says of others that is not so: unknown names, loops of stand-ins, rungs that do not hold. */
export function contradictionsIn(data: CatalogueData): string[] {
  const catalogue = linkCatalogue(indexOf(data))
  const problems: string[] = []
  for (const movement of catalogue.movements.values()) {
    for (const tier of TIERS) {
      const standIn = movement.standIns[tier]
      if (standIn === undefined) continue
      const other = catalogue.movements.get(standIn)
      if (!other) problems.push(`${movement.id}: tiers.${tier}: unknown stand-in "${standIn}"`)
      else if (!other.ladders[tier])
        problems.push(`${movement.id}: tiers.${tier}: the stand-in "${standIn}" has no ladder there`)
    }
  }
  for (const variation of catalogue.variations.values()) {
    if (!catalogue.postures.has(variation.postureId)) {
      problems.push(`${variation.id}: unknown posture "${variation.posture}" in the ${variation.tier} tier`)
    }
    for (const prop of variation.props.flatMap((need) => [need.prop, ...need.instead])) {
      if (!catalogue.props.has(prop)) problems.push(`${variation.id}: unknown prop "${prop}"`)
    }
    for (const range of variation.dials) {
      const problem = outOfBounds(range, data.dials)
      if (problem !== null) problems.push(`${variation.id}: ${problem}`)
    }
    for (const { measure } of variation.imposed) {
      if (![...catalogue.measures.values()].some((known) => known.range?.of === measure))
        problems.push(`${variation.id}: no measure stands for the range "${measure}"`)
    }
    if (variation.level === 1 && !isSupported(variation, catalogue)) {
      problems.push(`${variation.id}: level 1 is carried by something: hands, a prop, or lying and sitting`)
    }
    if (variation.level < 5 && variation.dials.some((range) => range.dial === 'load' && range.to > 0)) {
      problems.push(`${variation.id}: added load belongs to level 5`)
    }
  }
  for (const posture of catalogue.postures.keys()) {
    if (!catalogue.figures.has(posture)) problems.push(`figures.yaml: the posture "${posture}" has no figure`)
  }
  for (const move of catalogue.graph.moves) {
    for (const end of move.between) {
      if (!catalogue.postures.has(end)) problems.push(`postures.yaml: a move names the unknown posture "${end}"`)
    }
  }
  return [...problems, ...aboutPeople(catalogue)]
}

/** What gates and interview name that is not there. */
function aboutPeople({ gates, interview, measures, movements, considerations }: Catalogue): string[] {
  const unknown = (file: string, what: string, id: string) => `${file}: unknown ${what} "${id}"`
  const findings = [
    ...interview.places,
    ...interview.operations,
    ...interview.sections.flatMap((section) => section.questions.flatMap((question) => question.options)),
  ].flatMap((answer) => answer.leadsTo)
  const worse = new Set(interview.worse.map(({ id }) => id))
  return [
    ...[...measures.values()]
      .flatMap((measure) => measure.speaksFor)
      .filter((id) => !movements.has(id))
      .map((id) => unknown('measures.yaml', 'movement', id)),
    ...gates
      .flatMap((gate) => gate.linked)
      .filter((movement) => !movements.has(movement))
      .map((movement) => unknown('gates.yaml', 'movement', movement)),
    ...gates
      .flatMap((gate) => gate.conditions.flatMap((condition) => condition.anyOf))
      .filter(({ measure }) => !measures.has(measure))
      .map(({ measure }) => unknown('gates.yaml', 'measure', measure)),
    ...[interview.recentOperation, ...findings]
      .filter(({ consideration }) => !considerations.has(consideration))
      .map(({ consideration }) => unknown('interview.yaml', 'consideration', consideration)),
    ...findings
      .flatMap((finding) => finding.worse ?? [])
      .filter((id) => !worse.has(id))
      .map((id) => unknown('interview.yaml', 'worsening', id)),
  ]
}

function outOfBounds(range: DialRange, bounds: readonly DialBound[]): string | null {
  const bound = bounds.find((other) => other.dial === range.dial && other.unit === range.unit)
  if (!bound) return `the dial "${range.dial}" has no bounds in the unit "${range.unit}"`
  const [low, high] = [Math.min(range.from, range.to), Math.max(range.from, range.to)]
  return low < bound.from || high > bound.to
    ? `the dial "${range.dial}" goes from ${low} to ${high} ${range.unit}, its bounds are ${bound.from} to ${bound.to}`
    : null
}

function isSupported(variation: { hands: string; props: unknown[]; postureId: string }, catalogue: Catalogue): boolean {
  const posture = catalogue.postures.get(variation.postureId)
  return variation.hands !== 'none' || variation.props.length > 0 || (posture !== undefined && posture.height < 1)
}
