import fc from 'fast-check'
import { parse } from 'yaml'
import { z } from 'zod'
import { describe, expect, it } from 'vitest'
import { shippedCatalogue, shippedData } from '../../tests/shippedCatalogue'
import { readCatalogueFiles } from '../../server/catalogue/readCatalogueFiles'
import { Demand } from '../catalogue/movement'
import { parseCatalogue } from '../catalogue/parseCatalogue'
import { rungsOf } from '../catalogue/summary'
import { solvedFigures } from '../../server/catalogue/solvedFigures'
import { LIMB_ANGLES, TRUNK_ANGLES, VariationFigure } from '../catalogue/figure'
import { demandsOfPoses, disagreementsIn } from './demands'
import { legAngles } from './legAngles'
import { drawFigure, frameAround, svgOf } from './draw'
import { bodyOf, solveFigure } from './figure'
import { fingertipHeightCm, wallSit } from './fits'
import { ANGLE_COUNT, anglesOf, JOINTS } from './joints'
import { mirrored } from './mirror'
import { cm, sceneOf } from './scene'
import { BUILD, SEGMENT } from './segments'
import { skeletonOf } from './skeleton'
import { length, sub, type Vec } from './vector'

const catalogue = shippedCatalogue()
const { figures, solvedNow } = solvedFigures(shippedData())
const poses = [...figures].flatMap(([id, named]) =>
  Object.entries(named).map(([name, solved]) => ({ id: `${id} ${name}`, ...solved })),
)
const solve = (posture: string, figure: object = {}) =>
  solveFigure(catalogue.figures.get(posture)!, VariationFigure.parse(figure))
const distance = (a: Vec, b: Vec) => length(sub(a, b))

describe('the skeleton', () => {
  const anyAngles = fc
    .array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: ANGLE_COUNT, maxLength: ANGLE_COUNT })
    .map((shares) =>
      Float64Array.from(shares, (share, at) => JOINTS[at]!.from + share * (JOINTS[at]!.to - JOINTS[at]!.from)),
    )
  it('keeps its bones at their lengths whatever the angles', () => {
    fc.assert(
      fc.property(
        anyAngles,
        fc.constantFrom('upright', 'supine', 'prone', 'side') as fc.Arbitrary<'upright'>,
        (angles, base) => {
          const body = skeletonOf(base, angles, [0, 0.5, 0])
          for (const side of [body.left, body.right]) {
            expect(distance(side.hip, side.knee)).toBeCloseTo(SEGMENT.thigh, 9)
            expect(distance(side.knee, side.ankle)).toBeCloseTo(SEGMENT.shank, 9)
            expect(distance(side.shoulder, side.elbow)).toBeCloseTo(SEGMENT.upperArm, 9)
            expect(distance(side.elbow, side.wrist)).toBeCloseTo(SEGMENT.forearm, 9)
            expect(distance(side.wrist, side.fingertip)).toBeCloseTo(SEGMENT.hand, 9)
          }
          expect(distance(body.left.hip, body.right.hip)).toBeCloseTo(2 * BUILD.hipCentre, 9)
        },
      ),
    )
  })
  it('stands as tall as the published heights when all angles are none', () => {
    const body = skeletonOf('upright', anglesOf(), [0, SEGMENT.hipHeight, 0])
    expect(body.left.knee[1]).toBeCloseTo(SEGMENT.kneeHeight, 9)
    expect(body.left.ankle[1]).toBeCloseTo(SEGMENT.ankleHeight, 9)
    expect(body.neckBase[1]).toBeCloseTo(SEGMENT.shoulderHeight, 3)
    expect(body.head[1] + 0.066).toBeCloseTo(1, 1)
  })
  it('bends to the sides that the angles are named for', () => {
    const knee = (angles: object) => skeletonOf('upright', anglesOf(angles), [0, 0.53, 0])
    expect(knee({ hipFlexion: 40 }).right.knee[0]).toBeGreaterThan(0.1)
    expect(knee({ hipAbduction: 30 }).right.knee[2]).toBeGreaterThan(0.1)
    expect(knee({ hipAbduction: 30 }).left.knee[2]).toBeLessThan(-0.1)
    expect(knee({ kneeFlexion: 60 }).left.ankle[0]).toBeLessThan(-0.1)
    expect(knee({ ankleUp: 20 }).left.ball[1]).toBeGreaterThan(knee({}).left.ball[1])
    expect(knee({ shoulderAbduction: 90 }).right.elbow[2]).toBeGreaterThan(0.25)
    expect(knee({ lumbarFlexion: 30 }).head[0]).toBeGreaterThan(0.1)
    expect(knee({ thoracicSide: 30 }).head[2]).toBeGreaterThan(0.05)
    expect(knee({ hipFlexion: 90, kneeFlexion: 90, hipOutward: 30 }).right.ankle[2]).toBeLessThan(
      knee({ hipFlexion: 90, kneeFlexion: 90 }).right.ankle[2],
    )
  })
  it('measures clinical angles on the solved body', () => {
    const body = skeletonOf(
      'upright',
      anglesOf({ right: { hipFlexion: 75, kneeFlexion: 60, ankleUp: 12 } }),
      [0, 0.53, 0],
    )
    expect(legAngles(body, 'right')).toMatchObject({
      hipFlexion: expect.closeTo(75, 6),
      kneeFlexion: expect.closeTo(60, 6),
    })
    expect(legAngles(body, 'left')).toMatchObject({
      hipFlexion: expect.closeTo(0, 6),
      kneeFlexion: expect.closeTo(0, 6),
    })
  })
})

describe('solved poses against closed-form cases', () => {
  it('sitting on the usual chair: hip centre 9 cm above it, thigh slope asin((54 − 47.9) / 41.2) = 8.6°', () => {
    const body = bodyOf(solve('chair/tall').start!.pose)
    expect(body.midHip[1] * 168).toBeCloseTo(54, 0)
    const slope = (Math.asin((body.right.hip[1] - body.right.knee[1]) / SEGMENT.thigh) * 180) / Math.PI
    expect(slope).toBeGreaterThan(3)
    expect(slope).toBeLessThan(12)
  })
  it('a straight-leg raise at 80° lifts the ankle by sin 80° of the leg', () => {
    const body = bodyOf(
      solve('floor/supine', {
        start: {
          angles: { right: { hipFlexion: 80, kneeFlexion: 0 } },
          contacts: { rightFoot: 'free', hands: 'free' },
        },
      }).start!.pose,
    )
    const { hipFlexion } = legAngles(body, 'right')
    expect(hipFlexion).toBeCloseTo(80, -1)
    expect(body.right.ankle[1] - body.right.hip[1]).toBeCloseTo(
      Math.sin((hipFlexion * Math.PI) / 180) * (SEGMENT.thigh + SEGMENT.shank),
      1,
    )
  })
  it('hands on the chair back are 88 cm high, a knee cushion lifts the knee by 5 cm', () => {
    const standing = bodyOf(solve('standing/behind-chair').start!.pose)
    expect((standing.right.knuckles[1] - 0.0175) * 168).toBeCloseTo(88, 0)
    const [one, two] = [1, 2].map((kneeCushions) =>
      bodyOf(solve('floor/half-kneel', { start: { scene: { kneeCushions } } }).start!.pose),
    )
    expect((two!.right.knee[1] - one!.right.knee[1]) * 168).toBeCloseTo(5, 0)
  })
  it('a wall sit at 60° of knee has its hips as high as the closed form says', () => {
    const body = bodyOf(
      solve('standing/at-wall', {
        start: { angles: { hipFlexion: 56, kneeFlexion: 60, ankleUp: 2 }, contacts: { back: 'wall' } },
      }).start!.pose,
    )
    const kneeDeg = legAngles(body, 'right').kneeFlexion
    expect(kneeDeg).toBeGreaterThan(48)
    // The closed form has an upright shin; the solved one may lean by a few degrees.
    expect(Math.abs(body.right.hip[1] * 168 - wallSit(168, kneeDeg).hipHeightCm)).toBeLessThan(4)
  })
  it('fingertips in a hinge hang where the closed form says', () => {
    const pose = solve('standing/free', {
      start: {
        angles: { tilt: 60, hipFlexion: 60, shoulderFlexion: 60, elbowFlexion: 0, shoulderAbduction: 4 },
        contacts: { hands: 'free' },
      },
    }).start!.pose
    const body = bodyOf(pose)
    const up = sub(body.neckBase, body.midHip)
    const hingeDeg = (Math.atan2(up[0], up[1]) * 180) / Math.PI
    expect(Math.abs(body.right.fingertip[1] * 168 - fingertipHeightCm(168, hingeDeg))).toBeLessThan(5)
  })
  it('a raised seat lowers the hip’s bend: cushions on the chair', () => {
    const bend = [0, 1, 2].map(
      (seatCushions) =>
        legAngles(bodyOf(solve('chair/front-edge', { start: { scene: { seatCushions } } }).start!.pose), 'right')
          .hipFlexion,
    )
    expect(bend[1]).toBeLessThan(bend[0]!)
    expect(bend[2]).toBeLessThan(bend[1]!)
  })
  it('what touches the ground in both poses stays where it was', () => {
    const { start, end } = solve('standing/behind-chair', {
      end: { angles: { tilt: 24, hipFlexion: 48, kneeFlexion: 40, ankleUp: 14 } },
    })
    expect(distance(bodyOf(start!.pose).left.heel, bodyOf(end!.pose).left.heel)).toBeLessThan(cm(0.5))
  })
})

describe('every pose that ships', () => {
  it('is solved from what is written now', () => {
    expect(solvedNow).toEqual([])
    expect(poses.length).toBeGreaterThan(catalogue.variations.size)
  })
  it('misses no contact by more than half a centimetre', () => {
    expect(poses.filter(({ report }) => report.missed > cm(0.5)).map(({ id }) => id)).toEqual([])
  })
  it('sinks into nothing by more than a centimetre', () => {
    expect(poses.filter(({ report }) => report.sunk > cm(1)).map(({ id }) => id)).toEqual([])
  })
  it('keeps within the joints’ limits', () => {
    const beyond = poses.flatMap(({ id, pose }) =>
      pose.angles.flatMap((angle, at) =>
        angle < JOINTS[at]!.from - 1.5 || angle > JOINTS[at]!.to + 1.5 ? [`${id} ${at}: ${angle}`] : [],
      ),
    )
    expect(beyond).toEqual([])
  })
  it('asks what the build has written of it, and nothing else', () => {
    const files = readCatalogueFiles()
    const derived = parse(files['derived.yaml']!) as Record<string, unknown[]>
    const written = parseCatalogue({ ...files, 'derived.yaml': '{}' })
    for (const { id, postureId, rung, way } of written.movements.flatMap(rungsOf)) {
      const posture = catalogue.figures.get(postureId)!
      const poses = Object.fromEntries(Object.entries(figures.get(id)!).map(([name, { pose }]) => [name, pose]))
      expect(disagreementsIn(rung, posture, rung, poses), id).toEqual([])
      const asked = [...(way?.demands ?? []), ...demandsOfPoses(posture, rung, poses)]
      expect(z.array(Demand).parse(derived[id]), id).toEqual(asked)
    }
  })
  it('is the same again when it is mirrored twice, and another when it is mirrored once', () => {
    for (const { pose } of poses) {
      expect(mirrored(mirrored(pose))).toEqual(pose)
      const [one, two] = [bodyOf(pose), bodyOf(mirrored(pose))]
      if (pose.base === 'side') continue
      expect(two.left.knee[0]).toBeCloseTo(one.right.knee[0], 6)
      expect(two.left.knee[2]).toBeCloseTo(-one.right.knee[2], 6)
    }
  })
  it('is drawn within its frame in under 20 KB, in classes that have a light and a dark tone', () => {
    for (const { id, pose } of poses) {
      const drawing = drawFigure(bodyOf(pose), sceneOf(pose.scene), pose.camera)
      const svg = svgOf(drawing, frameAround([drawing]))
      expect(svg.length, id).toBeLessThan(20 * 1024)
      expect(svg, id).not.toMatch(/NaN|undefined|Infinity/)
      for (const { name } of drawing.paths.filter(({ kind }) => kind !== 'halo'))
        expect(svg, `${id}: ${name}`).toContain(`.${name}{`)
    }
  })
})

describe('the limits of joints', () => {
  // AAOS ranges of joint motion, from memory: a figure may go a little beyond, never far.
  const AAOS: [string, number][] = [
    ['hipFlexion', 120],
    ['hipAbduction', 45],
    ['hipOutward', 45],
    ['kneeFlexion', 135],
    ['ankleUp', 20],
    ['shoulderFlexion', 180],
    ['shoulderAbduction', 180],
    ['elbowFlexion', 150],
  ]
  it.each(AAOS)('%s reaches at least the %s° of the AAOS', (name, usual) => {
    const at = [...TRUNK_ANGLES, ...LIMB_ANGLES].indexOf(name as never)
    expect(JOINTS[at]!.to).toBeGreaterThanOrEqual(usual)
  })
})
