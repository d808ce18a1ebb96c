import type { Scope } from '../database/rows'
import { linkCatalogue, type Catalogue, type CatalogueData } from '../../core/catalogue/catalogue'
import { indexOf } from '../../core/catalogue/summary'
import { practiceCatalogue } from './practiceCatalogue'

/**
 * The shipped catalogue is one object for the whole run, so it is linked once; a practice's own until it is changed.
 */
const known = new WeakMap<CatalogueData, Catalogue>()

/** A practice's catalogue, linked: what routes compute with. */
export async function linkedCatalogue(scope: Scope): Promise<Catalogue> {
  const data = await practiceCatalogue(scope)
  let linked = known.get(data)
  if (!linked) known.set(data, (linked = linkCatalogue(indexOf(data))))
  return linked
}
