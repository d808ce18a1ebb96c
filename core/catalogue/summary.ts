import { variationId, type CatalogueData, type CatalogueIndex } from './catalogue'
import { POSE_NAMES } from './figure'
import {
  VariationTexts,
  type MovementEntry,
  type MovementSummary,
  type MovementTexts,
  type VariationEntry,
  type VariationSummary,
} from './movement'
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
    setUp: _setUp,
    cues: _cues,
    feel: _feel,
    notFeel: _notFeel,
    cheats: _cheats,
    easier: _easier,
    more: _more,
    ...facts
  } = rung
  const { chair } = figure.start.scene
  return {
    ...facts,
    poses: POSE_NAMES.filter((name) => figure[name] !== undefined),
    ...(chair === undefined ? {} : { chair }),
  }
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

/**
 * Every rung of a movement with its id and its posture's, words and poses included.
 *
 * @example
 * rungsOf(data.movements.find(({ id }) => id === 'bridge')).map((rung) => rung.id)[0] // 'bridge.bed.1'
 */
export function rungsOf(entry: MovementEntry): { id: string; tier: Tier; postureId: string; rung: VariationEntry }[] {
  return TIERS.flatMap((tier) => {
    const answer = entry.tiers[tier]
    return 'ladder' in answer
      ? answer.ladder.map((rung) => ({
          id: variationId(entry.id, tier, rung.level),
          tier,
          postureId: `${tier}/${rung.posture}`,
          rung,
        }))
      : []
  })
}
