import { z } from 'zod'
import { CatalogueError } from '../../../core/catalogue/catalogue'
import { checkMovement, readMovement } from '../../../core/catalogue/overlay'
import { catalogueData } from '../../catalogue/catalogueData'
import { figuresFor, practiceCatalogue } from '../../catalogue/practiceCatalogue'
import { saveOwnMovement } from '../../database/ownMovements'
import { readInput } from '../../http/readInput'
import { refusal } from '../../http/refuse'
import { leadRoute } from '../../http/routes'

/** From a form, or as YAML. */
const Sent = z.union(
  [
    z.object({ entry: z.unknown() }).strict(),
    z.object({ yaml: z.string().max(200_000, 'A movement has 200,000 characters at most.') }).strict(),
  ],
  'A movement is sent as an entry or as YAML.',
)

export default leadRoute(async ({ event, db, practiceId, account }) => {
  const id = getRouterParam(event, 'movement') ?? ''
  const sent = await readInput(event, Sent)
  const data = await practiceCatalogue(db, practiceId)
  try {
    const entry = 'yaml' in sent ? readMovement(sent.yaml, id, data) : checkMovement(sent.entry, id, data)
    if (entry.id !== id) throw new CatalogueError([`${id}: id: the entry calls itself “${entry.id}”`])
    await saveOwnMovement(
      db,
      practiceId,
      { entry, figures: await figuresFor(entry, await catalogueData()) },
      account.id,
    )
    return { saved: true, id: entry.id }
  } catch (error) {
    if (!(error instanceof CatalogueError)) throw error
    throw refusal(422, 'not-valid', 'This movement cannot be kept as it is.', byPath(error.problems, id))
  }
})

/** `bridge: tiers.bed.ladder.0.name: too short` → the message at its path. */
function byPath(problems: string[], id: string): Record<string, string> {
  const fields: Record<string, string> = {}
  for (const problem of problems) {
    const [, path, words] = /^[\w.-]+: ([\w.-]*): ([\s\S]*)$/.exec(problem) ?? [
      null,
      '',
      problem.replace(`${id}: `, ''),
    ]
    fields[path ?? ''] ??= words ?? problem
  }
  return fields
}
