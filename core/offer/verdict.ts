import { rangeMargin } from '../body/fits'
import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { Consideration, ConsiderationRule } from '../catalogue/consideration'
import type { Dose } from '../catalogue/dose'
import type { Demand, ImposedRange } from '../catalogue/movement'
import type { Side, Tag } from '../catalogue/words'
import type { Mover } from '../time/changeover'
import { hasWay } from '../time/changeover'
import { homePosture, moverOf } from './mover'
import type { Arrival, Person, PersonConsideration } from './person'

/** What stands in the way of a variation for somebody today, and what to watch if it is done. */
export interface Verdict {
  blocks: string[]
  watch: string[]
}

/** Demands nobody meets while dizzy; practice. */
const DIZZY_BLOCKS: readonly Tag[] = ['floor-transfer', 'head-below-heart', 'neck-arch']

/**
 * Judges one variation for one person, side and dose. A rule is a tag with a predicate on dose, level and hands,
 * so it is judged here and not in the catalogue.
 *
 * @param workedSide the side that works; `both` where both do
 * @returns reasons in plain words; an empty `blocks` means that the variation is admissible
 */
export function judge(
  variation: Variation,
  dose: Dose,
  workedSide: Side,
  person: Person,
  catalogue: Catalogue,
  arrival?: Arrival,
): Verdict {
  const verdict: Verdict = { blocks: [], watch: [] }
  const demands = demandsOf(variation, catalogue)
  for (const own of person.considerations) {
    const known = catalogue.considerations.get(own.consideration)
    if (!known) {
      verdict.watch.push(`“${own.consideration}” is not in the table: read the note.`)
      continue
    }
    for (const rule of known.rules) {
      const met = demands.find((demand) => demand.tag === rule.tag && touches(demand, own, known, workedSide))
      if (!met || !applies(rule, variation, dose)) continue
      const words = `${known.name}${sideWords(own)}: ${tagWords(rule.tag)}`
      if (rule.effect === 'watch' || own.clearedBy !== '')
        verdict.watch.push(own.clearedBy === '' ? words : `${words} (cleared by ${own.clearedBy})`)
      else verdict.blocks.push(words)
    }
    if (known.effortAtMost !== undefined && effortOf(dose) > known.effortAtMost) {
      verdict.watch.push(`${known.name}: effort ${known.effortAtMost} % at most.`)
    }
  }
  if (!isReachable(variation, person, catalogue, arrival)) verdict.blocks.push('No safe way to this posture')
  for (const imposed of variation.imposed) {
    const said = rangeWords(imposed, workedSide, person, catalogue)
    if (said?.effect === 'block') verdict.blocks.push(said.words)
    else if (said) verdict.watch.push(said.words)
  }
  if (arrival?.dizzy) {
    for (const { tag } of demands) {
      if (DIZZY_BLOCKS.includes(tag)) verdict.blocks.push(`Dizzy today: ${tagWords(tag)}`)
    }
  }
  return verdict
}

/** What is closed to somebody, by the person: asked for every rung, so made once, and once more for a dizzy day. */
const knownMovers = new WeakMap<Person, { usual?: Mover; dizzy?: Mover }>()

/** A posture that somebody cannot get into by any safe way from where their lane begins is not for them. */
function isReachable(variation: Variation, person: Person, catalogue: Catalogue, arrival?: Arrival): boolean {
  let movers = knownMovers.get(person)
  if (!movers) knownMovers.set(person, (movers = {}))
  const { avoid } = arrival?.dizzy
    ? (movers.dizzy ??= moverOf(person, catalogue, arrival))
    : (movers.usual ??= moverOf(person, catalogue))
  return hasWay(catalogue.graph, homePosture(variation.tier, avoid, catalogue), variation.postureId, avoid)
}

/** What a forced range asks of somebody who was measured; not measured, the level decides and nothing is said. */
function rangeWords(
  { measure, degrees, of }: ImposedRange,
  workedSide: Side,
  person: Person,
  catalogue: Catalogue,
): { effect: 'block' | 'watch'; words: string } | null {
  const sides =
    workedSide === 'both' ? (['left', 'right'] as const) : [of === 'worked' ? workedSide : otherSide(workedSide)]
  const measured = sides.flatMap((side) => {
    const own = person.ranges.find((range) => range.range === measure && (range.side === side || range.side === 'both'))
    return own ? [{ side, degrees: own.degrees * shareOf(measure, side, person, catalogue) }] : []
  })
  const tighter = measured.sort((a, b) => a.degrees - b.degrees)[0]
  const margin = rangeMargin(degrees, tighter?.degrees ?? null)
  if (!tighter || margin === 'comfortable' || margin === 'not-measured') return null
  const words = `${measure.replaceAll('-', ' ')}, ${tighter.side}: ${degrees}° is asked, ${Math.round(tighter.degrees)}° may be used`
  return { effect: margin === 'watch' ? 'watch' : 'block', words }
}

function shareOf(range: string, side: Side, person: Person, catalogue: Catalogue): number {
  const shares = person.considerations.flatMap((own) => {
    const limit = catalogue.considerations.get(own.consideration)?.rangeAtMost
    return limit && limit.of.includes(range) && (own.side === 'both' || own.side === side) ? [limit.share] : []
  })
  return Math.min(1, ...shares)
}

function otherSide(side: 'left' | 'right'): 'left' | 'right' {
  return side === 'left' ? 'right' : 'left'
}

/** A variation belongs to one catalogue, so what it asks is gathered once. */
const knownDemands = new WeakMap<Variation, Demand[]>()

/** Everything a variation asks: its own tags and those of being in its posture. */
export function demandsOf(variation: Variation, catalogue: Catalogue): Demand[] {
  const known = knownDemands.get(variation)
  if (known) return known
  const posture = catalogue.postures.get(variation.postureId)
  const demands = [...variation.demands, ...(posture?.demands ?? []).map((tag) => ({ tag, of: 'whole' as const }))]
  knownDemands.set(variation, demands)
  return demands
}

/** A consideration of one side meets a demand that is asked of that side, or of the whole body. */
function touches(demand: Demand, own: PersonConsideration, known: Consideration, workedSide: Side): boolean {
  if (!known.sided || own.side === 'both' || workedSide === 'both' || demand.of === 'whole') return true
  return demand.of === 'worked' ? own.side === workedSide : own.side !== workedSide
}

function applies({ when }: ConsiderationRule, variation: Variation, dose: Dose): boolean {
  if (when.effortOver !== undefined && effortOf(dose) <= when.effortOver) return false
  if (when.secondsOver !== undefined && stillSecondsOf(dose) <= when.secondsOver) return false
  if (when.levelOver !== undefined && variation.level <= when.levelOver) return false
  if (when.withoutHands && variation.hands !== 'none') return false
  return true
}

/** Effort of a dose in percent; a dose without a stated effort is taken as the whole of it. */
function effortOf(dose: Dose): number {
  return dose.kind === 'press' ? dose.effort : 100
}

function stillSecondsOf(dose: Dose): number {
  return dose.kind === 'hold' || dose.kind === 'press' || dose.kind === 'target' ? dose.seconds : 0
}

function sideWords(own: PersonConsideration): string {
  return own.side === 'both' ? '' : ` (${own.side})`
}

/** `deep-hip-bend` → "no deep hip bend" needs no dictionary: the tags are the trade's own words. */
function tagWords(tag: Tag): string {
  return `${tag.replaceAll('-', ' ')} is asked here`
}
