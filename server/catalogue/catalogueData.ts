import { readFileSync } from 'node:fs'
import type { CatalogueData } from '../../core/catalogue/catalogue'
import { builtFile } from '../built/builtFile'

let read: CatalogueData | undefined

/** The catalogue as it was built: read and checked then, see `server/built`. */
export function catalogueData(): CatalogueData {
  return (read ??= JSON.parse(readFileSync(builtFile('catalogue.json'), 'utf8')))
}
