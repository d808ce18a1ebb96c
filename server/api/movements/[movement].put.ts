import { CatalogueError } from '../../../core/catalogue/catalogue'
import { checkMovement, readMovement } from '../../../core/catalogue/overlay'
import { catalogueData } from '../../catalogue/catalogueData'
import { figuresFor, practiceCatalogue } from '../../catalogue/practiceCatalogue'
import { saveOwnMovement } from '../../database/ownMovements'
import { notValid } from '../../http/refuse'
import { saveMovement } from '../../../core/contract/movements'
import { answer } from '../../http/answer'

export default answer(saveMovement, async ({ scope, params, body }) => {
  const id = params.movement
  const data = await practiceCatalogue(scope)
  try {
    const entry = 'yaml' in body ? readMovement(body.yaml, id, data) : checkMovement(body.entry, id, data)
    if (entry.id !== id)
      throw new CatalogueError([{ file: id, path: 'id', message: `the entry calls itself “${entry.id}”` }])
    await saveOwnMovement(scope, { entry, figures: await figuresFor(entry, await catalogueData()) })
    return { saved: true, id: entry.id } as const
  } catch (error) {
    if (!(error instanceof CatalogueError)) throw error
    throw notValid(error.byPath(), 'This movement cannot be kept as it is.')
  }
})
