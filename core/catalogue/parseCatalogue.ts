import { z } from 'zod'
import { parseDocument } from 'yaml'
import { CatalogueError, wayId, type CatalogueData, type CatalogueProblem } from './catalogue'
import { Aim } from './aim'
import { ReadyChain } from './chain'
import { contradictionsIn } from './contradictions'
import { Clock } from './clock'
import { Consideration } from './consideration'
import { Falls } from './falls'
import { Habits } from './habits'
import { PostureFigure } from './figure'
import { Interview } from './interview'
import { Judgement } from './judgement'
import { Measure, TierGate } from './measure'
import { Demand, DialBound, MovementEntry } from './movement'
import { PostureGraph } from './posture'
import { RedFlags } from './redFlags'
import { Prop, School } from './school'
import { Stations } from './station'
import { rungsOf } from './summary'
import { Task } from './task'

/**
 * Reads the catalogue's files and refuses whatever is incomplete or contradicts itself.
 *
 * @param files file name (`movements/17-front-of-hip-opening.yaml`, `postures.yaml` …) → YAML text
 * @throws {CatalogueError} naming file, path and reason, all problems at once
 * @example
 * parseCatalogue({ 'props.yaml': '- { id: chair }' }) // throws 'The catalogue has 20 problems'
 */
export function parseCatalogue(files: Record<string, string>): CatalogueData {
  const problems: CatalogueProblem[] = []
  const read = <S extends z.ZodType>(file: string, schema: S): z.infer<S> | undefined => {
    const known = readFile(file, files[file], schema)
    if ('data' in known) return known.data
    problems.push(...known.problems)
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
    tasks: read('tasks.yaml', z.array(Task)),
    gates: read('gates.yaml', z.array(TierGate)),
    interview: read('interview.yaml', Interview),
    aims: read('aims.yaml', z.array(Aim)),
    chains: read('chains.yaml', z.array(ReadyChain)),
    clock: read('clock.yaml', Clock),
    judgement: read('judgement.yaml', Judgement),
    stations: read('stations.yaml', Stations),
    redFlags: read('redFlags.yaml', RedFlags),
    falls: read('falls.yaml', Falls),
    habits: read('habits.yaml', Habits),
    ownFigures: [],
  }
  const derived = read('derived.yaml', DerivedDemands)
  if (problems.length > 0) throw new CatalogueError(problems)
  const whole = withDerived(data as CatalogueData, derived ?? {})
  const contradictions = contradictionsIn(whole)
  if (contradictions.length > 0) throw new CatalogueError(contradictions)
  return whole
}

/** What the build read off the solved poses, by variation: `derived.yaml`. */
const DerivedDemands = z.record(z.string(), z.array(Demand))

/** Every rung with what is written and what its poses ask. */
function withDerived(data: CatalogueData, derived: z.infer<typeof DerivedDemands>): CatalogueData {
  for (const { id, rung, way } of data.movements.flatMap(rungsOf)) {
    if (way) continue
    for (const other of rung.ways) other.demands.push(...(derived[wayId(id, other.id)] ?? []))
    const known = new Set(rung.demands.map(demandKey))
    rung.demands.push(...(derived[id] ?? []).filter((demand) => !known.has(demandKey(demand))))
  }
  return data
}

function demandKey({ tag, of }: Demand): string {
  return `${tag} ${of}`
}

function readFile<S extends z.ZodType>(
  file: string,
  text: string | undefined,
  schema: S,
): { data: z.infer<S> } | { problems: CatalogueProblem[] } {
  if (text === undefined) return { problems: [{ file, path: '', message: 'the file is missing' }] }
  const document = parseDocument(text)
  if (document.errors.length > 0)
    return { problems: document.errors.map(({ message }) => ({ file, path: '', message })) }
  const parsed = schema.safeParse(document.toJS())
  return parsed.success ? { data: parsed.data } : { problems: problemsOf(file, parsed.error) }
}

/**
 * What a schema says against an entry, place by place.
 *
 * @example
 * problemsOf('clock.yaml', Clock.safeParse({}).error)[0].file // 'clock.yaml'
 */
export function problemsOf(file: string, error: z.ZodError): CatalogueProblem[] {
  return error.issues
    .flatMap((issue) => reasonsOf(issue))
    .map(({ path, message }) => ({ file, path: path.join('.'), message }))
}

interface Reason {
  path: PropertyKey[]
  message: string
}

/**
 * Where an entry fits none of several shapes, the reasons of the shape that it came nearest to: the one it fails
 * deepest in.
 */
function reasonsOf(issue: z.core.$ZodIssue, above: PropertyKey[] = []): Reason[] {
  const path = [...above, ...issue.path]
  if (issue.code !== 'invalid_union') return [{ path, message: issue.message }]
  const shapes = issue.errors.map((issues) => issues.flatMap((inner) => reasonsOf(inner, path)))
  const depth = (reasons: Reason[]) => Math.max(...reasons.map((reason) => reason.path.length))
  return shapes.sort((a, b) => depth(b) - depth(a))[0] ?? [{ path, message: issue.message }]
}
