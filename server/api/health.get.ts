import { readHealth } from '../../core/contract/practice'
import { answerAnybody } from '../http/answer'

export default answerAnybody(readHealth, async () => ({ ok: true }) as const)
