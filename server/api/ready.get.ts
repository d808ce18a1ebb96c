import { readReady } from '../../core/contract/practice'
import { answerAnybody } from '../http/answer'
import { NotSound, readyOf } from '../services/healthOf'

export default answerAnybody(readReady, async ({ db }) => {
  try {
    const { dataFolder, database } = useRuntimeConfig()
    return { ...(await readyOf(db, dataFolder, new Date())), isBackedUpElsewhere: database.isShared }
  } catch (error) {
    if (error instanceof NotSound) throw createError({ statusCode: 503, message: error.message })
    throw error
  }
})
