import { writeMovement } from '../../../core/catalogue/overlay'
import { practiceCatalogue } from '../../catalogue/practiceCatalogue'
import { refusal } from '../../http/refuse'
import { accountRoute } from '../../http/routes'

/** One movement as the YAML that ships and that can be read in again. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const { movements } = await practiceCatalogue(db, practiceId)
  const entry = movements.find((movement) => movement.id === getRouterParam(event, 'movement'))
  if (!entry) throw refusal(404, 'not-found', 'There is no such movement.')
  setResponseHeaders(event, {
    'content-type': 'application/yaml; charset=utf-8',
    'content-disposition': `attachment; filename="${entry.id}.yaml"`,
  })
  return writeMovement(entry)
})
