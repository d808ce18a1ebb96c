import type { ProposedDecision } from '~~/core/contract/reflection'
import { neededFor, servedBy } from '~~/core/goal/serving'

/** What a decision's movement is for, where it serves a goal of theirs: "This is what the stairs need." */
export function useNeededFor(decision: () => Pick<ProposedDecision, 'participant' | 'movement'>): ComputedRef<string> {
  const meeting = useMeeting()
  const { catalogue } = storeToRefs(useCatalogue())
  const comesFor = computed(
    () => meeting.opened.people.find((person) => person.id === decision().participant)?.comesFor,
  )
  return computed(() => neededFor(servedBy(decision().movement, comesFor.value, catalogue.value)))
}
