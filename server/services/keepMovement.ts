import { CatalogueError } from '../../core/catalogue/catalogue'
import { checkMovement, readMovement } from '../../core/catalogue/overlay'
import type { saveMovement } from '../../core/contract/movements'
import type { AnswerOf, BodyOf } from '../../core/contract/route'
import { catalogueData } from '../catalogue/catalogueData'
import { figuresFor, practiceCatalogue } from '../catalogue/practiceCatalogue'
import { saveOwnMovement } from '../database/ownMovements'
import type { Acting } from '../database/rows'

/**
 * Keeps a practice's version of a movement, with the figures that it changes solved anew.
 *
 * @throws {CatalogueError} where it cannot be kept as it is, all problems at once
 */
export async function keepMovement(
  acting: Acting,
  id: string,
  body: BodyOf<typeof saveMovement>,
): Promise<AnswerOf<typeof saveMovement>> {
  const data = await practiceCatalogue(acting)
  const entry = 'yaml' in body ? readMovement(body.yaml, id, data) : checkMovement(body.entry, id, data)
  if (entry.id !== id)
    throw new CatalogueError([{ file: id, path: 'id', message: `the entry calls itself “${entry.id}”` }])
  await saveOwnMovement(acting, { entry, figures: figuresFor(entry, catalogueData()) })
  return { saved: true, id: entry.id }
}
