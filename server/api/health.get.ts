import { openRoute } from '../http/routes'

export default openRoute(async ({ db }) => {
  await db.raw('select 1')
  return { ok: true }
})
