import { readFile } from 'node:fs/promises'
import { formatISO } from 'date-fns'
import { strToU8, zipSync, type Zippable } from 'fflate'
import type { readCircleAtHome } from '../../core/contract/homePractice'
import type { AnswerOf } from '../../core/contract/route'
import { dayAfter, GOOD_DAYS } from '../../core/home/homeDay'
import { outOfDate, outOfDateWords } from '../../core/home/outOfDate'
import { builtFile } from '../built/builtFile'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { circleById } from '../database/circles'
import { newestHandouts } from '../database/homeHandouts'
import { participantsOf } from '../database/people'
import { NotFound, type Acting, type Scope } from '../database/rows'
import { writeHandout } from '../documents/handout'
import { handoutPage } from '../documents/handoutPage'
import { homePage } from '../documents/homePage'
import { peopleOn } from './circlePeople'
import { handoutFor } from './homeOf'
import { homeSheetFor } from './homeSheet'

/** Who of a circle has something at home, until when it is good, and why it does not hold any more. */
export async function circleAtHome(
  scope: Scope,
  circleId: string,
  now: Date,
): Promise<AnswerOf<typeof readCircleAtHome>> {
  const { members } = await circleById(scope, circleId)
  const today = formatISO(now, { representation: 'date' })
  const catalogue = await linkedCatalogue(scope)
  const handouts = await newestHandouts(scope, members)
  const people = await peopleOn(
    scope,
    members.filter((id) => handouts.has(id)),
    // What is remembered of today counts too.
    dayAfter(today, 1),
    catalogue,
  )
  return people.flatMap((person) => {
    const handout = handouts.get(person.id)
    if (!handout) return []
    const { number, madeOn, practice } = handout
    const reasons = outOfDate({ madeOn, entries: practice.entries }, { person, today }, catalogue)
    return [
      {
        ...{ participant: person.id, name: person.name, number, goodUntil: dayAfter(madeOn, GOOD_DAYS) },
        outOfDate: reasons.map((reason) => outOfDateWords(reason, catalogue)),
      },
    ]
  })
}

/**
 * All that a circle takes home in one archive, a folder for each: the handout on paper, the same as a page in large
 * print, and the page that plays.
 *
 * @throws {NotFound} where nothing is chosen for anybody
 */
export async function zipForCircle(
  acting: Acting,
  { id, ...by }: { id: string; practiceName: string; writtenBy: string },
): Promise<Uint8Array> {
  const { members } = await circleById(acting, id)
  const handouts = await newestHandouts(acting, members)
  const people = (await participantsOf(acting, members)).filter((person) => handouts.has(person.id))
  if (people.length === 0) throw new NotFound('Nothing is chosen for anybody’s home in this circle yet.')
  const player = await readFile(builtFile('home.html'), 'utf8')
  const folders = foldersFor(people)
  const files: Zippable = {}
  for (const { id: participant } of people) {
    const handout = await handoutFor(acting, participant, by)
    const sheet = await homeSheetFor(acting, participant, { ...by, sendsTo: null })
    files[folders.get(participant) ?? participant] = {
      'handout.pdf': [new Uint8Array(await writeHandout(handout)), { level: 0 }],
      'handout.html': strToU8(await handoutPage(handout)),
      'practice-at-home.html': strToU8(homePage(player, sheet)),
    }
  }
  return zipSync(files)
}

/** Names as every file system takes them; two of the same name are counted. */
function foldersFor(people: readonly { id: string; name: string }[]): Map<string, string> {
  const taken = new Map<string, number>()
  return new Map(
    people.map(({ id, name }) => {
      const plain = name.replaceAll(/[^\p{L}\p{N} .'’-]/gu, '-').replaceAll(/^[. ]+|[. ]+$/g, '') || 'Somebody'
      const count = (taken.get(plain) ?? 0) + 1
      taken.set(plain, count)
      return [id, count === 1 ? plain : `${plain} ${count}`]
    }),
  )
}
