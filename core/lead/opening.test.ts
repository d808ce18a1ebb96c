import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue, shippedTexts } from '../../tests/shippedCatalogue'
import { cuesOf } from './cues'
import { logFor } from './logFor'
import { restingAt } from './resting'
import { doseOfStep, laneMoment, scriptOf } from './script'
import { secondsOf } from '../time/secondsOf'
import { edited, inverseOf } from '../plan/edits'
import { openingSeconds, twoMore } from '../plan/opening'
import { LaneDeparture, type Block } from '../plan/plan'
import { timelineOf } from '../plan/timeline'

const catalogue = shippedCatalogue()
const PULSES = { kind: 'pulse', count: 5, atEnd: 3, travel: 1 } as const
const people = [personIn('chair', { id: 'bo' }), personIn('floor', { id: 'ann' })]
const opened = (change: Partial<Block> = {}, sides: 'each' | 'both' = 'each') =>
  planWith([
    blockOfMovement(sides === 'each' ? 'knee-hug' : 'bridge', {
      dose: PULSES,
      rounds: 2,
      restSeconds: 10,
      sideOrder: 'one-side-first',
      lanes: { chair: { opening: true } },
      ...change,
    }),
  ])
const timed = (plan: ReturnType<typeof opened>) => timelineOf(plan, ridersIn(plan, people), new Set(), catalogue)

describe('two more if it is opening', () => {
  it.each([
    [{ kind: 'reps', count: 8, out: 2, pause: 1, back: 2, between: 1, lastHold: 10 }, 11],
    [PULSES, 10],
    [{ kind: 'swing', count: 12, perSwing: 2 }, 4],
    [{ kind: 'breathed', count: 6, out: 5, in: 4 }, 18],
    [{ kind: 'circle', perDirection: 5, perCircle: 4 }, 8],
    [{ kind: 'hold', seconds: 30 }, 0],
    [{ kind: 'press', seconds: 30, effort: 50, ramp: 2 }, 0],
    [{ kind: 'target', seconds: 90 }, 0],
    [{ kind: 'lower', hold: 2, lower: 10, off: 2, efforts: 5 }, 0],
    [{ kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 }, 0],
  ] as const)('%j takes %d s more', (dose, seconds) => {
    expect(openingSeconds(dose, 'each')).toBe(seconds)
  })
  it('is of each side what alternates', () => {
    expect(openingSeconds(PULSES, 'alternating')).toBe(20)
    expect(secondsOf(twoMore(PULSES)!, 'alternating')).toBe(20)
  })
  it('comes after the last round of each side, in the lane that has it and in no other', () => {
    const { chair, floor } = timed(opened()).blocks[0]!.lanes
    expect(chair!.parts.map(({ kind, side, round }) => `${kind} ${side} ${round}`)).toEqual([
      'work first 1',
      'rest first 2',
      'work first 2',
      'opening first 2',
      'change-side second 1',
      'work second 1',
      'rest second 2',
      'work second 2',
      'opening second 2',
    ])
    // The others rest meanwhile, and change sides with them.
    expect(floor!.parts.map(({ kind }) => kind)).toEqual(
      chair!.parts.map(({ kind }) => (kind === 'opening' ? 'rest' : kind)),
    )
    expect(chair!.workSeconds - timed(opened({ lanes: {} })).blocks[0]!.lanes.chair!.workSeconds).toBe(20)
    // Nobody waits for a lane that nobody is in.
    const without = timed(opened({ lanes: { bed: { opening: true } } })).blocks[0]!
    expect(without.workSeconds).toBe(timed(opened({ lanes: {} })).blocks[0]!.workSeconds)
  })
  it('sets the clock, so that it is what is counted', () => {
    const plan = opened({ lanes: { floor: { opening: true } } }, 'both')
    expect(scriptOf(timed(plan)).map(({ kind }) => kind)).toContain('opening')
  })
  it('is told to the lane when it has done what everybody does, each time', () => {
    const plan = opened({}, 'both')
    const timeline = timed(plan)
    const steps = scriptOf(timeline)
    const said = cuesOf(steps, {
      ...{ plan, timeline, riders: ridersIn(plan, people), catalogue, textsOf: shippedTexts() },
      circle: { sideHabit: 'left-right', startSide: 'left', howMuch: 'full', counting: 'tempo' },
    })
    const opening = steps.findIndex(({ kind }) => kind === 'opening')
    expect(said.filter(({ kind }) => kind === 'opening')).toMatchObject([
      { say: 'On the chairs: two more if it is opening.', lanes: ['chair'], step: opening, intoStep: 0 },
    ])
  })
  it('is paced and drawn as two, and what is noted stays what was given', () => {
    const plan = opened({}, 'both')
    const timeline = timed(plan)
    const { chair, floor } = timeline.blocks[0]!.lanes
    const into = 25 + 10 + 25 + 3
    expect(laneMoment(chair!, into)).toMatchObject({ kind: 'opening', intoSeconds: 3 })
    expect(laneMoment(floor!, into).kind).toBe('rest')
    expect(doseOfStep(PULSES, { kind: 'opening' })).toMatchObject({ count: 2 })
    const [bo] = ridersIn(plan, people)
    const moment = { blockId: 'bridge', side: 'both', begun: ['both'], roundSeconds: 25, elapsedSeconds: null } as const
    const log = {
      participant: 'bo',
      offers: bo!.offers[0]!,
      block: plan.blocks[0]!,
      logged: [],
      startSide: 'left',
    } as const
    expect(logFor('done', moment, log)[0]).toMatchObject({ target: 5, achieved: 5 })
  })
  it('is not for whoever has a shorter dose', () => {
    const early = [{ rider: 'bo', roundSeconds: 10, rounds: 2, workSeconds: 30 }]
    const lanes = [{ riders: ['bo', 'cy'], catchUp: [], early }]
    expect(restingAt(lanes, { kind: 'opening', round: 2, side: 'both' }, 1)).toEqual(['bo'])
  })
  it('is given and taken back by one command, and only given', () => {
    const plan = opened({ lanes: {} })
    const edit = { edit: 'setLane', id: 'knee-hug', tier: 'chair', departure: { opening: true } } as const
    const given = edited(plan, edit)
    expect(given.blocks[0]!.lanes).toEqual({ chair: { opening: true } })
    expect(edited(given, inverseOf(plan, edit)).blocks[0]!.lanes ?? {}).toEqual({})
    expect(LaneDeparture.safeParse({ opening: false }).success).toBe(false)
  })
})
