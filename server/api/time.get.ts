import { readTime } from '../../core/contract/practice'
import { answerAnybody } from '../http/answer'

export default answerAnybody(readTime, async () => ({ now: Date.now() }))
