import { sure } from '~~/core/entries'
import { differenceInCalendarDays, formatISO, getYear } from 'date-fns'
import { readProfile, type Profile } from '~~/core/contract/records'
import type { NormPerson } from '~~/core/measure/norms'
import { latestOf } from '~~/core/measure/record'
import { screeningDue } from '~~/core/offer/screeningDue'
import { gateStatus, nextGate } from '~~/core/reflect/gates'

/** One person as a lead knows them: fetched whole, and what follows from it for today. */
export const useProfile = defineStore('profile', () => {
  const catalogues = useCatalogue()
  const profile = shallowRef<Profile | null>(null)
  const today = () => formatISO(new Date(), { representation: 'date' })

  async function open(id: string): Promise<void> {
    if (profile.value?.person.id !== id) profile.value = null
    await catalogues.load()
    profile.value = await call(readProfile, { params: { id } })
  }
  const opened = computed(() => sure(profile.value, 'No profile is open.'))
  const person = computed(() => opened.value.person)
  const latest = computed(() => latestOf(opened.value.measures))
  const gates = computed(() =>
    catalogues.catalogue.gates.map((gate) =>
      gateStatus(gate, opened.value.measures, {
        considerations: person.value.considerations,
        on: today(),
        countsForDays: catalogues.catalogue.judgement.evidence.days,
      }),
    ),
  )
  const next = computed(() => {
    const gate = nextGate(catalogues.catalogue.gates, person.value.access)
    return (gate && gates.value.find((status) => status.gate.to === gate.to)) ?? null
  })
  const daysAway = computed(() =>
    opened.value.lastCame === null ? null : differenceInCalendarDays(new Date(), opened.value.lastCame),
  )
  const due = computed(() => screeningDue(person.value, today(), daysAway.value, catalogues.catalogue.judgement))
  const normPerson = computed((): NormPerson => ({
    age: person.value.birthYear === null ? null : getYear(new Date()) - person.value.birthYear,
    sex: person.value.sex,
  }))
  return { profile, opened, person, latest, gates, next, due, daysAway, normPerson, open }
})
