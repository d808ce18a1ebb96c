import { askFor } from './asks'
import { shippedMeasure, storedMeasure } from './measures'
import { personIn } from './people'
import { blockOfMovement, planWith, ridersIn } from './plans'
import { questionOf, weekly } from './questions'
import { shippedCatalogue, shippedData } from './shippedCatalogue'
import { anglesOf } from '../core/body/joints'
import { sceneOf } from '../core/body/scene'
import { SEGMENT } from '../core/body/segments'
import { skeletonOf } from '../core/body/skeleton'
import { solveFigure } from '../core/body/figure'
import { viewsOf } from '../core/body/poseView'
import { ChangeoverFigure } from '../core/catalogue/changeoverFigure'
import { EMPTY_SCENE, VariationFigure } from '../core/catalogue/figure'
import { solveWay, type WayTask } from '../core/body/way'
import { problemOf } from '../core/compose/problem'
import { Goal } from '../core/goal/goal'
import { cuesOf } from '../core/lead/cues'
import { scriptOf } from '../core/lead/script'
import { timelineOf } from '../core/plan/timeline'
import { footprintOf } from '../core/catalogue/station'
import { layoutOf } from '../core/room/layout'
import { NO_NEEDS } from '../core/offer/seatNeeds'

const modules = import.meta.glob<Record<string, unknown>>(
  ['../core/**/*.ts', '!../core/**/*.test.ts', '!../core/contract/**'],
  { eager: true },
)

/**
 * What the examples in the docblocks of core may name: every export of core, everything that ships by its id in camel
 * case (`bridge`, `kneeToWall`), and the few made-up people, plans and notes below.
 */
export function exampleScope(): object {
  const catalogue = shippedCatalogue()
  const { clock, judgement, stations, redFlags, interview, graph, measures, movements, considerations } = catalogue
  return {
    ...{ ...byName(considerations), ...byName(measures), ...byName(movements) },
    ...Object.assign({}, ...Object.values(modules)),
    rung: (id: string) => catalogue.variations.get(id),
    ...{ catalogue, clock, judgement, stations, redFlags, interview, graph, data: shippedData() },
    ...{ shippedMeasure, storedMeasure, personIn, planWith, blockOfMovement, ridersIn, askFor },
    stairsGoal: Goal.parse({
      ...{ id: '33333333-3333-4333-8333-333333333333', words: 'Up to my sister', task: 'stairs-up' },
      ...{ start: 30, target: 20, importance: 3, since: '2026-09-01', closedOn: null, version: 1, said: [] },
    }),
    ...{ ...planned(), ...embodied(), ...roomy(), ...noted(), ...onFile() },
  }
}

/** Two people, a plan of three blocks, and what follows from it. */
function planned(): object {
  const catalogue = shippedCatalogue()
  const plan = planWith([
    blockOfMovement('bridge', { id: 'a' }),
    blockOfMovement('ankle-on-knee', { id: 'b' }),
    blockOfMovement('side-bend', { id: 'c' }),
  ])
  const ann = personIn('chair', { id: 'ann', name: 'Ann Example' })
  const bo = personIn('floor', { id: 'bo', name: 'Bo Example' })
  const people = [ann, bo]
  const riders = ridersIn(plan, people)
  const met = new Set(catalogue.movements.keys())
  const timeline = timelineOf(plan, riders, met, catalogue)
  const script = scriptOf(timeline)
  const circle = { sideHabit: 'left-right', startSide: 'left' } as const
  const cues = cuesOf(script, { plan, timeline, riders, circle, catalogue, textsOf: () => undefined })
  const venue = {
    roomLengthM: 9,
    roomWidthM: 7,
    cupboard: {},
    emergencyPlan: '',
    emergencyNumber: '',
    defibrillator: '',
  }
  const checked = { plan, timeline, people, riders, venue, helpers: 1, climbAtMost: 4, aim: null, catalogue }
  const ask = askFor(people)
  const usual = { daysAway: 7 }
  const thursdays = {
    ...{ firstOn: '2026-10-01', time: '10:00', zone: 'Europe/Oslo', everyWeeks: 1 },
    ...{ until: null, ledBy: null, exceptions: {} },
  }
  const times = { arrivals: {}, choices: {}, seating: 0 }
  const nothingSaid = {
    outcomes: [],
    classEvents: [],
    arrivals: {},
    handChoices: [],
    meeting: { seating: null },
    times,
  }
  return {
    nothingSaid,
    nothingNoted: {
      ...{ meeting: { id: 'm', startsAt: '2026-11-29T09:00:00Z', plan }, judging: 'belief' },
      ...{ people, outcomes: [], histories: {}, came: [], events: [], answered: [], atHome: {} },
    },
    plan,
    ann,
    bo,
    people,
    riders,
    met,
    timeline,
    script,
    circle,
    cues,
    checked,
    ask,
    problem: problemOf(ask),
    usual,
    thursdays,
  }
}

/** A body that stands and one that was solved into a chair. */
function embodied(): object {
  const { figures } = shippedCatalogue()
  const posture = figures.get('chair/tall') ?? [...figures.values()][0]!
  const solved = solveFigure(posture, VariationFigure.parse({}))
  const standing = skeletonOf('upright', anglesOf(), [0, SEGMENT.hipHeight, 0])
  const pose = Object.values(solved)[0]!.pose
  const [view] = viewsOf(posture, { figure: VariationFigure.parse({}), handsDo: 'rest' }, { start: pose })
  const reach = VariationFigure.parse({ end: { angles: { shoulderFlexion: 90 } } })
  const { start, end } = solveFigure(posture, reach)
  const task: WayTask = { posture, figure: reach, from: start!.pose, to: end!.pose, names: ['start', 'end'] }
  const onChairs = new Map([[posture.posture, posture]])
  const leansForward = ChangeoverFigure.parse({
    between: [posture.posture, posture.posture],
    scene: posture.scene,
    camera: posture.camera,
    stops: [{ posture: posture.posture }, { angles: { tilt: 20 } }],
  })
  const changing = { onChairs, leansForward }
  return { ...changing, standing, posture, pose, task, way: solveWay(task), view, scene: sceneOf(EMPTY_SCENE) }
}

/** Six people who sit round a room. */
function roomy(): object {
  const room = { lengthM: 9, widthM: 7, door: { wall: 'bottom', alongM: 1 } } as const
  const sitters = ['ann', 'bo', 'cy', 'di', 'ed', 'flo'].map((id) => ({
    id,
    tier: 'chair' as const,
    needs: { ...NO_NEEDS, door: id === 'bo' },
    friends: id === 'cy' ? ['di'] : [],
    joins: 'room' as const,
  }))
  const { stations } = shippedCatalogue()
  const layout = layoutOf(
    room,
    sitters.map((sitter) => footprintOf(sitter.tier, sitter.joins, stations)),
  )
  return { room, sitters, layout, door: room.door }
}

/** What was noted of somebody who held in full at easy effort, and an outcome as it is kept. */
function noted(): object {
  const entry = {
    ...{
      meetingId: 'm',
      date: '2026-11-18',
      side: 'both',
      level: 2,
      done: 'done',
      target: 30,
      achieved: 30,
      unit: 's',
    },
    ...{ effort: 3, pain: 0, painKind: 'none', form: 'clean', arrivalPain: 1, usualPain: null },
    ...{ dials: {}, support: null, why: null, feel: null, evenness: null, isGroup: false },
  }
  const outcome = {
    ...{ id: 'o1', at: 1, blockId: 'a', participant: 'ann', movement: 'bridge', tier: 'chair', variation: null },
    ...{
      dials: {},
      own: null,
      cheat: '',
      painWhere: '',
      support: null,
      why: null,
      isGroup: false,
      feel: null,
      evenness: null,
      takesBack: null,
      device: 'one',
      note: '',
      clears: [],
      circleId: 'c',
    },
    ...entry,
  }
  return { entry, outcome, question: questionOf(weekly({}, {}, {})) }
}

/** A person's record with nothing in it. */
function onFile(): object {
  const none = {
    circles: [],
    screenings: [],
    measures: [],
    meetings: [],
    decisions: [],
    letters: [],
    home: null,
    rows: {},
  }
  const fields = {
    sex: 'unsaid',
    heightCm: null,
    seat: NO_NEEDS,
    beside: [],
    homeProps: {},
    telephone: '',
    birthday: null,
    emergencyContact: '',
    joins: 'room',
    usualPain: null,
    flares: [],
    remembered: [],
  }
  return { emptyRecord: none, emptyFields: { ...fields, screenedOn: null, version: 1 } }
}

function byName(entries: ReadonlyMap<string, unknown>): Record<string, unknown> {
  const camel = (id: string) => id.replace(/-(\w)/g, (_, first: string) => first.toUpperCase())
  return Object.fromEntries([...entries].map(([id, entry]) => [camel(id), entry]))
}
