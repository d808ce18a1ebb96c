import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { randomFrom } from '../random'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { Dose } from '../catalogue/dose'
import { SidePolicy } from '../catalogue/words'
import { timelineOf } from '../plan/timeline'
import { secondsOf } from '../time/secondsOf'
import type { ClassEvent } from './classEvent'
import { changesOfPeople, planAsLed, readClock, startedScript } from './clock'
import { cueAt, cuesOf } from './cues'
import { paceAt } from './pace'
import { rehearsedOutcomes } from './rehearse'
import { scriptOf } from './script'
import { gentler, shortened } from './shorten'

const catalogue = shippedCatalogue()
const met = new Set(catalogue.movements.keys())
const people = [
  personIn('chair', { id: crypto.randomUUID() }),
  personIn('floor', { id: crypto.randomUUID() }),
  personIn('standing', { id: crypto.randomUUID() }),
]
const plan = planWith(
  ['paced-breath', 'posture-lift', 'upper-back-turn', 'bridge', 'ankle-on-knee', 'paced-breath'].map((movement, at) =>
    blockOfMovement(movement, { id: `b${at}` }),
  ),
  { minutes: 30 },
)
const timed = (of = plan) => timelineOf(of, ridersIn(of, people), met, catalogue)
const SIDES = { sideHabit: 'left-right', startSide: 'right' } as const
const texts = (variation: { id: string }) => ({
  setUp: `Set up ${variation.id}.`,
  cues: ['Go.'],
  feel: 'This.',
  notFeel: 'That.',
  cheats: [],
  easier: 'Less.',
  more: 'Further.',
})
const cues = (circle: Parameters<typeof cuesOf>[1]['circle'] = SIDES) =>
  cuesOf(scriptOf(timed()), {
    plan,
    timeline: timed(),
    riders: ridersIn(plan, people),
    circle,
    catalogue,
    textsOf: texts,
  })
const event = (bare: object) => ({ id: crypto.randomUUID(), ...bare }) as ClassEvent

describe('the cue script', () => {
  it('names, sets up, leads the change, says the side, half way, five more and what comes next, in that order', () => {
    const ofBlock = cues().filter((cue) => scriptOf(timed())[cue.step]!.blockId === 'b4')
    const kinds = [...new Set(ofBlock.map((cue) => cue.kind))]
    expect(kinds.indexOf('name')).toBeLessThan(kinds.indexOf('side'))
    for (const kind of ['name', 'set-up', 'side', 'halfway', 'last', 'change-side', 'next', 'doing', 'easier'] as const)
      expect(kinds).toContain(kind)
    const times = cues().map((cue) => cue.at)
    expect(times).toEqual(times.toSorted((a, b) => a - b))
  })
  it('begins on the circle’s side and keeps to its words for sides', () => {
    const sides = (circle: Parameters<typeof cuesOf>[1]['circle']) =>
      cues(circle)
        .filter((cue) => cue.kind === 'side')
        .map((cue) => cue.say.split('.')[0])
    expect(sides(SIDES).slice(0, 2)).toEqual(['Right side', 'Left side'])
    expect(sides({ sideHabit: 'first-second', startSide: 'left' }).slice(0, 2)).toEqual(['First side', 'Second side'])
  })
  it('says the ways of the posture graph to the lanes that move, never straight up from lying', () => {
    const said = cues()
      .filter((cue) => cue.kind === 'transition')
      .map((cue) => cue.say)
      .join(' ')
    expect(said).toMatch(/On the mats: /)
    expect(said).not.toMatch(/sit straight up/i)
  })
  it('is at a moment what was said last in its step', () => {
    const all = cues()
    const halfway = all.find((cue) => cue.kind === 'halfway')!
    expect(cueAt(all, halfway.step, halfway.intoStep + 0.2)).toBe(halfway)
    expect(cueAt(all, 999, 0)).toBeNull()
  })
})

describe('a class that is late, with a chain that does one side and then the other', () => {
  const chain = { id: 'c', name: 'Lift and lower' }
  const part = (id: string, movement: string, onSide: 'first' | 'second') =>
    blockOfMovement(movement, { id, chain, onSide, rounds: 2 })
  const chained = planWith([
    blockOfMovement('paced-breath', { id: 'start' }),
    ...[part('a1', 'knee-lift-hold', 'first'), part('b1', 'slow-knee-lowering', 'first')],
    ...[part('a2', 'knee-lift-hold', 'second'), part('b2', 'slow-knee-lowering', 'second')],
    blockOfMovement('paced-breath', { id: 'close' }),
  ])
  const late = (from: number) =>
    shortened(chained, {
      from,
      wantedSeconds: 3600,
      secondsOf: (of) => timelineOf(of, ridersIn(of, [personIn('chair')]), met, catalogue).seconds,
      catalogue,
    }).plan.blocks.map(({ id, rounds }) => `${id} ${rounds}`)
  it('gives up both sides or none', () => {
    expect(late(1).filter((one) => /^[ab]/.test(one))).toEqual([])
  })
  it('does the other side as the first was done, once that has begun', () => {
    expect(late(2)).toEqual(expect.arrayContaining(['a1 2', 'a2 2']))
    expect(late(3).filter((one) => /^[ab]/.test(one))).toEqual(['a1 2', 'b1 2', 'a2 2', 'b2 2'])
  })
})

describe('the pace of a dose', () => {
  it.each([
    // Worked by hand from the dose's own parts: 2 s out, 1 s pause, 3 s back, 1 s between make 7 s a repetition.
    [{ kind: 'reps', count: 10, out: 2, pause: 1, back: 3, between: 1, lastHold: 10 }, 8, 'out', 2],
    [{ kind: 'reps', count: 10, out: 2, pause: 1, back: 3, between: 1, lastHold: 10 }, 66, 'and hold', 10],
    [{ kind: 'lower', hold: 2, lower: 10, off: 2, efforts: 5 }, 16.5, 'lower slowly', 2],
    [{ kind: 'press', seconds: 30, effort: 50, ramp: 2 }, 10, 'even, 50 %, and breathe', null],
    [{ kind: 'breath', in: 5, out: 5, cycles: 6 }, 17, 'out', 2],
    [{ kind: 'pulse', count: 5, atEnd: 3, travel: 2 }, 9.5, 'a little further', 2],
    [{ kind: 'circle', perDirection: 5, perCircle: 4 }, 21, 'the other way', 1],
    [{ kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 }, 12, 'let go, to the swing', null],
    [{ kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 }, 17, 'swing', 2],
    [{ kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 }, 35, 'and back', null],
    [{ kind: 'breathed', count: 4, out: 5, in: 4 }, 11, 'breathe out', 2],
    [{ kind: 'breathed', count: 4, out: 5, in: 4 }, 15, 'in, and back', 2],
    [{ kind: 'lift-off', count: 4, reach: 4, keep: 5, home: 3 }, 17, 'let go, keep it', 2],
    [{ kind: 'lift-off', count: 4, reach: 4, keep: 5, home: 3 }, 22, 'home', 2],
  ] as const)('%j after %d s: %s', (dose, seconds, words, count) => {
    expect(paceAt(dose as Dose, 'both', seconds)).toMatchObject({ words, count })
  })
  it('lasts as long as the dose, for every movement, school and way of sides', () => {
    for (const movement of catalogue.movements.values()) {
      for (const { dose } of Object.values(movement.doses)) {
        for (const sides of SidePolicy.options) {
          const whole = secondsOf(dose, sides)
          expect(paceAt(dose, sides, whole - 0.01).leftSeconds, `${movement.id} ${dose.kind}`).toBeCloseTo(0.01, 4)
          expect(paceAt(dose, sides, whole).leftSeconds).toBe(0)
        }
      }
    }
  })
})

describe('changing course in class', () => {
  const secondsOfPlan = (of: typeof plan) => timed(of).seconds
  it('gives up rounds before blocks, what matters least first, never what has begun or the close', () => {
    const long = { ...plan, blocks: plan.blocks.map((block) => ({ ...block, rounds: 2 })) }
    const short = shortened(long, { from: 2, wantedSeconds: 120, secondsOf: secondsOfPlan, catalogue })
    expect(short.isEnough).toBe(true)
    expect(short.savedSeconds).toBeGreaterThanOrEqual(120)
    expect(short.givenUp.every(({ what }) => what === 'a round')).toBe(true)
    const hard = shortened(long, { from: 2, wantedSeconds: 900, secondsOf: secondsOfPlan, catalogue })
    expect(hard.plan.blocks.map((block) => block.id)).toEqual(expect.arrayContaining(['b0', 'b1', 'b5']))
    expect(hard.givenUp.reduce((sum, { seconds }) => sum + seconds, 0)).toBeCloseTo(hard.savedSeconds, 6)
  })
  it('spares what the aim wants', () => {
    const aimed = { ...plan, aim: { ...catalogue.aims[0]!, regions: { 'back-of-hip': 1 } as const } }
    const { plan: left } = shortened(aimed, { from: 1, wantedSeconds: 200, secondsOf: secondsOfPlan, catalogue })
    expect(left.blocks.map((block) => block.movement)).toContain('bridge')
  })
  it('is gentler by a level in each lane and a round', () => {
    expect(gentler(blockOfMovement('bridge', { rounds: 2 }), { chair: 3, floor: 1 })).toMatchObject({
      rounds: 1,
      lanes: { chair: { levelAtMost: 2 }, floor: { levelAtMost: 1 } },
    })
  })
  it('runs the new script from the named step on, and shows the plan as it is led', () => {
    const script = scriptOf(timed())
    const step = script.findIndex((one) => one.blockId === 'b2')
    const shorter = { ...plan, blocks: plan.blocks.filter((block) => block.id !== 'b2') }
    const rest = script.slice(step).filter((one) => one.blockId !== 'b2')
    const events = [
      event({ at: 0, event: 'start', script }),
      event({ at: 5_000, event: 'change', step, script: rest, blocks: shorter.blocks, why: 'Late' }),
    ]
    expect(planAsLed(plan, events).blocks.map((block) => block.id)).not.toContain('b2')
    expect(startedScript(events)[step]!.blockId).toBe('b3')
    const before = script.slice(0, step).reduce((sum, one) => sum + one.seconds, 0)
    expect(readClock(events, before * 1000 + 500)).toMatchObject({ step, elapsedMs: 500 })
  })
  it('moves a person to another tier and lets one sit out and come back', () => {
    const [a, b] = [crypto.randomUUID(), crypto.randomUUID()]
    const { tiers, left } = changesOfPeople([
      event({ at: 1, event: 'tier', participant: a, tier: 'chair' }),
      event({ at: 2, event: 'leave', participant: b, why: 'Sharp pain' }),
    ])
    expect([tiers.get(a), left.get(b)]).toEqual(['chair', 'Sharp pain'])
    expect(
      changesOfPeople([
        event({ at: 2, event: 'leave', participant: b, why: '' }),
        event({ at: 3, event: 'return', participant: b }),
      ]).left.size,
    ).toBe(0)
  })
})

describe('an hour by the clock', () => {
  it('drifts by nothing: after 60 simulated minutes of uneven looks it stands where its events say', () => {
    const script = Array.from({ length: 120 }, (_, at) => ({
      kind: 'work' as const,
      seconds: 30,
      blockId: `b${at}`,
      side: 'both' as const,
      round: 1,
    }))
    const events = [event({ at: 1_000, event: 'start', script })]
    let worst = 0
    for (let now = 1_000, look = 0; now < 3_601_000; now += 37 + ((look * 7919) % 410), look += 1) {
      const reading = readClock(events, now)
      worst = Math.max(worst, Math.abs(reading.step * 30_000 + reading.elapsedMs - (now - 1_000)))
    }
    expect(worst).toBeLessThan(50)
  })
  it('gives both sides the time they were planned, whatever is pressed on two devices', () => {
    const script = scriptOf(timed())
    const presses = fc.array(
      fc.oneof(
        fc.record({ at: fc.integer({ min: 1, max: 900_000 }), event: fc.constant('pause' as const) }),
        fc.record({ at: fc.integer({ min: 1, max: 900_000 }), event: fc.constant('resume' as const) }),
        fc.record({
          at: fc.integer({ min: 1, max: 900_000 }),
          event: fc.constant('stretch' as const),
          step: fc.integer({ min: 0, max: script.length - 1 }),
          seconds: fc.constantFrom(15, 30),
        }),
      ),
      { maxLength: 12 },
    )
    fc.assert(
      fc.property(presses, presses, (one, other) => {
        const pressed = [...one, ...other]
        const events = [event({ at: 0, event: 'start', script }), ...pressed.map(event)]
        const looks = [
          ...new Set([...Array.from({ length: 8_000 }, (_, at) => at * 500), ...pressed.map((press) => press.at)]),
        ].sort((x, y) => x - y)
        const onMs = script.map(() => 0)
        // A device knows what was pressed until now.
        const look = (now: number) =>
          readClock(
            events.filter((press) => press.at <= now),
            now,
          )
        let before = look(0)
        for (const now of looks) {
          const reading = look(now)
          if (reading.step === before.step) onMs[before.step]! += reading.elapsedMs - before.elapsedMs
          else {
            onMs[before.step]! += before.lengthMs - before.elapsedMs
            for (let step = before.step + 1; step < reading.step; step += 1) onMs[step]! += script[step]!.seconds * 1000
            onMs[reading.step]! += reading.elapsedMs
          }
          before = reading
          if (reading.status === 'finished') break
        }
        for (const [at, step] of script.entries()) {
          if (at >= before.step) break
          const added = pressed.reduce(
            (sum, press) => sum + (press.event === 'stretch' && press.step === at ? press.seconds * 1000 : 0),
            0,
          )
          // Never less than planned; more only by what was pressed for this very step while it still counted.
          expect(onMs[at]!).toBeGreaterThanOrEqual(step.seconds * 1000 - 1)
          expect(onMs[at]!).toBeLessThanOrEqual(step.seconds * 1000 + added + 1)
        }
      }),
      { numRuns: 25 },
    )
  })
})

describe('a rehearsal', () => {
  it('has simulated people do what people do, the same each time by the same random', () => {
    const evening = () => {
      const random = randomFrom(7)
      return rehearsedOutcomes(plan.blocks[4]!, 4, {
        riders: ridersIn(plan, people),
        sides: ['first', 'second'],
        roundSeconds: 30,
        startSide: 'left',
        random: () => random.next(),
      })
    }
    expect(evening()).toEqual(evening())
    expect(new Set(evening().map((draft) => draft.participant)).size).toBe(people.length)
    expect(evening().every((draft) => (draft.achieved ?? 0) <= (draft.target ?? 0))).toBe(true)
  })
})
