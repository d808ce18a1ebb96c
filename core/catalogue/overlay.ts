import { parseDocument, stringify } from 'yaml'
import { CatalogueError, type CatalogueData } from './catalogue'
import { MovementEntry } from './movement'
import { contradictionsIn } from './contradictions'
import { problemsOf } from './parseCatalogue'

/**
 * The shipped catalogue with a practice's own movements: one with a shipped id stands in its place, any other is added.
 *
 * @param own entries as they were read by `readMovement`
 * @example
 * overlaid(data, []).movements.length === data.movements.length // true
 */
export function overlaid(data: CatalogueData, own: readonly MovementEntry[]): CatalogueData {
  const shipped = new Set(data.movements.map((movement) => movement.id))
  const changed = new Map(own.map((movement) => [movement.id, movement]))
  return {
    ...data,
    movements: [
      ...data.movements.map((movement) => changed.get(movement.id) ?? movement),
      ...own.filter((movement) => !shipped.has(movement.id)),
    ],
  }
}

/**
 * Reads one movement from YAML, the same that ships under `catalogue/movements`, and checks it among the others.
 *
 * @param name how problems call the text
 * @param data what it is checked among: its stand-ins, postures and props must be there
 * @throws {CatalogueError} naming path and reason, all problems at once
 * @example
 * readMovement(writeMovement(data.movements[0]), 'own.yaml', data).id === data.movements[0].id // true
 */
export function readMovement(text: string, name: string, data: CatalogueData): MovementEntry {
  const document = parseDocument(text)
  if (document.errors.length > 0)
    throw new CatalogueError(document.errors.map(({ message }) => ({ file: name, path: '', message })))
  return checkMovement(document.toJS(), name, data)
}

/**
 * The same for an entry that a form has put together.
 *
 * @example
 * checkMovement(data.movements[0], 'own.yaml', data).id === data.movements[0].id // true
 */
export function checkMovement(entry: unknown, name: string, data: CatalogueData): MovementEntry {
  const parsed = MovementEntry.safeParse(entry)
  if (!parsed.success) throw new CatalogueError(problemsOf(name, parsed.error))
  const contradictions = contradictionsIn(overlaid(data, [parsed.data])).filter(
    (problem) => problem.movement === parsed.data.id,
  )
  if (contradictions.length > 0) throw new CatalogueError(contradictions)
  return parsed.data
}

/**
 * A movement as YAML, to hand on or to keep: reading it again gives the same entry.
 *
 * @example
 * writeMovement(data.movements[0]).startsWith('id: ') // true
 */
export function writeMovement(entry: MovementEntry): string {
  return stringify(entry, { lineWidth: 110 })
}
