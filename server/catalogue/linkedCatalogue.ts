import type { Scope } from '../database/rows'
import { linkCatalogue, type Catalogue, type CatalogueData } from '../../core/catalogue/catalogue'
import { indexOf } from '../../core/catalogue/summary'
import { catalogueData } from './catalogueData'
import { practiceCatalogue } from './practiceCatalogue'

/**
 * The shipped catalogue is one object for the whole run, so it is linked once; a practice's own until it is changed.
 */
const known = new WeakMap<CatalogueData, Catalogue>()

/** A practice's catalogue, linked: what routes compute with. */
export async function linkedCatalogue(scope: Scope): Promise<Catalogue> {
  return linkedOnce(await practiceCatalogue(scope))
}

/** The shipped catalogue, linked: what every practice begins with. */
export function linkedShipped(): Catalogue {
  return linkedOnce(catalogueData())
}

function linkedOnce(data: CatalogueData): Catalogue {
  let linked = known.get(data)
  if (!linked) known.set(data, (linked = linkCatalogue(indexOf(data))))
  return linked
}
