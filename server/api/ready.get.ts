import { readReady } from '../../core/contract/practice'
import { answerAnybody } from '../http/answer'
import { NotSound, readyOf } from '../services/healthOf'

export default answerAnybody(readReady, async ({ db }) => {
  try {
    return await readyOf(db, useRuntimeConfig().dataFolder, new Date())
  } catch (error) {
    if (error instanceof NotSound) throw createError({ statusCode: 503, message: error.message })
    throw error
  }
})
