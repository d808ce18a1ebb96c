import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { USUAL_ARRIVAL } from '../offer/person'
import type { ClassEvent } from './classEvent'
import { readClock } from './clock'
import { scriptOf } from './script'
import { shownClass, takingPart } from './shownClass'

const catalogue = shippedCatalogue()
const [ANN, BO] = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222']
const plan = planWith([blockOfMovement('bridge', { id: 'a' }), blockOfMovement('side-bend', { id: 'b' })])
const fact = { consideration: 'brittle-bones', side: 'both' as const, clearedBy: 'Dr Example' }
const people = [
  personIn('chair', { id: ANN, name: 'Ann Example', considerations: [fact], birthYear: 1931, usualPain: 7 }),
  personIn('bed', { id: BO, name: 'Bo Sample', leftOut: [{ movement: 'bridge', tier: 'bed' }] }),
]
const known = (classEvents: ClassEvent[] = []) => ({
  ...{ people, classEvents, met: [], before: 0, lastCame: {}, gaps: {}, handChoices: [] },
  arrivals: { [ANN!]: { ...USUAL_ARRIVAL, came: true, pain: 6 }, [BO!]: { ...USUAL_ARRIVAL, came: true } },
  circle: { sideHabit: 'left-right', startSide: 'left', helpers: 2 } as const,
  meeting: { startsAt: '2026-11-28T10:00:00Z', plan },
})
const shown = (classEvents: ClassEvent[] = [], withNames = true) =>
  shownClass(known(classEvents), { catalogue, textsOf: () => undefined, withNames })
const TEXTS = { setUp: 'Sit.', cues: ['Go.'], cheats: [], easier: 'Less.', more: 'More.' }
const event = (more: object) => ({ id: crypto.randomUUID(), at: 1000, ...more }) as ClassEvent

describe('a class as it is shown to a room', () => {
  it('names people by their first name, or not at all', () => {
    expect(shown().people).toEqual([
      { key: 'p1', name: 'Ann', tier: 'chair' },
      { key: 'p2', name: 'Bo', tier: 'bed' },
    ])
    expect(shown([], false).people.map(({ name }) => name)).toEqual(['', ''])
  })
  it('says of what most of a lane do where it is felt and where not, in the words of that version', () => {
    const textsOf = ({ id }: { id: string }) => ({ ...TEXTS, feel: `In ${id}.`, notFeel: 'The knee.' })
    const { lanes } = shownClass(known(), { catalogue, textsOf, withNames: false })
    const { main, felt } = lanes['a']!.chair!
    expect(main).not.toBeNull()
    expect(felt).toEqual({ feel: `In ${main}.`, notFeel: 'The knee.' })
    expect(shown().lanes['a']!.chair!.felt).toBeNull()
  })
  it('says which lane does two more where it is opening', () => {
    const dose = { kind: 'pulse', count: 5, atEnd: 3, travel: 1 } as const
    const opened = planWith([blockOfMovement('side-bend', { id: 'a', dose, lanes: { chair: { opening: true } } })])
    const { meeting, ...more } = known()
    const of = shownClass(
      { ...more, meeting: { ...meeting, plan: opened } },
      { catalogue, textsOf: () => undefined, withNames: true },
    )
    const kinds = (tier: 'chair' | 'bed') => of.lanes['a']![tier]!.doing.parts.map(({ kind }) => kind)
    expect(kinds('chair')).toContain('opening')
    expect(kinds('bed')).not.toContain('opening')
  })
  it('shows how each lane gets back to where it began', () => {
    const { homeward } = shown()
    expect(Object.keys(homeward)).toEqual(['bed', 'chair'])
    const { timeline } = takingPart(known(), catalogue)
    const seconds = Object.values(homeward).map((moves) => moves.reduce((sum, move) => sum + move.seconds, 0))
    expect(Math.max(...seconds)).toBe(timeline.endingSeconds)
  })
  it('says of nobody which leg leads on the way to the floor', () => {
    const { meeting, ...more } = known()
    const weak = { consideration: 'stroke-weak-side', side: 'left' as const, clearedBy: '' }
    const all = { ...more, people: [personIn('floor', { id: ANN, considerations: [weak] })] }
    const of = { ...all, meeting: { ...meeting, plan: planWith([blockOfMovement('round-and-arch', { id: 'a' })]) } }
    expect(takingPart(of, catalogue).riders[0]!.mover.strongLeg).toBe('right')
    const said = shownClass(of, { catalogue, textsOf: () => undefined, withNames: true })
    expect(said.lanes['a']!.floor!.moves.map(({ to }) => to)).toContain('floor/half-kneel')
    expect(JSON.stringify(said)).not.toMatch(/right foot|strongLeg/)
  })
  it('says nothing of health, pain, ids or who does which variation', () => {
    const said = JSON.stringify(
      shown([
        event({ event: 'start', script: scriptOf(takingPart(known(), catalogue).timeline) }),
        event({ event: 'leave', participant: BO, why: 'chest pain, Bo Sample' }),
        event({ event: 'change', step: 3, script: [], blocks: plan.blocks, why: 'gentler for Ann Example' }),
      ]),
    )
    for (const word of ['brittle', 'Dr Example', 'Example', 'Sample', '1931', 'pain', 'clearedBy', ANN!, BO!])
      expect(said).not.toContain(word)
  })
  it('leaves out who takes no further part, and has the lanes of the others', () => {
    const events = [event({ event: 'leave', participant: BO, why: 'tired' })]
    expect(shown(events).people.map(({ name }) => name)).toEqual(['Ann'])
    expect(Object.keys(shown(events).lanes.b!)).toEqual(['chair'])
    expect(Object.keys(shown().lanes.b!).sort()).toEqual(['bed', 'chair'])
  })
  it('has a clock that reads as the class’s own', () => {
    const script = scriptOf(takingPart(known(), catalogue).timeline)
    const events = [
      event({ event: 'start', script, at: 0 }),
      event({ event: 'tier', participant: ANN, tier: 'bed', at: 500 }),
      event({ event: 'stretch', step: 0, seconds: 15, at: 800 }),
      event({ event: 'change', step: 4, script: script.slice(5), blocks: plan.blocks, why: 'late', at: 900 }),
    ]
    for (const now of [400, 30_000, 90_000, 400_000])
      expect(readClock(shown(events).events, now)).toEqual(readClock(events, now))
  })
  it('names what is done in a lane, the easiest first', () => {
    const { chair } = shown().lanes.b!
    const levels = chair!.variations.map((id) => catalogue.variations.get(id)!.level)
    expect(levels.length).toBeGreaterThan(0)
    expect(levels).toEqual([...levels].sort())
  })
})
