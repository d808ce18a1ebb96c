import { openRoute } from '../session/routes'

export default openRoute(async ({ db }) => {
  await db.raw('select 1')
  return { ok: true }
})
