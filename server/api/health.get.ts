import { readHealth } from '../../core/contract/practice'
import { answerAnybody } from '../http/answer'
import { healthOf, NotSound } from '../services/healthOf'

export default answerAnybody(readHealth, async ({ db }) => {
  try {
    return await healthOf(db, useRuntimeConfig().dataFolder, new Date())
  } catch (error) {
    if (error instanceof NotSound) throw createError({ statusCode: 503, message: error.message })
    throw error
  }
})
