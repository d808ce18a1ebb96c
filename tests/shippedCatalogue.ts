import { linkCatalogue, type Catalogue, type CatalogueData } from '../core/catalogue/catalogue'
import { parseCatalogue } from '../core/catalogue/parseCatalogue'
import { indexOf } from '../core/catalogue/summary'
import { readCatalogueFiles } from '../server/catalogue/readCatalogueFiles'

let data: CatalogueData | undefined
let shipped: Catalogue | undefined

/** Everything that ships under `catalogue/`, words and poses included, parsed once for all tests of a file. */
export function shippedData(): CatalogueData {
  return (data ??= parseCatalogue(readCatalogueFiles()))
}

/** The catalogue that ships, as plans and offers compute with it. */
export function shippedCatalogue(): Catalogue {
  return (shipped ??= linkCatalogue(indexOf(shippedData())))
}
