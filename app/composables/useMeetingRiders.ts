import { entryOf, sure } from '~~/core/entries'
import { checksOf } from '~~/core/check/checksOf'
import type { MeetingView } from '~~/core/contract/meetings'
import type { changesOfPeople } from '~~/core/lead/clock'
import { expectedIn } from '~~/core/lead/expectedIn'
import type { Plan } from '~~/core/plan/plan'
import { riderOf, type RiderToday } from '~~/core/plan/riders'
import { timelineOf } from '~~/core/plan/timeline'

/** The open meeting, as far as offers and time follow from it. */
interface Known {
  /** null: none is open. */
  view: Readonly<Ref<MeetingView | null>>
  plan: Readonly<Ref<Plan | null>>
  present: Readonly<Ref<readonly MeetingView['people'][number][]>>
  changed: Readonly<Ref<ReturnType<typeof changesOfPeople>>>
}

/** What everybody in the open meeting is offered today, what that takes in time, and what is wrong with it. */
export function useMeetingRiders({ view, plan, present, changed }: Known) {
  const catalogues = useCatalogue()
  const opened = computed(() => sure(view.value, 'No meeting is open.'))
  const planned = computed(() => sure(plan.value, 'No meeting is open.'))

  const expected = (participant: string) => expectedIn(opened.value, participant, changed.value.tiers.get(participant))
  /** Everybody who is here and takes part, in another plan than the one on the screen. */
  const ridersFor = (other: Plan): RiderToday[] =>
    present.value
      .map((person) => riderOf(expected(person.id), other, catalogues.catalogue))
      .filter((rider) => rider.today.takesPart && !changed.value.left.has(rider.id))
  const riders = computed(() => {
    if (!view.value || !plan.value) return new Map<string, RiderToday>()
    return new Map(
      view.value.people.map((person) => [person.id, riderOf(expected(person.id), planned.value, catalogues.catalogue)]),
    )
  })
  const ridersPresent = computed(() =>
    present.value
      .map((person) => entryOf(riders.value, person.id))
      .filter((rider) => rider.today.takesPart && !changed.value.left.has(rider.id)),
  )
  const timeline = computed(() =>
    timelineOf(planned.value, ridersPresent.value, new Set(opened.value.met), catalogues.catalogue),
  )
  const checks = computed(() => {
    if (!plan.value || !view.value) return []
    const { venue, circle } = view.value
    return checksOf({
      ...{ plan: plan.value, aim: plan.value.aim, timeline: timeline.value, catalogue: catalogues.catalogue },
      ...{ people: present.value, riders: ridersPresent.value, venue },
      ...{ helpers: circle.helpers, climbAtMost: circle.climbAtMost },
    })
  })
  return { expected, ridersFor, riders, ridersPresent, timeline, checks }
}
