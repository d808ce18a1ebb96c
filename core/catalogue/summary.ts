import { variationId, wayId, wayName, type CatalogueData, type CatalogueIndex } from './catalogue'
import { POSE_NAMES } from './figure'
import {
  VariationTexts,
  type MovementEntry,
  type MovementSummary,
  type MovementTexts,
  type VariationEntry,
  type VariationSummary,
  type WayEntry,
} from './movement'
import { wordCount } from '../sentence'
import { TIERS, type Tier } from './words'

/**
 * The catalogue without words and poses.
 *
 * @returns what `linkCatalogue` takes; a practice's screens load it whole and the words of a movement when they need
 * them
 * @example
 * 'words' in indexOf(data).movements[0] // false
 */
export function indexOf(data: CatalogueData): CatalogueIndex {
  return { ...data, movements: data.movements.map(summaryOf) }
}

function summaryOf({ muscles: _muscles, cautions: _cautions, tiers, ...facts }: MovementEntry): MovementSummary {
  const summary = (tier: Tier) => {
    const answer = tiers[tier]
    return 'ladder' in answer ? { ladder: answer.ladder.map(summaryOfRung) } : answer
  }
  return {
    ...facts,
    tiers: { bed: summary('bed'), chair: summary('chair'), standing: summary('standing'), floor: summary('floor') },
  }
}

function summaryOfRung(rung: VariationEntry): VariationSummary {
  const {
    figure,
    presses: _presses,
    setUp,
    cues,
    feel: _feel,
    notFeel: _notFeel,
    cheats: _cheats,
    easier: _easier,
    more: _more,
    ways,
    ...facts
  } = rung
  const { chair } = figure.start.scene
  return {
    ...facts,
    saidWords: saidWords(setUp, cues),
    ways: ways.map(({ setUp: own, cues: ownCues, figure: _figure, ...way }) => ({
      ...way,
      saidWords: saidWords(own, ownCues ?? cues),
    })),
    poses: POSE_NAMES.filter((name) => figure[name] !== undefined),
    ...(chair === undefined ? {} : { chair }),
  }
}

function saidWords(setUp: string, cues: readonly string[]): VariationSummary['saidWords'] {
  return { before: wordCount(setUp), during: Math.max(...cues.map(wordCount)) }
}

/**
 * All words about one movement, its variations' by id.
 *
 * @example
 * Object.keys(textsOf(data.movements[0])).length > 0 // true
 */
export function textsOf(entry: MovementEntry): MovementTexts {
  const variations = rungsOf(entry).map(({ id, rung }) => [id, VariationTexts.parse(rung)])
  return { id: entry.id, muscles: entry.muscles, cautions: entry.cautions, variations: Object.fromEntries(variations) }
}

/** A rung, or another way of doing one, as an entry of its own. */
export interface Rung {
  id: string
  tier: Tier
  postureId: string
  rung: VariationEntry
  /** The rung whose way it is; null: it is the rung itself. */
  way: VariationEntry | null
}

function wayRung({ id, tier, rung }: Rung, { id: way, ...own }: WayEntry): Rung {
  const { posture, demands, setUp } = own
  const entry: VariationEntry = {
    ...rung,
    name: wayName(rung.name, way),
    posture,
    demands,
    setUp,
    support: own.support ?? rung.support,
    handsDo: own.handsDo ?? rung.handsDo,
    props: own.props ?? rung.props,
    imposed: own.imposed ?? rung.imposed,
    cues: own.cues ?? rung.cues,
    figure: own.figure ?? rung.figure,
    ways: [],
  }
  return { id: wayId(id, way), tier, postureId: `${tier}/${posture}`, rung: entry, way: rung }
}

/**
 * Every rung of a movement, and its other ways, with its id and its posture's, words and poses included.
 *
 * @example
 * rungsOf(data.movements.find(({ id }) => id === 'bridge')).map((rung) => rung.id)[0] // 'bridge.bed.1'
 */
export function rungsOf(entry: MovementEntry): Rung[] {
  return TIERS.flatMap((tier) => {
    const answer = entry.tiers[tier]
    return 'ladder' in answer
      ? answer.ladder.flatMap((rung): Rung[] => {
          const id = variationId(entry.id, tier, rung.level)
          const own = { id, tier, postureId: `${tier}/${rung.posture}`, rung, way: null }
          return [own, ...rung.ways.map((way) => wayRung(own, way))]
        })
      : []
  })
}
