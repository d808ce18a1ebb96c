import { describe, expect, it } from 'vitest'
import { shippedCatalogue, shippedData } from '../../tests/shippedCatalogue'
import { givenBy } from './dials'
import { keepsItsLevel } from '../catalogue/levelRule'
import { entriesOf } from '../entries'
import { rungsOf } from '../catalogue/summary'
import { TIERS } from '../catalogue/words'

const catalogue = shippedCatalogue()
const movements = [...catalogue.movements.values()]
const rungs = [...catalogue.variations.values()]
const data = shippedData()

describe('a level means the same on every ladder', () => {
  it('a fingertip at most at 3 and nothing that steadies at 4, hands that do the work aside', () => {
    expect(rungs.filter((rung) => !keepsItsLevel(rung)).map((rung) => rung.id)).toEqual([])
  })
  it('is not kept by a third rung with a hand on the chair, nor a fourth with a fingertip', () => {
    expect(keepsItsLevel({ level: 3, support: 'one', handsDo: 'rest' })).toBe(false)
    expect(keepsItsLevel({ level: 4, support: 'fingertip', handsDo: 'rest' })).toBe(false)
    expect(keepsItsLevel({ level: 4, support: 'both', handsDo: 'carry' })).toBe(true)
  })
  it('and on the chair the second is missing on five ladders at most', () => {
    const without = movements.filter(({ ladders }) => ladders.chair?.every(({ level }) => level !== 2))
    expect(without.map(({ id }) => id).length).toBeLessThanOrEqual(5)
  })
  it('and wherever a movement is done there are two at least', () => {
    for (const movement of movements)
      for (const tier of TIERS) {
        const ladder = movement.ladders[tier]
        if (ladder) expect(ladder.length, `${movement.id} in ${tier}`).toBeGreaterThan(1)
      }
  })
})

describe('a dose stands inside its dials', () => {
  it('for every rung, school and dial', () => {
    for (const movement of movements) {
      for (const [school, plan] of entriesOf(movement.doses)) {
        for (const rung of TIERS.flatMap((tier) => movement.ladders[tier] ?? [])) {
          const given = rung.dose ? { dose: rung.dose, rounds: 1 } : plan
          for (const { dial, from, to } of rung.dials) {
            const value = givenBy(dial, given)
            if (value === null) continue
            const where = `${rung.id} ${school} ${dial} ${value}`
            expect(value, where).toBeGreaterThanOrEqual(Math.min(from, to))
            expect(value, where).toBeLessThanOrEqual(Math.max(from, to))
          }
        }
      }
    }
  })
  it('gives the neck, the bridge and balance no loose swings, and pulses nothing that steps', () => {
    for (const id of ['neck-turns', 'rolling-bridge', 'bridge', 'step-and-tandem', 'weight-shifts', 'opposite-reach'])
      expect(catalogue.movements.get(id)!.doses['swing-pair'].dose.kind, id).toBe('reps')
    for (const id of ['step-and-tandem', 'down-and-up', 'supports'])
      expect(catalogue.movements.get(id)!.doses.pulse.dose.kind, id).not.toBe('pulse')
  })
  it('never hurries the way down: three trips at most, and the long one takes what it takes', () => {
    const all = catalogue.movements.get('down-and-up')!
    for (const { dose } of Object.values(all.doses)) expect(dose).toMatchObject({ kind: 'reps', count: 3 })
    expect(all.ladders.floor!.find(({ level }) => level === 3)!.dose).toMatchObject({ count: 1, out: 50, back: 75 })
  })
})

describe('the voice of the texts', () => {
  const texts = data.movements.flatMap((movement) => rungsOf(movement))
  const words = (sentence: string) => sentence.split(/\s+/).length
  it('names the posture in every set-up, since that is what is read out', () => {
    const says = /^(Lie|Sit|Stand|Kneel|Half.?sit|Come (onto|to)|From standing)/
    expect(texts.filter(({ rung }) => !says.test(rung.setUp)).map(({ rung }) => rung.setUp)).toEqual([])
  })
  it('corrects, eases and adds in sentences, not in a word', () => {
    for (const { id, rung } of texts) {
      for (const { correction } of rung.cheats) expect(words(correction), `${id}: ${correction}`).toBeGreaterThan(2)
      expect(words(rung.easier), `${id}: ${rung.easier}`).toBeGreaterThan(2)
      expect(words(rung.more), `${id}: ${rung.more}`).toBeGreaterThan(2)
      for (const cue of rung.cues) expect(words(cue), `${id}: ${cue}`).toBeGreaterThan(1)
    }
  })
  it('ends every sentence, and shames nobody', () => {
    for (const { id, rung } of texts) {
      const said = [rung.setUp, ...rung.cues, rung.easier, rung.more, ...rung.cheats.map((one) => one.correction)]
      for (const sentence of said) {
        expect(sentence, id).toMatch(/[.!]$/)
        expect(sentence, id).not.toMatch(/\b(should|lazy|weak|bad|fail|whole calf|only \d+)\b/i)
      }
    }
  })
})
