import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { WELL } from '../../tests/questions'
import { offersFor } from '../offer/offerFor'
import { USUAL_ARRIVAL, type Person } from '../offer/person'
import { todayOf } from '../offer/today'
import type { DatedOutcome } from './datedOutcome'
import { easesHere } from '../offer/easesHere'
import { flareSteps, type FlareEvidence } from './flareSteps'
import { spreadQuestions } from './questions'
import { rememberedFrom, type Door } from './rememberedFrom'
import { stepsBack } from './stepsBack'
import { blockOfMovement, planWith } from '../../tests/plans'

const catalogue = shippedCatalogue()
const noted = (change: Partial<DatedOutcome>): DatedOutcome => ({
  ...WELL,
  ...{
    id: 'o',
    at: 1,
    blockId: 'a',
    participant: 'ann',
    movement: 'bridge',
    tier: 'chair',
    variation: null,
    own: null,
  },
  ...{ cheat: '', painWhere: '', device: '', note: '', takesBack: null, clears: [] },
  ...change,
})
const door = (at: number, change: Partial<Door> = {}): Door => ({
  meetingId: `m${at}`,
  date: `2026-11-0${at}`,
  news: 'none',
  after: null,
  ...change,
})

describe('what is not to be forgotten', () => {
  it.each<[string, Partial<DatedOutcome>, string[]]>([
    ['sharp pain', { painKind: 'sharp' }, ['sharp-pain']],
    ['a stop', { done: 'stopped' }, ['stopped']],
    ['a stop on the way to the toilet is none', { done: 'stopped', why: 'interrupted' }, []],
    ['a hand that was needed', { support: 'hand' }, ['hand']],
    ['a good block is none', {}, []],
  ])('%s', (_, change, kinds) => {
    expect(rememberedFrom([noted(change)], [], new Set()).map((one) => one.kind)).toEqual(kinds)
  })
  it('has the days after practising at home that were worse, until somebody has looked', () => {
    const worse = (looked: string[]) =>
      rememberedFrom([], [], new Set(looked), { worseAfter: ['2026-11-03'] }).map(({ key, kind, on }) => [
        key,
        kind,
        on,
      ])
    expect(worse([])).toEqual([['after-home 2026-11-03', 'after-home', '2026-11-03']])
    expect(worse(['after-home 2026-11-03'])).toEqual([])
  })
  it('is gone once somebody has looked at it', () => {
    const [one] = rememberedFrom([noted({ painKind: 'sharp' })], [], new Set())
    expect(rememberedFrom([noted({ painKind: 'sharp' })], [], new Set([one!.key]))).toEqual([])
  })
  it('counts a fall once, though it is told at two doors', () => {
    const told = [door(1, { news: 'fall' }), door(2, { news: 'fall' })]
    expect(rememberedFrom([], told, new Set()).map((one) => one.key)).toEqual(['fall m1'])
  })
  it('has two days sore of the meeting before, once, whether said at the door or between', () => {
    const said = { meetingId: 'm1', date: '2026-11-01', after: 'sore-days' as const }
    const doors = [door(1), door(2, { after: 'sore-days' })]
    expect(rememberedFrom([], doors, new Set(), { said: [said] })).toMatchObject([
      { kind: 'sore-days', on: '2026-11-01' },
    ])
  })
})

describe('where it is in front of whoever leads', () => {
  const bridge = catalogue.movements.get('bridge')!
  const offer = (person: Person) =>
    offersFor(
      { movement: bridge, ...bridge.doses.dwell },
      { person, today: todayOf(person, catalogue, USUAL_ARRIVAL, { daysAway: 7 }), catalogue },
    )[0]!
  it('at that movement, and at no other', () => {
    const remembered = [
      { key: 'k', kind: 'sharp-pain', on: '2026-11-21', movement: 'bridge', side: 'both' },
      { key: 'l', kind: 'hand', on: '2026-11-21', movement: 'side-bend', side: 'both' },
    ] as const
    expect(offer(personIn('chair', { remembered: [...remembered] })).watch).toEqual(
      expect.arrayContaining(['Sharp pain on 21 November.']),
    )
    expect(offer(personIn('chair', { remembered: [...remembered] })).watch.join()).not.toContain('hand')
  })
  it('and a flare eases what works its part of the body', () => {
    const [region] = Object.keys(bridge.regions) as [keyof typeof bridge.regions]
    const levels = [{ movement: 'bridge', tier: 'chair' as const, side: 'both' as const, level: 3 }]
    const flare = { region, levels: 1, since: '2026-11-01', until: '2026-11-22' } as const
    const elsewhere = { ...flare, region: 'hands-and-wrists' as const }
    expect(offer(personIn('chair', { levels, flares: [flare] })).wantedLevel).toBe(2)
    expect(offer(personIn('chair', { levels, flares: [elsewhere] })).wantedLevel).toBe(3)
  })
})

describe('a step that hurt for days', () => {
  const taken = [
    { id: 'e', participant: 'ann', movement: 'bridge', tier: 'chair', fromLevel: 2, toLevel: 3, words: '' },
    { id: 'f', participant: 'ann', movement: 'heel-raises', tier: 'chair', fromLevel: 1, toLevel: 2, words: '' },
  ]
  it('is proposed to be taken back where it was sore, or all of them where nobody said where', () => {
    const back = (where: Parameters<typeof stepsBack>[1]['where']) =>
      stepsBack(taken, { how: 'sore-days', where }, catalogue).map((step) => step.entry)
    expect(back([])).toEqual(['e', 'f'])
    expect(back(['calf-and-ankle'])).toEqual(['f'])
  })
  it('stands where it was fine, or sore for a day', () => {
    for (const how of ['fine', 'sore-a-day', null] as const)
      expect(stepsBack(taken, { how, where: [] }, catalogue)).toEqual([])
  })
})

describe('a flare', () => {
  const evidence = (change: Partial<FlareEvidence>): FlareEvidence => ({
    ...{ participant: 'ann', flares: [], outcomes: [], meetingId: 'm2', on: '2026-11-25', isUsualToday: true },
    ...change,
  })
  const sore = (meetingId: string, movement = 'bridge') =>
    noted({ meetingId, movement, pain: 5, painKind: 'pinch', arrivalPain: 1 })
  it('is proposed where it hurt above the usual two meetings running, or in two movements of a part', () => {
    expect(flareSteps(evidence({ outcomes: [sore('m1'), sore('m2')] }), catalogue)).toMatchObject([
      { kind: 'begin', levels: 1, until: '2026-12-16' },
    ])
    expect(flareSteps(evidence({ outcomes: [noted({ meetingId: 'm1' }), sore('m2')] }), catalogue)).toEqual([])
  })
  it('comes back by one level a meeting once its weeks are over, and only while pain on arrival is usual', () => {
    const flares = [{ region: 'neck', levels: 2, since: '2026-11-01', until: '2026-11-22' } as const]
    const [back] = flareSteps(evidence({ flares }), catalogue)
    expect(back).toMatchObject({ kind: 'back', levels: 1 })
    // Looked at again after it was taken, the same meeting raises nothing more; the next one does.
    const taken = [{ ...flares[0]!, levels: back!.levels, until: back!.until }]
    expect(flareSteps(evidence({ flares: taken }), catalogue)).toEqual([])
    expect(flareSteps(evidence({ flares: taken, on: '2026-12-02' }), catalogue)).toMatchObject([{ levels: 0 }])
    expect(flareSteps(evidence({ flares, isUsualToday: false }), catalogue)).toEqual([])
    expect(flareSteps(evidence({ flares: [{ ...flares[0]!, until: '2026-12-22' }] }), catalogue)).toEqual([])
  })
  it('keeps what is said of it: from its day on it may come back, not before; until somebody answers it eases', () => {
    const flare = { region: 'neck', levels: 1, since: '2026-11-04', until: '2026-11-25' } as const
    expect(flareSteps(evidence({ flares: [flare], on: '2026-11-25' }), catalogue)).toHaveLength(1)
    expect(flareSteps(evidence({ flares: [flare], on: '2026-11-24' }), catalogue)).toEqual([])
    const person = personIn('chair', { flares: [flare] })
    const turns = catalogue.movements.get('neck-turns')!
    expect(easesHere(turns, { tier: 'chair', side: 'both' }, { person }).levels).toBe(1)
  })
})

describe('questions in a class', () => {
  const plan = planWith(['bridge', 'side-bend', 'heel-raises'].map((id) => blockOfMovement(id, { id })))
  const ask = (participant: string, movement: string) => ({ participant, movement })
  it('are five at most, one of a person, spread over the blocks', () => {
    const many = Array.from({ length: 12 }, (_, at) => ask(`p${at}`, at < 9 ? 'bridge' : 'side-bend'))
    const put = spreadQuestions([...many, ask('p0', 'heel-raises')], plan, catalogue.judgement)
    expect(put).toHaveLength(5)
    expect(new Set(put.map((one) => one.participant)).size).toBe(5)
    expect(put.filter((one) => one.movement === 'side-bend').length).toBeGreaterThan(1)
  })
  it('are only of what the plan holds', () => {
    expect(spreadQuestions([ask('ann', 'wall-sit')], plan, catalogue.judgement)).toEqual([])
  })
})
