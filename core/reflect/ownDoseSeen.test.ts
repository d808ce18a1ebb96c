import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Dose } from '../catalogue/dose'
import { logFor } from '../lead/logFor'
import { restingAt } from '../lead/resting'
import { ownDoseWords } from '../offer/ownDoseWords'
import type { Person } from '../offer/person'
import { timelineOf } from '../plan/timeline'
import { letterSections } from './clinicianLetter'
import { proposeHome } from './homePractice'
import { personBack } from './lookBack'
import { reflectOn } from './reflectOn'

const catalogue = shippedCatalogue()
const press = (seconds: number, effort: number): Dose => ({ kind: 'press', seconds, effort, ramp: 2 })

describe('where somebody’s own dose is seen', () => {
  const facts = (...ids: string[]): Person['considerations'] =>
    ids.map((consideration) => ({ consideration, side: 'both', clearedBy: '' }))
  const pia = personIn('chair', { considerations: facts('fatigue-illness', 'heart-condition-cleared') })
  const plan = planWith([
    blockOfMovement('upper-back-turn', { id: 'a', dose: press(30, 70), rounds: 2, restSeconds: 10 }),
  ])
  const riders = ridersIn(plan, [pia])
  const [offer] = riders[0]!.offers[0]!

  it('in the offer, with why', () => {
    expect(offer!.own.dose).toEqual(press(15, 50))
    expect(ownDoseWords(offer!.own.limits)).toBe('half, effort 50, rests 60 s')
  })
  it('in the lane’s time: the block is the clock, and they end early', () => {
    const [block] = timelineOf(plan, riders, new Set(), catalogue).blocks
    const lane = block!.lanes.chair!
    expect(lane.early).toMatchObject([{ rider: pia.id, roundSeconds: 19, rounds: 1 }])
    expect(lane.workSeconds).toBe(2 * (34 * 2 + 10) + 4)
  })
  it('in the class: at rest after their own seconds, and in rounds that they leave out', () => {
    const lane = timelineOf(plan, riders, new Set(), catalogue).blocks[0]!.lanes.chair!
    const at = (round: number, seconds: number) => restingAt([lane], { kind: 'work', round, side: 'first' }, seconds)
    expect([at(1, 18), at(1, 19), at(2, 1)]).toEqual([[], [pia.id], [pia.id]])
  })
  it('in the log: the target is theirs', () => {
    const moment = {
      blockId: 'a',
      side: 'both',
      begun: ['both'],
      roundSeconds: 34,
      elapsedSeconds: 34,
    } as const
    const [left] = logFor('done', moment, {
      participant: pia.id,
      offers: riders[0]!.offers[0]!,
      block: plan.blocks[0]!,
      logged: [],
      startSide: 'left',
    })
    expect(left).toMatchObject({ target: 15, achieved: 15, own: { dose: press(15, 50), rounds: 1 } })
  })
  it('in decisions: nothing is turned beyond it, and it does not ask the block to rise', () => {
    const level = { movement: 'upper-back-turn', tier: 'chair', side: 'both', level: 3 } as const
    const outcomes = [1, 2, 3, 4, 5, 6, 7].flatMap((day) =>
      (['left', 'right'] as const).map((side) => ({
        ...{ id: `${day}${side}`, at: day, blockId: 'a', participant: pia.id, movement: 'upper-back-turn' },
        ...{ tier: 'chair' as const, side, variation: null, level: 3, dials: {}, own: null, done: 'done' as const },
        ...{ target: 15, achieved: 15, unit: 's' as const, effort: 2, pain: 0, painKind: 'none' as const },
        ...{
          form: 'clean' as const,
          cheat: '',
          painWhere: '',
          support: null,
          why: null,
          isGroup: false,
          feel: null,
          evenness: null,
          takesBack: null,
          device: '',
          note: '',
          clears: [],
        },
        ...{ meetingId: `m${day}`, date: `2026-11-0${day}`, arrivalPain: 0 },
      })),
    )
    const step = (person: Person) =>
      reflectOn(
        'm7',
        {
          person: { ...person, levels: [level] },
          outcomes,
          blockIn: () => ({ school: 'dwell', given: { dose: { kind: 'hold', seconds: 20 }, rounds: 1 } }),
        },
        catalogue,
      )[0]!
    expect(step(personIn('chair')).earned).toMatchObject({ dial: 'hold' })
    expect(step(pia)).toMatchObject({ earned: null, turn: null })
  })
  it('in what they take home, and in the letter', () => {
    const ask = { school: 'press', recent: ['upper-back-turn'], homeProps: { towel: 1 } } as const
    const [home] = proposeHome(pia, ask, catalogue)
    const { dose } = catalogue.movements.get(home!.movement)!.doses.press
    const half = 'seconds' in dose ? Math.floor(dose.seconds / 2) : 0
    expect(home!.dose).toEqual({ ...dose, seconds: half })
    expect(home!.because).toContain('half')
    const letter = letterSections(
      {
        ...pia,
        sex: 'unsaid',
        heightCm: null,
        beside: [],
        homeProps: {},
        telephone: '',
        birthday: null,
        emergencyContact: '',
        joins: 'room',
        remembered: [],
      } as never,
      { back: personBack([], [], 4, catalogue), weeks: 4, measures: [], eased: [], goals: [], questions: '' },
      catalogue,
    )
    const limits = letter.find((section) => section.title === 'Limits that are kept')!.lines.join(' ')
    expect(limits).toContain('Half the dose.')
    expect(limits).toContain('Presses at 50 % effort at most.')
  })
})
