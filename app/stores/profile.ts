import { differenceInCalendarDays, formatISO, getYear } from 'date-fns'
import { z } from 'zod'
import { Tier } from '~~/core/catalogue/words'
import { Evidence } from '~~/core/reflect/evidence'
import { OutcomeEvent } from '~~/core/lead/outcome'
import type { NormPerson } from '~~/core/measure/norms'
import { TierStep } from '~~/core/reflect/tierMove'
import { latestOf, StoredMeasure } from '~~/core/measure/record'
import { Participant } from '~~/core/offer/participant'
import { screeningDue } from '~~/core/offer/screening'
import { gateStatus, nextGate } from '~~/core/reflect/gates'

/** A line of the ledger: what was changed, by whom, on which evidence. */
export const LedgerLine = z.object({
  id: z.string(),
  meetingId: z.string().nullable(),
  kind: z.enum(['level', 'dial', 'tier']),
  movement: z.string(),
  tier: Tier,
  fromLevel: z.number(),
  toLevel: z.number(),
  words: z.string(),
  answer: z.enum(['accepted', 'changed', 'refused', 'by-hand', 'walked-back']),
  because: z.string(),
  reason: z.string(),
  evidence: z.array(Evidence),
  decidedBy: z.string(),
  decidedAt: z.string(),
  undoes: z.string().nullable(),
  isUndone: z.boolean(),
})
export type LedgerLine = z.infer<typeof LedgerLine>

const Profile = z.object({
  person: Participant,
  measures: z.array(StoredMeasure),
  pairs: z.record(z.string(), z.array(z.tuple([z.number(), z.number()]))),
  /** The last six weeks, newest first. */
  meetings: z.array(
    z.object({
      meetingId: z.string(),
      startsAt: z.string(),
      title: z.string(),
      came: z.boolean(),
      pain: z.number().nullable(),
      outcomes: z.array(OutcomeEvent),
    }),
  ),
  lastCame: z.string().nullable(),
  screenings: z.array(z.object({ id: z.string(), takenOn: z.string(), takenBy: z.string() })),
  moves: z.array(LedgerLine),
  /** The next step between tiers; null: none. */
  tierStep: TierStep.nullable(),
})
export type Profile = z.infer<typeof Profile>

/** One person as a lead knows them: fetched whole, and what follows from it for today. */
export const useProfile = defineStore('profile', () => {
  const catalogues = useCatalogue()
  const profile = shallowRef<Profile | null>(null)
  const today = () => formatISO(new Date(), { representation: 'date' })

  async function open(id: string): Promise<void> {
    if (profile.value?.person.id !== id) profile.value = null
    await catalogues.load()
    profile.value = Profile.parse(await $fetch(`/api/participants/${id}/profile`))
  }
  const person = computed(() => profile.value!.person)
  const latest = computed(() => latestOf(profile.value!.measures))
  const gates = computed(() =>
    catalogues.catalogue.gates.map((gate) =>
      gateStatus(
        gate,
        profile.value!.measures,
        person.value.considerations,
        today(),
        catalogues.catalogue.judgement.evidence.days,
      ),
    ),
  )
  const next = computed(() => {
    const gate = nextGate(catalogues.catalogue.gates, person.value.access)
    return gate && gates.value.find((status) => status.gate.to === gate.to)!
  })
  const daysAway = computed(() =>
    profile.value!.lastCame === null ? null : differenceInCalendarDays(new Date(), profile.value!.lastCame),
  )
  const due = computed(() => screeningDue(person.value, today(), daysAway.value, catalogues.catalogue.judgement))
  const normPerson = computed((): NormPerson => ({
    age: person.value.birthYear === null ? null : getYear(new Date()) - person.value.birthYear,
    sex: person.value.sex,
  }))
  return { profile, person, latest, gates, next, due, daysAway, normPerson, open }
})
