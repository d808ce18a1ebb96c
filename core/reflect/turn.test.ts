import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Variation } from '../catalogue/catalogue'
import type { Dial } from '../catalogue/words'
import { dialsOf, dialsWords, givenBy, withDials, type Given } from '../offer/dials'
import { offersFor } from '../offer/offerFor'
import type { DialSetting } from '../offer/person'
import { USUAL_ARRIVAL } from '../offer/person'
import { todayOf } from '../offer/today'
import { nextTurn, turnBack } from './turn'

const catalogue = shippedCatalogue()
const rung = (id: string): Variation => catalogue.variations.get(id)!
const hold = (seconds: number): Given => ({ dose: { kind: 'hold', seconds }, rounds: 1 })
const reps = (count: number): Given => ({
  dose: { kind: 'reps', count, out: 2, pause: 1, back: 3, between: 1, lastHold: 0 },
  rounds: 2,
})
const set = (id: string, dial: Dial, value: number, since = '2026-11-01'): DialSetting => ({
  movement: rung(id).movement,
  tier: rung(id).tier,
  side: 'both',
  dial,
  value,
  since,
})

describe('the next step on a rung', () => {
  // Steps and ends are the catalogue's; their order is common practice, no source.
  it('turns time as far as the block gives it', () => {
    const own = [set('upper-back-turn.chair.3', 'hold', 20)]
    expect(nextTurn(rung('upper-back-turn.chair.3'), own, hold(30), 'dwell').turn).toEqual({
      dial: 'hold',
      from: 20,
      to: 30,
      words: 'hold 20 → 30 s',
    })
  })
  it('turns one thing of a stance at a time, in the rung’s order', () => {
    const sway = 'weight-shifts.standing.3'
    const own = [set(sway, 'repetitions', 12), set(sway, 'range', 80)]
    const said: string[] = []
    for (let next = nextTurn(rung(sway), own, reps(12), 'dwell').turn; next;) {
      said.push(next.words)
      const { dial, to } = next
      own.splice(0, own.length, ...own.filter((one) => one.dial !== dial), set(sway, dial, to))
      next = nextTurn(rung(sway), own, reps(12), 'dwell').turn
    }
    expect(said).toEqual([
      'feet under the hips → feet together',
      'feet together → half heel-to-toe',
      'eyes open → head turning slowly',
      'head turning slowly → a soft gaze',
      'a soft gaze → eyes closed',
      'on the floor → on a folded blanket',
    ])
  })
  it('says what was earned beyond the block, and turns the next dial instead', () => {
    const next = nextTurn(rung('sit-to-stand.chair.1'), [], reps(8), 'dwell')
    expect(next.earned?.words).toBe('repetitions 8 → 9')
    expect(next.turn?.words).toBe('one cushion less: seat 65 → 60 cm')
  })
  it('asks the same of the block again where it was not raised, and goes back below it, not to it', () => {
    const own = [set('upper-back-turn.chair.3', 'hold', 40)]
    expect(nextTurn(rung('upper-back-turn.chair.3'), own, hold(30), 'dwell').earned?.words).toBe('hold 30 → 40 s')
    expect(turnBack(rung('upper-back-turn.chair.3'), own, hold(30))?.words).toBe('hold 30 → 20 s')
  })
  it('is the level once every dial is at its end', () => {
    const done = [set('sit-to-stand.chair.2', 'prop-height', 0)]
    expect(nextTurn(rung('sit-to-stand.chair.2'), done, reps(10), 'dwell')).toEqual({ turn: null, earned: null })
  })
  it('turns no dial that the dose has nothing of', () => {
    expect(nextTurn(rung('sit-to-stand.chair.3'), [], hold(30), 'dwell')).toEqual({ turn: null, earned: null })
  })
  it('turns effort before range in the Press school', () => {
    const own: Variation = {
      ...rung('bridge.chair.2'),
      dials: [
        { dial: 'range', from: 20, to: 100, step: 20, unit: '%' },
        { dial: 'effort', from: 20, to: 70, step: 10, unit: '%' },
      ],
    }
    const press: Given = { dose: { kind: 'press', seconds: 30, effort: 30, ramp: 2 }, rounds: 1 }
    expect(nextTurn(own, [], press, 'press').turn?.words).toBe('effort 30 → 40 %')
    expect(nextTurn(own, [], press, 'dwell').turn?.words).toBe('range 20 → 40 %')
  })
  it('begins a load from nothing: a first time is never loaded', () => {
    const loaded = [...catalogue.variations.values()].find(
      (one) => one.dials[0]?.dial === 'load' && one.dials[0].unit === 'kg',
    )!
    expect(nextTurn(loaded, [], hold(30), 'dwell').turn).toMatchObject({ from: 0, to: loaded.dials[0]!.from })
  })
  it('never leaves the catalogue’s bounds, for any dial, value and direction', () => {
    for (const variation of catalogue.variations.values()) {
      for (const range of variation.dials) {
        const [low, high] = [Math.min(range.from, range.to), Math.max(range.from, range.to)]
        for (let value = low; value <= high; value += range.step) {
          const own = [set(variation.id, range.dial, value)]
          const { turn } = nextTurn({ ...variation, dials: [range] }, own, null, 'dwell')
          const back = turnBack({ ...variation, dials: [range] }, own, null)
          for (const one of [turn, back])
            if (one && range.dial !== 'load')
              expect(one.to >= low && one.to <= high, `${variation.id} ${range.dial} ${value}`).toBe(true)
          if (turn) expect(Math.sign(turn.to - turn.from)).toBe(Math.sign(range.to - range.from))
        }
      }
    }
  })
})

describe('the step back', () => {
  it('is on the dial that was turned last', () => {
    const own = [
      set('sit-to-stand.chair.1', 'repetitions', 8, '2026-11-02'),
      set('sit-to-stand.chair.1', 'prop-height', 10, '2026-11-09'),
    ]
    expect(turnBack(rung('sit-to-stand.chair.1'), own, reps(10))?.words).toBe('one cushion more: seat 55 → 60 cm')
  })
  it('is none where nothing was turned, or the dial is at its start', () => {
    expect(turnBack(rung('sit-to-stand.chair.1'), [], reps(8))).toBeNull()
    expect(turnBack(rung('sit-to-stand.chair.1'), [set('sit-to-stand.chair.1', 'prop-height', 20)], reps(8))).toBeNull()
  })
})

describe('a block as one person does it', () => {
  const person = personIn('chair', {
    levels: [{ movement: 'upper-back-turn', tier: 'chair', side: 'both', level: 3 }],
    dials: [set('upper-back-turn.chair.3', 'hold', 20)],
  })
  const today = todayOf(person, catalogue, USUAL_ARRIVAL, { daysAway: 7, screenedDaysAgo: 10 })
  const offer = (given: Given, own = person, day = today) =>
    offersFor(
      { movement: catalogue.movements.get('upper-back-turn')!, ...given, restSeconds: 0 },
      { person: own, today: day, catalogue, arrival: USUAL_ARRIVAL },
    )[0]!

  it('is shorter where they have less, and never longer than the block', () => {
    expect(offer(hold(30)).dials).toEqual({ hold: 20 })
    expect(offer(hold(15)).dials).toEqual({ hold: 15 })
    expect(withDials(hold(30), offer(hold(30)).dials)).toEqual(hold(20))
    expect(dialsWords(rung('upper-back-turn.chair.3'), offer(hold(30)).dials)).toBe('hold 20 s')
  })
  it('is as the block gives it on an easier rung', () => {
    expect(offer(hold(30), person, { ...today, easierBy: 1 }).dials).toEqual({})
  })
  it('knows what each kind of dose gives', () => {
    const doses: [Given['dose'], Partial<Record<Dial, number>>][] = [
      [{ kind: 'hold', seconds: 30 }, { hold: 30 }],
      [
        { kind: 'press', seconds: 30, effort: 50, ramp: 2 },
        { hold: 30, effort: 50 },
      ],
      [
        { kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 },
        { hold: 10, repetitions: 10 },
      ],
      [
        { kind: 'reps', count: 8, out: 2, pause: 1, back: 3, between: 1, lastHold: 0 },
        { repetitions: 8, tempo: 3 },
      ],
      [
        { kind: 'lower', hold: 2, lower: 10, off: 2, efforts: 5 },
        { repetitions: 5, tempo: 10 },
      ],
      [{ kind: 'circle', perDirection: 5, perCircle: 4 }, { repetitions: 5 }],
      [{ kind: 'breath', in: 5, out: 5, cycles: 6 }, {}],
      [{ kind: 'target', seconds: 90 }, { hold: 90 }],
      [{ kind: 'swing', count: 10, perSwing: 2 }, { repetitions: 10 }],
      [{ kind: 'pulse', count: 5, atEnd: 3, travel: 1 }, { repetitions: 5 }],
    ]
    for (const [dose, given] of doses) {
      for (const dial of ['hold', 'repetitions', 'tempo', 'effort', 'lean'] as const)
        expect(givenBy(dial, { dose, rounds: 1 }), `${dose.kind} ${dial}`).toBe(given[dial] ?? null)
      for (const [dial, value] of Object.entries(given) as [Dial, number][])
        expect(givenBy(dial, withDials({ dose, rounds: 1 }, { [dial]: value - 1 })), `${dose.kind} ${dial}`).toBe(
          value - 1,
        )
    }
  })
  it('leaves no dial where the rung has none of it', () => {
    expect(
      dialsOf(
        rung('upper-back-turn.chair.3'),
        { ...person, dials: [set('upper-back-turn.chair.3', 'load', 2)] },
        hold(30),
      ),
    ).toEqual({})
  })
})
