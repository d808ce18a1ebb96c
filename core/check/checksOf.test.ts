import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Movement } from '../catalogue/catalogue'
import { TIERS, type Tier } from '../catalogue/words'
import type { Person } from '../offer/person'
import { edited } from '../plan/edits'
import type { Plan } from '../plan/plan'
import { riderOf, type RiderToday } from '../plan/riders'
import { timelineOf } from '../plan/timeline'
import type { Checked } from './check'
import { checksOf, mayBeLed } from './checksOf'

const catalogue = shippedCatalogue()
const met = new Set(catalogue.movements.keys())
const GOOD = [
  'paced-breath',
  'posture-lift',
  'upper-back-turn',
  'round-and-arch',
  'bridge',
  'ankle-on-knee',
  'paced-breath',
]
const chair = [personIn('chair')]
function checks(plan: Plan, people: Person[] = chair, change: Partial<Checked> = {}) {
  const riders = change.riders ?? ridersIn(plan, people)
  return checksOf({
    plan,
    people,
    riders,
    timeline: timelineOf(plan, riders, met, catalogue),
    venue: { cupboard: { cushion: 9, strap: 6, pillow: 9, block: 4, 'soft-ball': 4, band: 4 } },
    helpers: 1,
    climbAtMost: 4,
    aim: null,
    catalogue,
    ...change,
  })
}
const ids = (plan: Plan, people?: Person[], change?: Partial<Checked>) =>
  checks(plan, people, change).map((check) => check.id)
const plan = (names: string[], change: Partial<Plan> = {}) =>
  planWith(
    names.map((movement, at) => blockOfMovement(movement, { id: `b${at}` })),
    change,
  )

describe('the furniture of the room', () => {
  const four = TIERS.map((tier, at) => personIn(tier, { id: `p${at}`, name: `Person ${at}` }))
  const lying = plan(['paced-breath', 'bridge', 'paced-breath'], { minutes: 15 })
  const short = (cupboard: Record<string, number>, people = four) =>
    checks(lying, people, { venue: { cupboard } }).filter((check) => check.kind === 'station-short')
  it('is not held against a venue that did not count it', () => {
    expect(short({ pillow: 12 })).toEqual([])
  })
  it('says whose bed and mat are missing, and offers to count again', () => {
    const [bed, mat] = short({ bed: 0, mat: 0, chair: 9 })
    expect(bed).toMatchObject({ what: '1 bed short', people: ['p0'], blockId: null, first: 'venue' })
    expect(mat).toMatchObject({ what: '1 mat short', people: ['p3'] })
    expect(mat!.why).toContain('Person 3 need 1; the venue has 0')
  })
  it('counts no chair for a wheelchair and nothing for who joins by video', () => {
    const sitting = [personIn('chair', { id: 'a' }), personIn('chair', { id: 'b', joins: 'wheelchair' })]
    expect(short({ chair: 1 }, sitting)).toEqual([])
    expect(short({ chair: 0 }, [sitting[1]!, personIn('chair', { id: 'c', joins: 'video' })])).toEqual([])
    expect(short({ chair: 0 }, sitting)).toMatchObject([{ what: '1 chair short' }])
  })
  it('counts a chair behind which somebody stands', () => {
    const stander = [personIn('standing')]
    const behind = [...catalogue.movements.values()].find(
      (movement) => stepsOf(movement, 'standing').length > 0 && takesChair(movement),
    )!
    const standing = plan(['paced-breath', behind.id, 'paced-breath'], { minutes: 15 })
    const found = checks(standing, stander, { venue: { cupboard: { chair: 0 } } })
    expect(found.find((check) => check.kind === 'station-short')).toMatchObject({
      people: [stander[0]!.id],
      blockId: expect.stringMatching(/^b/),
    })
  })
})
const stepsOf = (movement: Movement, tier: Tier) => movement.ladders[tier] ?? []
/** Whether a usual stander does it behind a chair. */
const takesChair = (movement: Movement) =>
  ridersIn(plan([movement.id]), [personIn('standing')])[0]!.offers[0]!.every(
    ({ variation }) => variation?.postureId === 'standing/behind-chair',
  )

describe('what is wrong with a plan', () => {
  it('is nothing heavy for a quiet one that fits', () => {
    const found = checks(plan(GOOD, { minutes: 17 }))
    expect(found.filter((check) => check.weight !== 'consider')).toEqual([])
    expect(mayBeLed(found)).toBe(true)
  })
  it.each([
    ['time over', plan(GOOD, { minutes: 5 }), 'time-over'],
    ['time under', plan(['paced-breath'], { minutes: 45 }), 'time-under'],
    ['no settling start', plan(GOOD.slice(1), { minutes: 15 }), 'settle'],
    ['no close', plan(GOOD.slice(0, -1), { minutes: 15 }), 'close'],
    ['no look at space and chairs', plan(GOOD, { spaceCheck: false }), 'space-check'],
    ['no drink break in 45 minutes', plan(GOOD, { minutes: 45 }), 'drink'],
    ['a hold before the body is warm', plan(['paced-breath', 'ankle-on-knee', 'paced-breath']), 'cold b1'],
    [
      'a line of defence that the aim names',
      plan(['paced-breath', 'weight-shifts', 'paced-breath']),
      'uncovered step',
      { aim: catalogue.aims.find(({ id }) => id === 'catch-yourself')! },
    ],
    ['balance after strength', plan(['paced-breath', 'bridge', 'weight-shifts', 'paced-breath']), 'balance b2'],
    [
      'balance from the step back to the ankles',
      plan(['paced-breath', 'step-and-rock', 'weight-shifts', 'paced-breath']),
      'strands b2',
    ],
    [
      'the same region strong twice running',
      plan(['paced-breath', 'bridge', 'leg-back-press', 'paced-breath']),
      'twice b2',
    ],
    [
      'a dose outside the school',
      planWith([
        'paced-breath',
        blockOfMovement('ankle-on-knee', { id: 'b1', dose: { kind: 'swing', count: 10, perSwing: 2 } }),
        'paced-breath',
      ]),
      'school b1',
    ],
  ])('is found: %s', (_, wrong, id, change: Partial<Checked> = {}) => {
    expect(ids(wrong, chair, change)).toContain(id)
  })
  it('is found in the floor lane: two trips down', () => {
    // No shipped floor rung stands between two that lie; a practice's own may.
    const movement = catalogue.movements.get('heel-raises')!
    const standing = movement.ladders.floor!.map((rung) => ({ ...rung, postureId: 'floor/free' }))
    const own = {
      ...catalogue,
      movements: new Map(catalogue.movements).set(movement.id, {
        ...movement,
        ladders: { ...movement.ladders, floor: standing },
      }),
    }
    const floor = [personIn('floor')]
    const found = (names: string[]) => {
      const one = plan(names)
      const riders = floor.map((person) => riderOf({ person, when: { daysAway: 7 } }, one, own))
      const timeline = timelineOf(one, riders, met, own)
      return { trips: timeline.contours.floor!.floorTrips, ids: ids(one, floor, { riders, timeline, catalogue: own }) }
    }
    const twice = found(['bridge', 'heel-raises', 'knee-sways'])
    expect(twice.trips).toBe(2)
    expect(twice.ids).toContain('floor-trips')
    expect(found(['bridge', 'knee-sways']).ids).not.toContain('floor-trips')
  })
  it('is a strong press without the exhale cue, and not with it', () => {
    const press = (exhaleCue: boolean) =>
      planWith(
        [
          'paced-breath',
          blockOfMovement('leg-back-press', { id: 'b1', dose: { kind: 'press', seconds: 30, effort: 70, ramp: 2 } }),
          'paced-breath',
        ],
        { exhaleCue },
      )
    expect(ids(press(false))).toContain('exhale b1')
    expect(ids(press(true))).not.toContain('exhale b1')
  })
  it('is little for a region of the aim', () => {
    const aim = catalogue.aims.find((other) => other.id === 'easy-shoulders')!
    expect(checks(plan(GOOD), chair, { aim }).find((check) => check.id === 'uncovered chair')!.what).toMatch(
      /Little for .*neck/,
    )
  })
})

describe('who is left out or at risk', () => {
  it('is somebody whose hand-made choice is against a limit: the plan cannot be led', () => {
    const one = plan(GOOD)
    const person = personIn('chair', {
      considerations: [{ consideration: 'hip-replacement-back', side: 'right', clearedBy: '' }],
    })
    const deep =
      [...catalogue.variations.values()].find(
        (variation) =>
          variation.tier === 'chair' &&
          variation.movement === 'ankle-on-knee' &&
          variation.demands.some((demand) => demand.tag === 'deep-hip-bend'),
      ) ??
      [...catalogue.variations.values()].find(
        (variation) => variation.tier === 'chair' && variation.demands.some((demand) => demand.tag === 'deep-hip-bend'),
      )!
    const index = 4
    const riders = [
      riderOf(
        {
          person,
          when: { daysAway: 7 },
          choices: new Map([[`b${index}`, { variation: deep.id, reason: '' }]]),
        },
        one,
        catalogue,
      ),
    ]
    const found = checks(one, [person], { riders })
    expect(found[0]).toMatchObject({ id: `blocked b${index}`, weight: 'stop', people: [person.id] })
    expect(mayBeLed(found)).toBe(false)
  })
  it('is a rung that is strong by its lever, at any dose; a press alone is capped instead', () => {
    const press = (id: string, effort: number) =>
      blockOfMovement('knee-straightening', { id, dose: { kind: 'press', seconds: 30, effort, ramp: 2 } })
    const one = planWith([press('mild', 30), press('strong', 80)])
    const person = personIn('chair', {
      considerations: [{ consideration: 'blood-pressure-uncontrolled', side: 'both', clearedBy: '' }],
    })
    const chosen = (variation: string) => {
      const choices = new Map(['mild', 'strong'].map((id) => [id, { variation, reason: 'Wants to' }]))
      return [riderOf({ person, when: { daysAway: 7 }, choices }, one, catalogue)]
    }
    const blocked = (riders: RiderToday[]) =>
      checks(one, [person], { riders }).flatMap((check) => (check.kind === 'blocked' ? [check.blockId] : []))
    expect(blocked(chosen('knee-straightening.chair.4'))).toEqual(['mild', 'strong'])
    const light = chosen('knee-straightening.chair.3')
    expect(blocked(light)).toEqual([])
    expect(light[0]!.offers.flat().map((offer) => offer.own.dose)).toMatchObject([{ effort: 30 }, { effort: 50 }])
  })
  it('is somebody with nothing but breath', () => {
    const person = personIn('standing', {
      leftOut: ['bridge', 'heel-raises'].map((movement) => ({ movement, tier: 'standing' as const })),
    })
    const all = plan([...catalogue.movements.keys()].slice(0, 45))
    const left = checks(all, [person]).filter((check) => check.kind === 'left-out')
    expect(left).toHaveLength(2)
    const riders = ridersIn(all, [person])
    const breath = riders[0]!.offers.filter(
      (offers, at) =>
        offers.some((offer) => offer.kind === 'breath') &&
        catalogue.movements.get(all.blocks[at]!.movement)!.quality !== 'breath',
    )
    expect(left).toHaveLength(breath.length)
  })
  it('is more rested people on the floor than helpers', () => {
    const rested = (id: string) => personIn('floor', { id, birthYear: 1930 })
    expect(ids(plan(['knee-sways']), [rested('a'), rested('b')])).toContain('floor-helpers')
    expect(ids(plan(['knee-sways']), [rested('a')])).not.toContain('floor-helpers')
  })
})

describe('props', () => {
  const strapped = [...catalogue.variations.values()].find(
    (variation) =>
      variation.tier === 'chair' &&
      variation.props.some((need) => need.prop === 'strap' && need.instead.includes('towel')),
  )!
  const people = ['a', 'b', 'c'].map((id) =>
    personIn('chair', {
      id,
      levels: [{ movement: strapped.movement, tier: 'chair', side: 'both', level: strapped.level }],
    }),
  )
  const one = planWith([blockOfMovement(strapped.movement, { id: 'b0' })])
  const riders = ridersIn(one, people)
  it('are shared out with what replaces them, and what is short is said with its people', () => {
    const found = checks(one, people, { riders, venue: { cupboard: { strap: 1, towel: 1 } } })
    expect(found.find((check) => check.id === 'short strap b0')?.people).toHaveLength(1)
    expect(found.find((check) => check.id === 'instead strap towel b0')?.what).toBe('1 towel for strap')
    expect(
      checks(one, people, { riders, venue: { cupboard: { strap: 3 } } }).filter((check) =>
        ['short', 'instead'].includes(check.kind),
      ),
    ).toEqual([])
    expect(checks(one, people, { venue: { cupboard: { strap: 1, towel: 1 } } }).map((check) => check.id)).toEqual(
      expect.arrayContaining(['short strap b0', 'instead strap towel b0']),
    )
  })
  it('of those who join by video are what they have at home, and take nothing from the cupboard', () => {
    const atHome = people.map((person) =>
      person.id === 'a' ? { ...person, joins: 'video' as const, homeProps: { towel: 1 } } : person,
    )
    const found = checks(one, atHome, { riders, venue: { cupboard: { strap: 2 } } })
    expect(found.some((check) => check.kind === 'short')).toBe(false)
    expect(found.find((check) => check.id === 'instead strap towel b0')).toBeDefined()
    expect(
      checks(
        one,
        atHome.map((person) => ({ ...person, homeProps: {} })),
        { riders, venue: { cupboard: { strap: 2 } } },
      ).find((check) => check.id === 'short strap b0')?.people,
    ).toEqual(['a'])
  })
})

describe('one-click fixes', () => {
  const cases = [
    plan(GOOD.slice(1), { minutes: 15 }),
    plan(GOOD.slice(0, -1)),
    plan(GOOD, { spaceCheck: false, minutes: 45 }),
    plan([
      'paced-breath',
      'ankle-on-knee',
      'posture-lift',
      'upper-back-turn',
      'round-and-arch',
      'bridge',
      'paced-breath',
    ]),
  ]
  it('mend what they are offered for', () => {
    let mended = 0
    for (const wrong of cases) {
      for (const check of checks(wrong).filter((other) => other.fix)) {
        const after = check.fix!.edits.reduce(edited, wrong)
        expect(ids(after), `${check.id}: ${check.fix!.words}`).not.toContain(check.id)
        mended += 1
      }
    }
    expect(mended).toBeGreaterThan(4)
  })
})

describe('what steadies', () => {
  it('asks for a wait between lying and work in the upright, once, and mends it', () => {
    // The floor lane lies for the bridge and stands up for the next.
    const floor = [
      personIn('floor', {
        levels: [
          { movement: 'bridge', tier: 'floor', side: 'both', level: 3 },
          { movement: 'heel-raises', tier: 'floor', side: 'both', level: 3 },
        ],
      }),
    ]
    const lying = plan(['paced-breath', 'bridge', 'sit-to-stand', 'paced-breath'])
    const wrong = checks(lying, floor).find((check) => check.id === 'no-wait b2')
    expect(wrong).toMatchObject({ weight: 'fix', tier: 'floor' })
    const mended = wrong!.fix!.edits.reduce(edited, lying)
    expect(ids(mended, floor)).not.toContain('no-wait b2')
  })
  it('says who would balance out of reach of a support, and lowers the lane by a rung', () => {
    // No shipped balance stands free; a practice's own may.
    const movement = catalogue.movements.get('step-and-tandem')!
    const free = movement.ladders.standing!.map((rung) =>
      rung.level === 4 ? { ...rung, support: 'none' as const, postureId: 'standing/free' } : rung,
    )
    const own = {
      ...catalogue,
      movements: new Map(catalogue.movements).set(movement.id, {
        ...movement,
        ladders: { ...movement.ladders, standing: free },
      }),
    }
    const people = [
      personIn('standing', { levels: [{ movement: movement.id, tier: 'standing', side: 'both', level: 4 }] }),
    ]
    const found = (standing: Plan) => {
      const riders = people.map((person) => riderOf({ person, when: { daysAway: 7 } }, standing, own))
      return checks(standing, people, { riders, catalogue: own }).find((check) => check.id === 'reach b1')
    }
    const standing = plan(['paced-breath', 'step-and-tandem', 'paced-breath'])
    const wrong = found(standing)!
    expect(wrong.people).toEqual([people[0]!.id])
    expect(found(wrong.fix!.edits.reduce(edited, standing))).toBeUndefined()
  })
  it('finds no shipped balance out of reach of a support', () => {
    for (const movement of catalogue.movements.values()) {
      if (movement.quality !== 'balance') continue
      const people = [
        personIn('standing', { levels: [{ movement: movement.id, tier: 'standing', side: 'both', level: 5 }] }),
      ]
      expect(ids(plan([movement.id]), people)).not.toContain('reach b0')
    }
  })
  it('keeps to the circle’s own limit of getting up', () => {
    const ups = plan(['paced-breath', 'bridge', 'sit-to-stand', 'bridge', 'paced-breath'])
    const floor = [personIn('floor')]
    expect(ids(ups, floor, { climbAtMost: 1 })).toContain('climb floor')
    expect(ids(ups, floor, { climbAtMost: 30 })).not.toContain('climb floor')
  })
})
