import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { personIn } from '../../tests/people'
import { TIERS, type Region, type Tier } from '../catalogue/words'
import type { Dose } from '../catalogue/dose'
import { isTwoSided } from '../time/workSeconds'
import { limitWords } from './limit'
import { moverOf } from './mover'
import { offersFor } from './offerFor'
import { USUAL_ARRIVAL, type Arrival, type Person } from './person'
import { placeFirst } from './placeFirst'
import { todayOf } from './today'
import { reasonWords } from './reason'
import { demandsOf, judge } from './verdict'

const catalogue = shippedCatalogue()
const movement = (id: string) => catalogue.movements.get(id)!

function offers(
  id: string,
  person: Person,
  { arrival = USUAL_ARRIVAL, dose, daysAway = 7 }: { arrival?: Arrival; dose?: Dose; daysAway?: number } = {},
) {
  const today = todayOf(person, catalogue, arrival, { daysAway })
  return offersFor(
    { movement: movement(id), dose: dose ?? movement(id).doses.dwell.dose, rounds: 1, restSeconds: 0 },
    { person, today, catalogue, arrival },
  )
}
const at = (movementId: string, tier: Tier, level: number, side: 'both' | 'left' | 'right' = 'both') => ({
  movement: movementId,
  tier,
  side,
  level,
})
const has = (consideration: string, side: 'both' | 'left' | 'right' = 'both', clearedBy = '') => ({
  consideration,
  side,
  clearedBy,
})

describe('what somebody is offered', () => {
  it('is the rung at the stored level', () => {
    expect(offers('sit-to-stand', personIn('chair', { levels: [at('sit-to-stand', 'chair', 2)] }))[0]).toMatchObject({
      kind: 'movement',
      variation: { level: 2 },
    })
  })
  it('is one rung easier on a tired day, and never under level 1', () => {
    const tired = { ...USUAL_ARRIVAL, tired: true, sore: true }
    expect(
      offers('sit-to-stand', personIn('chair', { levels: [at('sit-to-stand', 'chair', 3)] }), { arrival: tired })[0]!
        .variation!.level,
    ).toBe(1)
    expect(
      offers('sit-to-stand', personIn('chair', { levels: [at('sit-to-stand', 'chair', 1)] }), { arrival: tired })[0]!
        .variation!.level,
    ).toBe(1)
  })
  it('differs by side where levels do', () => {
    const person = personIn('floor', {
      levels: [at('front-of-hip-opening', 'floor', 1, 'left'), at('front-of-hip-opening', 'floor', 3, 'right')],
    })
    expect(offers('front-of-hip-opening', person).map((offer) => [offer.side, offer.variation!.level])).toEqual([
      ['left', 1],
      ['right', 3],
    ])
  })
  it('leaves out what a replaced hip forbids on its side and says why', () => {
    const rung = catalogue.variations.get('ankle-on-knee.chair.3')!
    const person = personIn('chair', { considerations: [has('hip-replacement-front', 'right')] })
    const tags = rung.demands.map((demand) => demand.tag)
    expect(tags).toContain('hip-outward-turn-end')
    const [limit] = judge(rung, 'right', { person }, catalogue).blocks
    expect(limit).toMatchObject({ kind: 'consideration', tag: 'hip-outward-turn-end', side: 'right' })
    expect(limitWords(limit!)).toMatch(/Hip replacement.*right/)
    expect(judge(rung, 'left', { person }, catalogue).blocks).toEqual([])
  })
  it('only watches what a named clinician has cleared', () => {
    const rung = catalogue.variations.get('ankle-on-knee.chair.3')!
    const verdict = judge(
      rung,
      'right',
      { person: personIn('chair', { considerations: [has('hip-replacement-front', 'right', 'Dr Example')] }) },
      catalogue,
    )
    expect(verdict).toEqual({ blocks: [], watch: [expect.stringContaining('cleared by Dr Example')] })
  })
  it('never drops an unknown consideration: it is watched', () => {
    const [offer] = offers('bridge', personIn('chair', { considerations: [has('a-new-thing')] }))
    expect(
      judge(
        offer!.variation!,
        'both',
        { person: personIn('chair', { considerations: [has('a-new-thing')] }) },
        catalogue,
      ).watch[0],
    ).toMatch(/a-new-thing/)
  })
  it('answers with breath where nothing is left, in a posture that is open to the person', () => {
    const person = personIn('bed', { considerations: [has('reflux')] })
    const leftOut = [{ movement: 'bridge', tier: 'bed' as const }]
    const [offer] = offers('bridge', { ...person, leftOut })
    expect(offer).toMatchObject({ kind: 'breath', variation: { postureId: 'bed/propped' } })
    expect(offer!.reasons.map(reasonWords).join(' ')).toContain('No variation of “Bridge” is left in the bed tier')
  })
  it('offers another way of the rung where the usual posture is closed: propped, with why', () => {
    const person = personIn('bed', { considerations: [has('reflux')] })
    const [offer] = offers('knee-lift-hold', person)
    expect(offer).toMatchObject({ kind: 'movement', variation: { postureId: 'bed/propped', level: 1 } })
    expect(offer!.variation!.id).toBe('knee-lift-hold.bed.1.propped')
    expect(offer!.reasons.map(reasonWords).join(' ')).toContain('Reflux: supine flat is asked here at level 1.')
  })
  it('uses the stand-in of a tier without a ladder', () => {
    const entry = [...catalogue.movements.values()].flatMap((one) =>
      TIERS.filter((tier) => one.standIns[tier]).map((tier) => ({ one, tier })),
    )[0]!
    const [offer] = offers(entry.one.id, personIn(entry.tier))
    expect(offer).toMatchObject({ kind: 'stand-in', movement: entry.one.standIns[entry.tier] })
  })
  it('keeps a choice by hand and says which limit it is against', () => {
    const person = personIn('floor', { considerations: [has('cannot-kneel')] })
    const today = todayOf(person, catalogue, USUAL_ARRIVAL, { daysAway: 7 })
    // A rung that no other way of doing it opens.
    const rung = [...catalogue.movements.values()]
      .flatMap((one) => one.ladders.floor ?? [])
      .find((one) => one.ways.length === 0 && one.postureId.startsWith('floor/kneel'))!
    const asked = { movement: movement(rung.movement), dose: movement(rung.movement).doses.dwell.dose }
    const choice = { variation: rung.id, reason: 'Two pillows under the knees' }
    const [offer] = offersFor({ ...asked, rounds: 1, restSeconds: 0 }, { person, today, catalogue }, choice)
    expect(offer).toMatchObject({ byHand: true, variation: { id: rung.id } })
    expect(offer!.reasons.map(reasonWords)).toEqual([
      expect.stringContaining('Two pillows'),
      expect.stringContaining('Against a limit'),
      ...Array(offer!.reasons.length - 2).fill(expect.any(String)),
    ])
  })
  it('does a rung that is chosen by hand in the way that is open', () => {
    const person = personIn('bed', { considerations: [has('reflux')] })
    const today = todayOf(person, catalogue, USUAL_ARRIVAL, { daysAway: 7 })
    const asked = { movement: movement('knee-lift-hold'), dose: movement('knee-lift-hold').doses.dwell.dose }
    const choice = { variation: 'knee-lift-hold.bed.1', reason: '' }
    const [offer] = offersFor({ ...asked, rounds: 1, restSeconds: 0 }, { person, today, catalogue }, choice)
    expect(offer!.variation!.id).toBe('knee-lift-hold.bed.1.propped')
    expect(offer!.reasons.some((reason) => reason.kind === 'against-limit')).toBe(false)
  })
  it('offers at or under the wanted level, in an open tier, and nothing that is blocked: for anybody', () => {
    const anyPerson = fc.record({
      homeTier: fc.constantFrom(...TIERS),
      considerations: fc.array(
        fc.record({
          consideration: fc.constantFrom(...catalogue.considerations.keys()),
          side: fc.constantFrom('both', 'left', 'right') as fc.Arbitrary<'both' | 'left' | 'right'>,
          clearedBy: fc.constantFrom('', 'Dr Example'),
        }),
        { maxLength: 4 },
      ),
      level: fc.integer({ min: 1, max: 5 }),
    })
    const anyArrival = fc.record({
      came: fc.constant(true),
      pain: fc.option(fc.integer({ min: 0, max: 10 })),
      usualPain: fc.constant(null),
      tired: fc.boolean(),
      sore: fc.boolean(),
      dizzy: fc.boolean(),
      ill: fc.boolean(),
      late: fc.boolean(),
      after: fc.constantFrom(null, 'fine' as const, 'sore-days' as const, 'worse' as const),
      afterWhere: fc.constantFrom<Region[]>([], ['shoulders']),
      news: fc.constant('none' as const),
      newsNote: fc.constant(''),
    })
    fc.assert(
      fc.property(
        anyPerson,
        anyArrival,
        fc.constantFrom(...catalogue.movements.keys()),
        ({ homeTier, considerations, level }, arrival, id) => {
          const person = personIn(homeTier, { considerations, levels: TIERS.map((tier) => at(id, tier, level)) })
          for (const offer of offers(id, person, { arrival })) {
            if (!offer.variation) continue
            expect(offer.variation.tier).toBe(offer.tier)
            if (offer.kind === 'movement') expect(offer.variation.level).toBeLessThanOrEqual(level)
            if (arrival.dizzy) expect(['bed', 'chair']).toContain(offer.tier)
            const isApart = offer.side === 'both' && offer.kind === 'movement' && isTwoSided(offer.variation.sides)
            for (const side of isApart ? (['left', 'right'] as const) : [offer.side])
              expect(judge(offer.variation, side, { person, arrival }, catalogue).blocks).toEqual([])
          }
        },
      ),
    )
  })
})

describe('where somebody starts', () => {
  it('is level 2 in the home tier and 1 elsewhere', () => {
    expect(placeFirst(movement('bridge'), 'chair', { person: personIn('chair') }, catalogue)).toBe(2)
    expect(placeFirst(movement('bridge'), 'bed', { person: personIn('chair') }, catalogue)).toBe(1)
  })
  it('is the same at 86 as at 66: age alone places nobody', () => {
    const at = (birthYear: number) =>
      placeFirst(movement('bridge'), 'chair', { person: personIn('chair', { birthYear }) }, catalogue)
    expect(at(1940)).toBe(at(1960))
  })
  it('is level 1 where a health fact touches what would be started with, not where it touches a rung far above', () => {
    const start = (id: string, tier: Tier, fact: string) =>
      placeFirst(movement(id), tier, { person: personIn(tier, { considerations: [has(fact, 'left')] }) }, catalogue)
    expect(start('front-of-hip-opening', 'floor', 'knee-painful')).toBe(1)
    const asked = (id: string, upTo: number, tag: string) =>
      movement(id).ladders.chair!.some(
        (rung) => rung.level <= upTo && demandsOf(rung, catalogue).some((demand) => demand.tag === tag),
      )
    // A movement that asks for the grip of a hand only far up its ladder.
    const late = [...catalogue.movements.values()].find(
      (one) => one.ladders.chair && asked(one.id, 5, 'hand-grip') && !asked(one.id, 2, 'hand-grip'),
    )
    if (late) expect(start(late.id, 'chair', 'hand-painful')).toBe(2)
  })
})

describe('how somebody changes position', () => {
  it('multiplies the paces and takes the longest wait', () => {
    const mover = moverOf(
      personIn('chair', { pace: 'slow', considerations: [has('faint-on-standing'), has('dizziness')] }),
      catalogue,
    )
    expect(mover.pace).toBeCloseTo(1.6 * 2 * 1.5)
    expect(mover).toMatchObject({ sittingWaitSeconds: 30, standingWaitSeconds: 30 })
  })
  it('closes postures that are blocked until they are cleared', () => {
    expect(moverOf(personIn('floor', { considerations: [has('cannot-kneel')] }), catalogue).avoid.has('kneeling')).toBe(
      true,
    )
    expect(
      moverOf(personIn('floor', { considerations: [has('cannot-kneel', 'both', 'Dr Example')] }), catalogue).avoid.has(
        'kneeling',
      ),
    ).toBe(false)
  })
})

describe('postures without a safe way', () => {
  it('are not offered: nobody lies down who can lie on neither side, since the way there goes by the side', () => {
    const neither = personIn('floor', { considerations: [has('cannot-lie-on-side')] })
    for (const movement of catalogue.movements.values()) {
      for (const offer of offers(movement.id, neither))
        expect(['floor/supine', 'floor/side-lying'], movement.id).not.toContain(offer.variation?.postureId)
    }
  })
  it('are reached bottom first where wrists or knees close the usual way, and no knee or wrist is asked there', () => {
    for (const fact of ['wrist-pain', 'cannot-kneel']) {
      const person = personIn('floor', { considerations: [has(fact)] })
      const found = [...catalogue.movements.values()].flatMap((movement) => offers(movement.id, person))
      expect(found.filter(({ variation }) => variation?.postureId === 'floor/supine').length).toBeGreaterThan(20)
      const tags = found
        .flatMap(({ variation }) => (variation ? demandsOf(variation, catalogue) : []))
        .map(({ tag }) => tag)
      expect(tags).not.toContain(fact === 'wrist-pain' ? 'wrist-load' : 'kneeling')
    }
  })
})
