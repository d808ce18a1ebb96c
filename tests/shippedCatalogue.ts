import { linkCatalogue, type Catalogue, type CatalogueData } from '../core/catalogue/catalogue'
import { parseCatalogue } from '../core/catalogue/parseCatalogue'
import { indexOf } from '../core/catalogue/summary'
import { readCatalogueFiles } from '../server/catalogue/readCatalogueFiles'

/** Parsed once for all test files of a process: modules are loaded anew for each file, the process is not. */
const kept: typeof globalThis & { shippedData?: CatalogueData; shippedCatalogue?: Catalogue } = globalThis

/** Everything that ships under `catalogue/`, words and poses included. */
export function shippedData(): CatalogueData {
  return (kept.shippedData ??= parseCatalogue(readCatalogueFiles()))
}

/** The catalogue that ships, as plans and offers compute with it. */
export function shippedCatalogue(): Catalogue {
  return (kept.shippedCatalogue ??= linkCatalogue(indexOf(shippedData())))
}
