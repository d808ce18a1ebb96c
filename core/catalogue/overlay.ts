import { parseDocument, stringify, type Document } from 'yaml'
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
  requireShort(text, name)
  const document = parseDocument(text)
  if (document.errors.length > 0)
    throw new CatalogueError(document.errors.map(({ message }) => ({ file: name, path: '', message })))
  return checkMovement(valueOf(document, name), name, data)
}

/** What a text says, its references put in; references to references to references are refused. */
function valueOf(document: Document.Parsed, name: string): unknown {
  try {
    return document.toJS()
  } catch {
    throw new CatalogueError([{ file: name, path: '', message: 'Its references (&, *) cannot be followed.' }])
  }
}

/** What a movement's text may have at most; the longest that ships has a fifth of it. */
const SIGNS_AT_MOST = { keys: 8000, brackets: 1200 } as const

/** A reader compares all keys with each other: a text of too many is refused before. */
function requireShort(text: string, name: string): void {
  const keys = text.match(/[:,?\n]/g)?.length ?? 0
  const brackets = text.match(/[[{]/g)?.length ?? 0
  const message =
    keys > SIGNS_AT_MOST.keys
      ? `This has some ${keys} keys and lines, ${SIGNS_AT_MOST.keys} at most: it is more than one movement.`
      : `This has ${brackets} brackets, ${SIGNS_AT_MOST.brackets} at most: it is more than one movement.`
  if (keys > SIGNS_AT_MOST.keys || brackets > SIGNS_AT_MOST.brackets)
    throw new CatalogueError([{ file: name, path: '', message }])
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
