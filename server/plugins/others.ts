import { database } from '../database/database'
import { hearOthers } from '../live/others'

/** Where other servers use the same database, what they do is heard. */
export default defineNitroPlugin(({ hooks }) => {
  if (useRuntimeConfig().database.isShared) hooks.hook('close', hearOthers(database()))
})
