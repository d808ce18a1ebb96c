import { changeSeries } from '../../database/calendar'
import { OlderVersion } from '../../database/rows'
import { saveSeries } from '../../../core/contract/circles'
import { answer } from '../../http/answer'

/** Changes the rule of a series as it was read. */
export default answer(saveSeries, ({ scope, params, body: { rule, version } }) =>
  changeSeries(scope, params.id, (stored) => {
    if (stored.version !== version) throw new OlderVersion(stored)
    return rule
  }),
)
