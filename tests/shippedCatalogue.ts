import { linkCatalogue, type Catalogue } from '../core/catalogue/catalogue'
import { parseCatalogue } from '../core/catalogue/parseCatalogue'
import { readCatalogueFiles } from '../server/catalogue/readCatalogueFiles'

let shipped: Catalogue | undefined

/** The catalogue that ships, parsed once for all tests of a file. */
export function shippedCatalogue(): Catalogue {
  return (shipped ??= linkCatalogue(parseCatalogue(readCatalogueFiles())))
}
