import { meetingsOf } from '../../database/meetings'
import { readMeetings } from '../../../core/contract/meetings'
import { answer } from '../../http/answer'

export default answer(readMeetings, ({ scope }) => meetingsOf(scope))
