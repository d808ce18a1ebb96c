import { differenceInCalendarDays, formatISO } from 'date-fns'
import type { readMembers } from '~~/core/contract/circles'
import type { ReplyOf } from '~~/core/contract/route'
import { notAskedOf } from '~~/core/offer/firstQuestions'
import { inForce } from '~~/core/offer/inForce'
import type { Participant } from '~~/core/offer/participant'
import { rememberedWords } from '~~/core/offer/remembered'
import { NOT_ASKED } from '~~/core/offer/screening'
import { screeningDue } from '~~/core/offer/screeningDue'
import type { Mark } from '~/components/figures/MarkGlyph.vue'

type Member = ReplyOf<typeof readMembers>[number]

/** Kinds of what is remembered that hurt. */
const HURTS: ReadonlySet<string> = new Set(['sharp-pain', 'stopped', 'at-home', 'after-home', 'sore-days'])

/** What is to be looked at with the people of a circle, the weightiest first. */
export function useCircleMarks(people: Ref<Participant[]>, members: Ref<ReadonlyMap<string, Member>>) {
  const { catalogue } = storeToRefs(useCatalogue())
  const today = formatISO(new Date(), { representation: 'date' })
  const ownOf = (person: Participant) => inForce(person.considerations, today)
  const rowsOf = (person: Participant) =>
    ownOf(person).flatMap((own) => {
      const row = catalogue.value.considerations.get(own.consideration)
      return row ? [{ own, row }] : []
    })
  const rememberedOf = ({ id }: Participant) => members.value.get(id)?.remembered ?? []

  /** What holds somebody to breath, or keeps them out, and what ends it. */
  const waitsOf = (person: Participant) =>
    rowsOf(person)
      .filter(({ own, row }) => (row.breathOnly || row.redFlag) && own.clearedBy === '')
      .map(({ row }) =>
        row.redFlag ? `${row.name}: does not take part.` : `${row.name}: breath only until ${row.until}.`,
      )
  /** Why somebody is to be screened, for those who see it; null: they are not. */
  function dueOf(person: Participant): string | null {
    const came = members.value.get(person.id)?.lastCame
    return screeningDue(
      person,
      today,
      came ? differenceInCalendarDays(new Date(), came) : null,
      catalogue.value.judgement,
    )
  }
  const hurtOf = (person: Participant) =>
    rememberedOf(person)
      .filter(({ kind }) => HURTS.has(kind))
      .map(rememberedWords)
  const watchOf = (person: Participant) => [
    ...new Set([
      ...rememberedOf(person)
        .filter(({ kind }) => !HURTS.has(kind))
        .map(rememberedWords),
      ...rowsOf(person)
        .filter(({ own, row }) => own.consideration !== NOT_ASKED && !(row.breathOnly && own.clearedBy === ''))
        .flatMap(({ row }) => row.watch),
    ]),
  ]
  function markOf(person: Participant): { kind: Mark; words: string } | null {
    const [hurt, waits, watched] = [hurtOf(person), waitsOf(person), watchOf(person)]
    if (hurt.length > 0) return { kind: 'hurt', words: hurt.join(' ') }
    if (waits.length > 0) return { kind: 'breath', words: waits.join(' ') }
    if (dueOf(person) !== null) return { kind: 'screen', words: `to be screened: ${dueOf(person)}` }
    return watched.length > 0 ? { kind: 'watch', words: watched.join(' ') } : null
  }
  const notAsked = computed(() => notAskedOf(people.value))
  return { waitsOf, dueOf, hurtOf, watchOf, markOf, notAsked }
}
