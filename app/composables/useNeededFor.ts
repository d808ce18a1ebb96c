import type { ProposedDecision } from '~~/core/contract/reflection'
import { neededFor, servedBy } from '~~/core/goal/serving'
import { gapReason, gapsServed } from '~~/core/measure/gap'
import { joined } from '~~/core/sentence'

/**
 * What a decision's movement is for, where it serves a goal of theirs, "This is what the stairs need.", or their own
 * range.
 */
export function useNeededFor(decision: () => Pick<ProposedDecision, 'participant' | 'movement'>): ComputedRef<string> {
  const meeting = useMeeting()
  const { catalogue } = storeToRefs(useCatalogue())
  const person = computed(() => meeting.opened.people.find(({ id }) => id === decision().participant))
  return computed(() => {
    const { movement } = decision()
    const { measures } = catalogue.value
    const goals = neededFor(servedBy(movement, person.value?.comesFor, catalogue.value))
    return joined([goals, gapReason(gapsServed(movement, person.value?.rangeGaps, measures), measures)], ' ')
  })
}
