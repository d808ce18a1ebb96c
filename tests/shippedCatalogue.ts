import { linkCatalogue, type Catalogue, type CatalogueData } from '../core/catalogue/catalogue'
import { parseCatalogue } from '../core/catalogue/parseCatalogue'
import { indexOf, textsOf } from '../core/catalogue/summary'
import type { VariationTexts } from '../core/catalogue/movement'
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

/** What is said of the variations that ship, by their ids. */
export function shippedTexts(): (variation: { id: string }) => VariationTexts | undefined {
  const texts = new Map(shippedData().movements.flatMap((entry) => Object.entries(textsOf(entry).variations)))
  return ({ id }) => texts.get(id)
}
