import { describe, expect, it } from 'vitest'
import { shippedMeasure } from '../../tests/measures'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import {
  isQuick,
  notTested,
  padOf,
  queueAt,
  sidesLeft,
  stationProgress,
  type RoundPerson,
  type RoundResult,
} from './testRound'

const ELEVEN: RoundPerson[] = Array.from({ length: 11 }, (_, at) => ({
  ...{ id: `p${at}`, standing: 'yes', isScreened: true },
}))
const [stands, tandem, go, reach, grip] = (
  ['chair-stand', 'tandem', 'up-and-go', 'sit-and-reach', 'grip'] as const
).map(shippedMeasure)
const measures = [stands!, tandem!, go!, reach!]
const whole = (participant: string, measure: string): RoundResult => ({ participant, measure, side: 'both' })

describe('who comes to a station', () => {
  it('is everybody once, and never somebody who is called elsewhere while all stations go alike', () => {
    const results: RoundResult[] = []
    for (let turn = 0; turn < 11; turn += 1) {
      const called = measures.map((measure) => queueAt(measure, { measures, people: ELEVEN, results })[0]!)
      expect(new Set(called).size).toBe(4)
      called.forEach((id, at) =>
        sidesLeft(measures[at]!, id, results).forEach((side) =>
          results.push({ participant: id, measure: measures[at]!.id, side }),
        ),
      )
    }
    for (const measure of measures) {
      expect(queueAt(measure, { measures, people: ELEVEN, results })).toEqual([])
      expect(stationProgress(measure, { measures, people: ELEVEN, results })).toEqual({ done: 11, able: 11 })
    }
  })
  it('leaves out whom standing is not open to, and who was not screened, and says why', () => {
    const people: RoundPerson[] = [
      { id: 'ann', standing: 'no', isScreened: true },
      { id: 'bo', standing: 'with-help', isScreened: true },
      { id: 'cy', standing: 'yes', isScreened: false },
    ]
    const state = { measures, people, results: [] }
    expect(queueAt(stands!, state)).toEqual(['bo'])
    expect(new Set(queueAt(reach!, state))).toEqual(new Set(['ann', 'bo']))
    expect(people.map((person) => notTested(stands!, person))).toEqual(['standing is not open', '', 'not screened yet'])
    expect(stationProgress(stands!, state)).toEqual({ done: 0, able: 1 })
  })
  it('puts who was put off last, and calls them again', () => {
    const state = { measures: [stands!], people: ELEVEN.slice(0, 3), results: [whole('p1', 'chair-stand')] }
    expect(queueAt(stands!, { ...state, later: ['p0'] })).toEqual(['p2', 'p0'])
  })
  it('has both sides before them where a test has two', () => {
    expect(sidesLeft(grip!, 'p0', [])).toEqual(['left', 'right'])
    expect(sidesLeft(grip!, 'p0', [{ participant: 'p0', measure: 'grip', side: 'left' }])).toEqual(['right'])
  })
})

describe('one touch', () => {
  it('has the last result in the middle of its pad, within what is accepted, and pads further on', () => {
    for (const measure of shippedCatalogue().measures.values()) {
      if (!isQuick(measure) || measure.tool === 'stopwatch' || measure.tool === 'help') continue
      const { from, to } = measure.accepts
      const last = Math.round((from + to) / 2)
      const pad = padOf(measure, last)
      expect(pad, measure.id).toContain(last)
      expect(pad.length).toBeLessThanOrEqual(24)
      expect(pad.every((value) => value >= from && value <= to)).toBe(true)
      expect(pad).toEqual(pad.toSorted((a, b) => a - b))
      // Every amount that is accepted can be reached.
      const all = new Set(Array.from({ length: 400 }, (_, at) => padOf(measure, last, at - 200)).flat())
      expect(all.size).toBe(Math.floor(to) - Math.ceil(from) + 1)
    }
  })
  it('is a watch for what is timed, and no test that needs a sensor or a question', () => {
    expect(padOf(go!, 9)).toEqual([])
    expect([stands!, tandem!, go!, reach!, grip!].every(isQuick)).toBe(true)
    for (const id of ['hip-turn-in', 'sway-apart-open', 'even-press', 'chair-push-up-hold'])
      expect(isQuick({ ...shippedMeasure(id) }), id).toBe(id === 'chair-push-up-hold')
  })
})
