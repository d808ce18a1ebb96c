import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { demandsOf } from '../offer/verdict'
import { latelyAtHome, proposeHome, type HomeTicks, type HowAtHome } from './homePractice'

const catalogue = shippedCatalogue()
const level = (movement: string, rung: number) => ({
  movement,
  tier: 'chair' as const,
  side: 'both' as const,
  level: rung,
})
const cora = personIn('chair', {
  levels: [
    level('bridge', 3),
    level('upper-back-turn', 3),
    level('side-bend', 3),
    level('ankle-on-knee', 2),
    level('sit-to-stand', 3),
  ],
})
const propose = (person = cora, props: Record<string, number> = {}) =>
  proposeHome(person, { school: 'dwell', recent: ['upper-back-turn', 'bridge'], homeProps: props }, catalogue)

describe('what somebody takes home', () => {
  it('is what was done lately first, one level easier than in class', () => {
    const [first, second] = propose()
    expect(first).toMatchObject({
      movement: 'upper-back-turn',
      level: 2,
      because: 'Level 2, easier than level 3 in class.',
    })
    expect(second!.movement).toBe('bridge')
  })
  it('holds nothing that is not done alone, for anybody', () => {
    for (const tier of ['bed', 'chair', 'standing', 'floor'] as const) {
      for (const { variation, tier: at } of propose(personIn(tier))) {
        const tags = demandsOf(catalogue.variations.get(variation)!, catalogue).map((demand) => demand.tag)
        // On one leg only with both hands on something that stays.
        const isHeld = catalogue.variations.get(variation)!.support === 'both'
        const alone = isHeld ? [] : ['single-leg-stance']
        expect(
          tags.some((tag) => [...alone, 'floor-transfer', 'unsupported-stance', 'head-below-heart'].includes(tag)),
          variation,
        ).toBe(false)
        expect(at).not.toBe('floor')
      }
    }
  })
  it('asks for no prop that is not at home', () => {
    const without = propose(personIn('bed'))
    for (const { variation } of without)
      for (const need of catalogue.variations.get(variation)!.props)
        expect([need.prop, ...need.instead].some((prop) => catalogue.props.get(prop)?.station)).toBe(true)
  })
  it('puts what leads to the next gate first, and says so', () => {
    const before = personIn('chair', {
      levels: cora.levels,
      access: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' },
    })
    const [first] = proposeHome(
      before,
      {
        school: 'dwell',
        recent: ['upper-back-turn', 'bridge', 'sit-to-stand'],
        homeProps: { cushion: 4 },
      },
      catalogue,
    )
    expect(first).toMatchObject({
      movement: 'sit-to-stand',
      because: expect.stringContaining('Towards the next gate.'),
    })
  })
  it('respects what a consideration blocks', () => {
    const careful = personIn('chair', {
      considerations: [{ consideration: 'hip-replacement-back', side: 'right', clearedBy: '' }],
    })
    expect(propose(careful).length).toBeGreaterThan(0)
    expect(propose(careful).map((one) => one.variation)).not.toContain('ankle-on-knee.chair.3')
  })
  it('of a pair leaves the hold, as often as a short hold is done: nobody swings alone', () => {
    const swingers = proposeHome(
      personIn('chair', { levels: [{ movement: 'knee-lift-hold', tier: 'chair', side: 'both', level: 2 }] }),
      { school: 'swing-pair', recent: ['knee-lift-hold'], homeProps: {} },
      catalogue,
    )
    expect(swingers[0]).toMatchObject({ movement: 'knee-lift-hold', dose: { kind: 'hold', seconds: 10 }, rounds: 3 })
    expect(swingers.some(({ dose }) => dose.kind === 'pair')).toBe(false)
  })
  it('adapts to how it was at home: a round more, easier, or not until somebody has asked', () => {
    const days = ['2026-11-18', '2026-11-20', '2026-11-22', '2026-11-24']
    const all = (how: HowAtHome) => Object.fromEntries(days.map((day) => [day, how]))
    const lately = (how: HomeTicks['how'][string]) => latelyAtHome({ ticks: { bridge: days }, how: { bridge: how } })
    const bridgeAfter = (how: HomeTicks['how'][string]) =>
      proposeHome(cora, { school: 'dwell', recent: ['bridge'], homeProps: {}, lately: lately(how) }, catalogue).find(
        ({ movement }) => movement === 'bridge',
      )
    const usual = bridgeAfter({})!
    expect(usual.adapts).toBe(false)
    expect(bridgeAfter(all('easy'))).toMatchObject({ rounds: usual.rounds + 1, level: usual.level, adapts: true })
    expect(bridgeAfter(all('hard'))!.level).toBeLessThan(usual.level)
    expect(bridgeAfter({ ...all('easy'), [days[3]!]: 'hurt' })).toBeUndefined()
    // Little was said, or it differed: nothing changes.
    expect(bridgeAfter({ [days[0]!]: 'easy', [days[1]!]: 'easy' })).toEqual(usual)
    expect(bridgeAfter({ ...all('easy'), [days[3]!]: 'right' })).toEqual(usual)
    // What hurt long ago is not looked at here any more: somebody has looked, or it was remembered.
    const later = Array.from({ length: 7 }, (_, at) => `2026-12-0${at + 1}`)
    const old = latelyAtHome({ ticks: { bridge: [...days, ...later] }, how: { bridge: all('hurt') } })
    expect(old.get('bridge')).toBeUndefined()
  })
})
