import { readFile } from 'node:fs/promises'
import { beginCircle, placeStarts } from '../../core/contract/beginning'
import { readCircleLookBack } from '../../core/contract/circles'
import { readCircleHandouts, readHandout, readHomePage } from '../../core/contract/homePractice'
import { readMeeting } from '../../core/contract/meetings'
import { readMovement, readWay, saveMovement } from '../../core/contract/movements'
import type { Role } from '../../core/contract/account'
import {
  exportCalendar,
  exportMeasures,
  exportOutcomes,
  importCalendar,
  importMeasures,
  importPeople,
} from '../../core/contract/practice'
import { moveTier } from '../../core/contract/people'
import { readLetter, readPersonLookBack, readProfile, readRecord, readResults } from '../../core/contract/records'
import { decide, readEvidence, readReflection, type DecisionChoice } from '../../core/contract/reflection'
import type { AnswerOf, BodyOf, QueryOf, Route } from '../../core/contract/route'
import { makeCourse, readShelfFit } from '../../core/contract/shelf'
import { readLaneFile, readScreen } from '../../core/contract/watch'
import { writeMovement } from '../../core/catalogue/overlay'
import { circleCalendar } from '../../core/formats/circleCalendar'
import { builtFile } from '../built/builtFile'
import { ownWay } from '../catalogue/ownWay'
import { movementEntry } from '../catalogue/practiceCatalogue'
import { ledgerOf } from '../database/ledger'
import { meetingById } from '../database/meetings'
import type { Acting } from '../database/rows'
import { whileAway } from '../database/trying'
import { drawLetter } from '../documents/clinicianLetter'
import { writeHandout } from '../documents/handout'
import { drawResults } from '../documents/resultSheet'
import { homePage } from '../documents/homePage'
import { refusalOf } from '../http/refusalOf'
import { beginCircleWith } from '../services/beginCircle'
import { zipForCircle } from '../services/circleAtHome'
import { classSheetFor } from '../services/classSheet'
import { circleLookBack } from '../services/circleLookBack'
import { courseFor } from '../services/courseFor'
import { datesToExport } from '../services/datesToExport'
import { handoutFor } from '../services/homeOf'
import { homeSheetFor } from '../services/homeSheet'
import { keepMovement } from '../services/keepMovement'
import { letterToClinician } from '../services/letterToClinician'
import { meetingFor } from '../services/meetingView'
import { personLookBack } from '../services/personLookBack'
import { placedStarts } from '../services/placedStarts'
import { profileOf } from '../services/profileOf'
import { readInCalendar } from '../services/readInCalendar'
import { readInMeasures } from '../services/readInMeasures'
import { readInPeople } from '../services/readInPeople'
import { writtenRecord } from '../services/recordOf'
import { evidenceOf, reflectionOf } from '../services/reflection'
import { resultsToTell } from '../services/resultsToTell'
import { settleDecisions } from '../services/settleDecisions'
import { screenView } from '../services/screenView'
import { shelfFit } from '../services/shelfFit'
import { measuresTable, outcomesTable } from '../services/spreadsheets'
import { takeTierStep } from '../services/takeTierStep'

/** A task of a route: does it, and hands over the answer as the bytes that are sent. */
type Task<I> = (acting: Acting, input: I) => Promise<Uint8Array>

/** Whose look back, over how many weeks. */
type LookBack<R extends Route> = QueryOf<R> & { id: string }

/** What may hold a processor for long: all of it is done in threads, so that no class waits for it. */
export const TASKS = {
  readMeeting: json(readMeeting, (acting, { id, role }: { id: string; role: Role }) => meetingFor(acting, id, role)),
  readScreen: json(
    readScreen,
    (acting, { id, ...way }: { id: string; withNames: boolean; own: string | null; endsAt: string }) =>
      screenView(acting, id, way),
  ),
  readReflection: json(readReflection, (acting, { id }: { id: string }) => reflectionOf(acting, id)),
  readEvidence: json(readEvidence, (acting, { id }: { id: string }) => evidenceOf(acting, id)),
  decide: json(decide, async (acting, { id, answers }: { id: string; answers: DecisionChoice[] }) => {
    const meeting = await meetingById(acting, id)
    await settleDecisions(acting, meeting.id, answers)
    // Of several answers to one decision the last stands.
    return (await ledgerOf(acting, { meetingId: meeting.id })).filter((entry) => !entry.isReplaced)
  }),
  moveTier: json(moveTier, (acting, { id, body }: { id: string; body: BodyOf<typeof moveTier> }) =>
    takeTierStep(acting, id, body),
  ),
  readPersonLookBack: json(readPersonLookBack, (acting, { id, weeks }: LookBack<typeof readPersonLookBack>) =>
    personLookBack(acting, id, weeks, new Date()),
  ),
  readCircleLookBack: json(readCircleLookBack, (acting, { id, weeks }: LookBack<typeof readCircleLookBack>) =>
    circleLookBack(acting, id, weeks, new Date()),
  ),
  readShelfFit: json(readShelfFit, (acting, { id, circle }: { id: string; circle: string }) =>
    shelfFit(acting, id, circle, new Date()),
  ),
  makeCourse: json(makeCourse, (acting, { id, body }: { id: string; body: BodyOf<typeof makeCourse> }) =>
    courseFor(acting, id, body),
  ),
  saveMovement: json(saveMovement, (acting, { id, body }: { id: string; body: BodyOf<typeof saveMovement> }) =>
    keepMovement(acting, id, body),
  ),
  readMovement: file(readMovement, async (acting, { movement }: { movement: string }) =>
    writeMovement(await movementEntry(acting, movement)),
  ),
  readWay: json(readWay, (acting, { variation }: { variation: string }) => ownWay(acting, variation)),
  beginCircle: json(beginCircle, beginCircleWith),
  placeStarts: json(placeStarts, (acting, { id }: { id: string }) => placedStarts(acting, id)),
  importPeople: json(importPeople, readInPeople),
  importMeasures: json(importMeasures, readInMeasures),
  importCalendar: json(importCalendar, readInCalendar),
  readProfile: json(readProfile, (acting, { id }: { id: string }) => profileOf(acting, id, new Date())),
  readRecord: file(readRecord, (acting, { id, as }: { id: string } & QueryOf<typeof readRecord>) =>
    writtenRecord(acting, id, as, new Date()),
  ),
  exportOutcomes: file(exportOutcomes, (acting) => outcomesTable(acting, new Date())),
  exportMeasures: file(exportMeasures, (acting) => measuresTable(acting)),
  exportCalendar: file(exportCalendar, async (acting, { circle }: { circle: string | undefined }) =>
    circleCalendar(await datesToExport(acting, new Date(), circle)),
  ),
  readLetter: file(
    readLetter,
    async (acting, { id, letter, practiceName }: { id: string; letter: string; practiceName: string }) =>
      drawLetter(await letterToClinician(acting, id, letter, practiceName)),
  ),
  readResults: file(readResults, async (acting, { id, practiceName }: { id: string; practiceName: string }) =>
    drawResults(await resultsToTell(acting, id, { practiceName, now: new Date() })),
  ),
  readHandout: file(
    readHandout,
    async (
      acting,
      { id, link = null, ...by }: { id: string; practiceName: string; writtenBy: string; link?: string | null },
    ) => writeHandout(await handoutFor(acting, id, by), link),
  ),
  readCircleHandouts: file(readCircleHandouts, zipForCircle),
  readHomePage: file(
    readHomePage,
    async (acting, { id, ...by }: { id: string; practiceName: string; writtenBy: string; sendsTo: string | null }) =>
      homePage(await readFile(builtFile('home.html'), 'utf8'), await homeSheetFor(acting, id, by)),
  ),
  readLaneFile: file(readLaneFile, async (acting, input: { id: string; participant: string; leads: string }) =>
    homePage(await readFile(builtFile('home.html'), 'utf8'), await classSheetFor(acting, input)),
  ),
}
export type Tasks = typeof TASKS
export type TaskName = keyof Tasks

/** Answers as the contract says, as JSON. */
function json<R extends Route, I>(route: R, run: (acting: Acting, input: I) => Promise<AnswerOf<R>>): Task<I> {
  return file(route, async (acting, input: I) => JSON.stringify(route.reply?.parse(await run(acting, input))))
}

/** Answers with a file: text, or bytes. */
function file<I>(route: Route, run: (acting: Acting, input: I) => Promise<string | Uint8Array>): Task<I> {
  return async (acting, input) => {
    const ask = () => run(acting, input)
    try {
      // A thread that waited for its next task has not heard meanwhile that the database ended its lines.
      const made = await (route.method === 'GET' ? whileAway(ask) : ask())
      return typeof made === 'string' ? new TextEncoder().encode(made) : new Uint8Array(made)
    } catch (error) {
      throw refusalOf(route, error)
    }
  }
}
