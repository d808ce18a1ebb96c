import { describe, expect, it } from 'vitest'
import { shippedCatalogue, shippedData } from '../../tests/shippedCatalogue'
import type { Variation } from './catalogue'
import { ANYTHING, findMovements } from './find'
import { rungsOf } from './summary'
import { TIERS } from './words'

const catalogue = shippedCatalogue()
const tagsOf = (variation: Variation) => [
  ...variation.demands.map((demand) => demand.tag),
  ...catalogue.postures.get(variation.postureId)!.demands,
]
const names = (wanted: object) =>
  findMovements(catalogue, { ...ANYTHING, ...wanted }, tagsOf).map(({ movement }) => movement.name)

describe('finding movements', () => {
  it('finds what trains a line of defence, and only the rungs that do', () => {
    const found = findMovements(catalogue, { ...ANYTHING, strand: 'hip' }, () => [])
    expect(found.map(({ movement }) => movement.id)).toEqual(
      expect.arrayContaining(['reach-and-home', 'step-and-tandem', 'weight-shifts']),
    )
    for (const { rungs } of found) expect(new Set(rungs.map(({ strand }) => strand))).toEqual(new Set(['hip']))
    expect(names({ words: 'step that saves' })).toContain('Step and rock')
  })
  it('finds all 67 when nothing is asked', () => {
    expect(names({})).toHaveLength(67)
  })
  it('finds by intent and by what a rung is called', () => {
    expect(names({ words: 'front hip' })).toContain('Front-of-hip opening')
    expect(names({ words: 'open book' })).toEqual(['Upper-back turn'])
    expect(names({ words: 'cartwheel' })).toEqual([])
  })
  it('puts what works a region most first', () => {
    expect(names({ region: 'neck' })[0]).toBe('Neck turns, tilts and nods')
  })
  it('leaves out rungs that ask what is avoided: no kneeling, no floor', () => {
    const found = findMovements(catalogue, { ...ANYTHING, without: ['kneeling', 'floor-transfer'] }, tagsOf)
    for (const { rungs } of found)
      for (const rung of rungs) expect(tagsOf(rung)).not.toEqual(expect.arrayContaining(['kneeling']))
    expect(found.flatMap(({ rungs }) => rungs).some((rung) => rung.tier === 'floor')).toBe(false)
  })
  it('asks for a ladder in every tier that is named', () => {
    for (const { movement } of findMovements(catalogue, { ...ANYTHING, tiers: ['bed', 'standing'] }, tagsOf)) {
      expect(movement.ladders.bed && movement.ladders.standing, movement.id).toBeTruthy()
    }
    expect(names({ tiers: ['bed'] })).not.toContain('Sit to stand')
  })
  it('finds by a prop or what replaces it', () => {
    expect(names({ prop: 'broomstick' })).toContain('Arms overhead')
  })
})

describe('the catalogue as it ships', () => {
  const variations = [...catalogue.variations.values()]
  it('has 67 movements and at least 550 variations', () => {
    expect([...catalogue.movements.values()].map((movement) => movement.number)).toEqual(
      Array.from({ length: 67 }, (_, at) => at + 1),
    )
    expect(variations.length).toBeGreaterThanOrEqual(550)
  })
  it('has ladders of at most five rungs', () => {
    for (const movement of catalogue.movements.values())
      for (const tier of TIERS) expect(movement.ladders[tier]?.length ?? 1).toBeLessThanOrEqual(5)
  })
  it('names movements that are there as what comes before and what is prepared', () => {
    for (const movement of catalogue.movements.values())
      for (const other of [...movement.after, ...movement.prepares])
        expect(catalogue.movements.has(other), `${movement.id}: ${other}`).toBe(true)
  })
  it('keeps added load to level 5 and says no two rungs of a ladder alike', () => {
    for (const movement of shippedData().movements) {
      for (const tier of TIERS) {
        const said = rungsOf(movement)
          .filter((place) => place.tier === tier)
          .map(({ rung }) => rung.setUp + rung.cues.join())
        expect(new Set(said).size, `${movement.id} ${tier}`).toBe(said.length)
      }
    }
  })
  it('asks some tag for each that a consideration acts on, and the other way round', () => {
    const more = variations.flatMap(({ moreAsks }) => (moreAsks?.demands ?? []).map(({ tag }) => tag))
    const asked = new Set([...variations.flatMap(tagsOf), ...more])
    const rows = [...catalogue.considerations.values()]
    const acted = new Set(
      rows.flatMap(({ rules, waitBetween }) => [...rules, ...(waitBetween ? [waitBetween] : [])].map(({ tag }) => tag)),
    )
    expect([...asked].filter((tag) => !acted.has(tag))).toEqual([])
    expect([...acted].filter((tag) => !asked.has(tag))).toEqual([])
  })
})
