import loadHighs from 'highs'
import fc from 'fast-check'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { describe, expect, it } from 'vitest'
import { randomFrom } from '../random'
import { TIERS } from '../catalogue/words'
import { layoutOf, type LayoutKind, type Room } from './layout'
import { NO_NEEDS } from '../offer/seatNeeds'
import { seatCosts, seated, seatReasons, type Sitter } from './seats'
import { seatRoom, whoFit, type RoomSitter } from './seatRoom'
import { footprintOf } from '../catalogue/station'

const random = randomFrom(7)
const EXCHANGES = { looks: 20_000, random: () => random.next() }
const ROOM: Room = { lengthM: 11, widthM: 8.5, door: { wall: 'left', alongM: 2 } }
const { stations } = shippedCatalogue()
const chairs = (count: number) => Array.from({ length: count }, () => footprintOf('chair', 'room', stations))
const anyNeeds = fc.record({
  hearing: fc.boolean(),
  sight: fc.boolean(),
  wall: fc.boolean(),
  helper: fc.boolean(),
  door: fc.boolean(),
})
const anySitters = (count: number) =>
  fc
    .array(fc.record({ tier: fc.constantFrom(...TIERS), needs: anyNeeds }), { minLength: count, maxLength: count })
    .map((all): Sitter[] => all.map((one, at) => ({ id: `p${at}`, friends: [], ...one })))

describe('the room', () => {
  it.each([
    // A rim of 2π · (8.5 / 2 − 0.3 − 0.6) = 21.0 m holds 14 chairs of 1.5 m; a long room holds more along its walls.
    ['ring', 14, ROOM],
    ['horseshoe', 15, { ...ROOM, lengthM: 14 }],
    ['two-arcs', 16, { ...ROOM, lengthM: 13, widthM: 5.2 }],
  ] as [LayoutKind, number, Room][])('becomes a %s for %i chairs', (kind, count, room) => {
    const layout = layoutOf(room, chairs(count))
    expect([layout.kind, layout.fits]).toEqual([kind, true])
  })
  it('says how much rim is missing', () => {
    const layout = layoutOf({ ...ROOM, lengthM: 4, widthM: 4 }, chairs(20))
    expect(layout.fits).toBe(false)
    expect(layout.spareM).toBeLessThan(0)
  })
  it('has a ring whose rim at mid-depth is 2πr', () => {
    const radius = 8.5 / 2 - 0.3 - 0.6
    expect(layoutOf(ROOM, chairs(10), 'ring').spareM).toBeCloseTo(2 * Math.PI * radius - 15, 6)
  })
  it('keeps deep stations clear of each other at their inner corners where the rim allows it', () => {
    const mixed = ['bed', 'floor', 'chair', 'chair', 'standing', 'floor'].map((tier) =>
      footprintOf(tier as 'bed', 'room', stations),
    )
    const { places } = layoutOf(ROOM, mixed, 'ring')
    const corners = places.map((place, at) => {
      const [w, d, turn] = [mixed[at]!.widthM / 2, mixed[at]!.depthM / 2, (place.facingDeg * Math.PI) / 180]
      return [
        [-w, -d],
        [w, -d],
        [w, d],
        [-w, d],
      ].map(([x, y]) => ({
        x: place.x + x! * Math.cos(turn) - y! * Math.sin(turn),
        y: place.y + x! * Math.sin(turn) + y! * Math.cos(turn),
      }))
    })
    // Two rectangles are apart where some side of one has all of the other beyond it (separating axis).
    const apart = (a: { x: number; y: number }[], b: { x: number; y: number }[]) =>
      [a, b].some((one) =>
        one.some((from, side) => {
          const to = one[(side + 1) % 4]!
          const across = (point: { x: number; y: number }) =>
            (to.x - from.x) * (point.y - from.y) - (to.y - from.y) * (point.x - from.x)
          return (one === a ? b : a).every((point) => across(point) <= 1e-6)
        }),
      )
    for (const [a, one] of corners.entries())
      for (const [b, other] of corners.entries()) if (a < b) expect(apart(one, other), `${a} and ${b}`).toBe(true)
  })
  it('keeps every place inside the walls and neighbours a width apart, whatever the room', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 20, noNaN: true }),
        fc.double({ min: 5, max: 20, noNaN: true }),
        fc.integer({ min: 2, max: 30 }),
        (lengthM, widthM, count) => {
          const layout = layoutOf({ lengthM, widthM, door: ROOM.door }, chairs(count))
          if (!layout.fits) return
          for (const [at, place] of layout.places.entries()) {
            expect(Math.min(place.x, place.y, lengthM - place.x, widthM - place.y)).toBeGreaterThanOrEqual(0.55)
            const next = layout.places[(at + 1) % count]!
            if (layout.kind !== 'ring' && (at === count - 1 || next.row !== place.row)) continue
            // A chord is shorter than its arc, but never by more than the bend of the tightest ring here.
            expect(Math.hypot(next.x - place.x, next.y - place.y)).toBeGreaterThan(0.8)
          }
        },
      ),
    )
  })
})

describe('who sits where', () => {
  const slots = (count: number) => layoutOf({ ...ROOM, lengthM: 22, widthM: 16 }, chairs(count))
  const permutations = (of: number[]): number[][] =>
    of.length < 2 ? [of] : of.flatMap((first, at) => permutations(of.toSpliced(at, 1)).map((rest) => [first, ...rest]))

  it('costs what the cheapest of all orders costs (every order tried, six people)', () => {
    fc.assert(
      fc.property(anySitters(6), (sitters) => {
        const layout = slots(6)
        const costs = seatCosts(sitters, layout, ROOM)
        const cheapest = Math.min(
          ...permutations([0, 1, 2, 3, 4, 5]).map((order) =>
            order.reduce((sum, place, sitter) => sum + costs[sitter]![place]!, 0),
          ),
        )
        expect(seated(sitters, layout, ROOM).cost).toBeCloseTo(cheapest, 6)
      }),
      { numRuns: 40 },
    )
  })
  it('costs what a general solver finds for forty people', async () => {
    const highs = await loadHighs()
    const [sitters] = fc.sample(anySitters(40), { numRuns: 1, seed: 5 }) as [Sitter[]]
    const layout = slots(40)
    const costs = seatCosts(sitters, layout, ROOM)
    const all = sitters.map((_, index) => index)
    const x = (sitter: number, place: number) => `x${sitter}_${place}`
    const model = `Minimize\n obj: ${all.flatMap((s) => all.map((p) => `+ ${costs[s]![p]!.toFixed(9)} ${x(s, p)}`)).join(' ')}\nSubject To\n${all.map((s) => ` s${s}: ${all.map((p) => `+ ${x(s, p)}`).join(' ')} = 1`).join('\n')}\n${all.map((p) => ` p${p}: ${all.map((s) => `+ ${x(s, p)}`).join(' ')} = 1`).join('\n')}\nEnd\n`
    const solution = highs.solve(model)
    expect(solution.Status).toBe('Optimal')
    expect(seated(sitters, layout, ROOM).cost).toBeCloseTo(solution.ObjectiveValue, 3)
  })
  it('brings friends together and says how far from the least that could be', () => {
    const sitters: Sitter[] = Array.from({ length: 12 }, (_, at) => ({
      id: `p${at}`,
      tier: 'chair',
      needs: { ...NO_NEEDS, hearing: at === 0 },
      friends: at % 2 === 0 ? [`p${(at + 7) % 12}`] : [],
    }))
    const [alone, together] = [seated(sitters, slots(12), ROOM), seated(sitters, slots(12), ROOM, EXCHANGES)]
    expect(together.cost).toBeLessThanOrEqual(alone.cost)
    expect(together.atLeast).toBeLessThanOrEqual(together.cost + 1e-9)
    expect(together.cost / together.atLeast).toBeLessThan(1.35)
  })
  it('puts low lanes in front where there are two rows', () => {
    const room: Room = { ...ROOM, lengthM: 16, widthM: 5.4 }
    const sitters: RoomSitter[] = Array.from({ length: 16 }, (_, at) => ({
      id: `p${at}`,
      tier: at < 8 ? 'standing' : 'chair',
      needs: NO_NEEDS,
      friends: [],
      joins: 'room',
    }))
    const { layout, order } = seatRoom(room, sitters, stations, { kind: 'two-arcs' })
    const rowOf = (id: string) => layout.places[order.indexOf(id)]!.row
    expect(sitters.filter((sitter) => rowOf(sitter.id) === 0).every((sitter) => sitter.tier === 'chair')).toBe(true)
  })
  it.each([12, 25, 40])('shows of %i in a small room as many as have a place, apart, and names the others', (count) => {
    const room: Room = { ...ROOM, lengthM: 6, widthM: 5 }
    const sitters: RoomSitter[] = Array.from({ length: count }, (_, at) => ({
      id: `p${at}`,
      tier: at % 3 === 0 ? 'bed' : 'chair',
      needs: NO_NEEDS,
      friends: [],
      joins: 'room',
    }))
    const { shown, without } = whoFit(seatRoom(room, sitters, stations), room)
    expect([...shown.order, ...without].toSorted()).toEqual(sitters.map((one) => one.id).toSorted())
    expect(without.length).toBeGreaterThan(0)
    expect(shown.order.length).toBeGreaterThan(3)
    const apart = shown.layout.places.flatMap((one, at) =>
      shown.layout.places.slice(at + 1).map((other) => Math.hypot(one.x - other.x, one.y - other.y)),
    )
    expect(Math.min(...apart)).toBeGreaterThan(0.5)
  })
  it('gives the reasons, met and not met, and keeps an order that was made by hand', () => {
    const sitters: RoomSitter[] = ['ann', 'bo', 'cy', 'di', 'ed', 'flo'].map((id) => ({
      id,
      tier: 'chair',
      needs: { ...NO_NEEDS, hearing: id === 'ann', door: id === 'bo' },
      friends: id === 'cy' ? ['di'] : [],
      joins: 'room',
    }))
    const best = seatRoom(ROOM, sitters, stations, { exchanges: EXCHANGES })
    const reasons = (order: string[], id: string) =>
      seatReasons(
        sitters.find((one) => one.id === id)!,
        order,
        { layout: best.layout, room: ROOM, nameOf: (other) => other },
      )
    expect(reasons(best.order, 'ann')).toEqual([
      { kind: 'hearing', words: expect.stringMatching(/^Hears poorly: \d\.\d m from you$/), isMet: true },
    ])
    expect(reasons(best.order, 'cy')).toEqual([{ kind: 'friend', about: 'di', words: 'Beside di', isMet: true }])
    const turned = [...best.order.slice(3), ...best.order.slice(0, 3)]
    expect(reasons(turned, 'ann')[0]!.isMet).toBe(false)
    expect(seatRoom(ROOM, sitters, stations, { byHand: turned })).toMatchObject({ order: turned })
    expect(seatRoom(ROOM, sitters, stations, { byHand: turned }).cost).toBeGreaterThan(best.cost)
  })
  it('leaves out who joins by video, and sits a newcomer down at the end of an order made by hand', () => {
    const sitters: RoomSitter[] = ['ann', 'bo', 'cy'].map((id) => ({
      id,
      tier: 'chair',
      needs: NO_NEEDS,
      friends: [],
      joins: id === 'bo' ? 'video' : 'room',
    }))
    expect(seatRoom(ROOM, sitters, stations).order.toSorted()).toEqual(['ann', 'cy'])
    expect(seatRoom(ROOM, sitters, stations, { byHand: ['cy'] }).order).toEqual(['cy', 'ann'])
  })
})
