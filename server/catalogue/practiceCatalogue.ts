import { entryAt, entryOf } from '../../core/entries'
import { dequal } from 'dequal/lite'
import { LRUCache } from 'lru-cache'
import { NotFound, type Scope } from '../database/rows'
import { solveFigure } from '../../core/body/figure'
import { demandsOfPoses, missingTags } from '../../core/body/demands'
import {
  CatalogueError,
  linkCatalogue,
  type CatalogueData,
  type CatalogueProblem,
  type Variation,
} from '../../core/catalogue/catalogue'
import type { MovementEntry } from '../../core/catalogue/movement'
import { overlaid } from '../../core/catalogue/overlay'
import { indexOf, rungsOf } from '../../core/catalogue/summary'
import { demandsOf } from '../../core/offer/verdict'
import { markOfOwnMovements, ownMovementsOf, type OwnFigures } from '../database/ownMovements'
import { catalogueData } from './catalogueData'

/** By practice, with what it was made of: all that is worked out from a catalogue is kept with it. */
const kept = new LRUCache<string, { mark: string; data: CatalogueData }>({ max: 100 })

/**
 * The catalogue as a practice has it: the shipped one with its own movements and changes. It is the same object as
 * long as nothing of it was changed.
 */
export async function practiceCatalogue(scope: Scope): Promise<CatalogueData> {
  const data = catalogueData()
  const mark = await markOfOwnMovements(scope)
  if (mark === '') return data
  const known = kept.get(scope.practiceId)
  if (known?.mark === mark) return known.data
  const own = await ownMovementsOf(scope)
  const entries = own.map(({ entry }) => entry)
  const ownFigures = own.flatMap(({ figures }) => Object.keys(figures))
  const its = { ...overlaid(data, entries), ownFigures }
  kept.set(scope.practiceId, { mark, data: its })
  return its
}

/** @throws {NotFound} when the practice's catalogue has no such movement */
export async function movementEntry(scope: Scope, id: string): Promise<MovementEntry> {
  return entryAt(await movementEntries(scope, [id]), 0)
}

/**
 * Entries of movements as a practice has them, in the order of the ids.
 *
 * @throws {NotFound} where one of them is not in the catalogue
 */
export async function movementEntries(scope: Scope, ids: readonly string[]): Promise<MovementEntry[]> {
  const entries = new Map((await practiceCatalogue(scope)).movements.map((movement) => [movement.id, movement]))
  return ids.map((id) => {
    const entry = entries.get(id)
    if (!entry) throw new NotFound('There is no such movement.')
    return entry
  })
}

/**
 * Solves the poses of those variations of an entry that the shipped figures do not show.
 *
 * @throws {CatalogueError} where a pose plainly asks something that the entry does not say
 */
export function figuresFor(entry: MovementEntry, shipped: CatalogueData): OwnFigures {
  const shippedRungs = new Map(shipped.movements.flatMap(rungsOf).map((known) => [known.id, known]))
  const own = linkCatalogue(indexOf({ ...shipped, movements: [entry] }))
  const figures: OwnFigures = {}
  const problems: CatalogueProblem[] = []
  for (const { id, postureId, rung } of rungsOf(entry)) {
    const known = shippedRungs.get(id)
    if (known && known.postureId === postureId && dequal(known.rung.figure, rung.figure)) continue
    const variation = entryOf(own.variations, id)
    const solved = solveFigure(entryOf(own.figures, postureId), rung.figure)
    figures[id] = Object.fromEntries(Object.entries(solved).map(([name, { pose }]) => [name, pose]))
    const said = new Set(demandsOf(variation, own).map((demand) => demand.tag))
    const asked = demandsOfPoses(entryOf(own.figures, postureId), rung, figures[id])
    for (const tag of missingTags(asked, said)) {
      problems.push({
        file: entry.id,
        path: `${placeOf(entry, variation)}.demands`,
        message: `The pose asks “${tag.replaceAll('-', ' ')}”: add it, so that nobody is offered what is not for them.`,
      })
    }
  }
  if (problems.length > 0) throw new CatalogueError(problems)
  return figures
}

function placeOf(entry: MovementEntry, { tier, level }: Variation): string {
  const answer = entry.tiers[tier]
  return `tiers.${tier}.ladder.${'ladder' in answer ? answer.ladder.findIndex((rung) => rung.level === level) : 0}`
}
