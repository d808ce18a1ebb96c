import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { VariationFigure } from '../catalogue/figure'
import type { HandsDo, Tag } from '../catalogue/words'
import { demandsOfPoses, disagreementsIn, missingTags } from './demands'
import { solveFigure } from './figure'

const catalogue = shippedCatalogue()
/** A posture with what differs, and what its pose asks. */
const asked = (postureId: string, start: object = {}, handsDo: HandsDo = 'rest') => {
  const posture = catalogue.figures.get(postureId)!
  const figure = VariationFigure.parse({ start })
  const poses = { start: solveFigure(posture, figure).start!.pose }
  return { posture, done: { figure, handsDo }, poses, demands: demandsOfPoses(posture, { figure, handsDo }, poses) }
}
const tagsOf = (...args: Parameters<typeof asked>) => [...new Set(asked(...args).demands.map(({ tag }) => tag))].sort()

describe('what a pose asks', () => {
  const cases: [string, string, object, Tag[]][] = [
    ['standing free asks for no hand', 'standing/free', {}, ['unsupported-stance']],
    ['standing behind the chair asks nothing', 'standing/behind-chair', {}, []],
    [
      'standing with a fingertip is less than a hand',
      'standing/behind-chair',
      { contacts: { hands: 'chair-back-fingertip' } },
      ['unsupported-stance'],
    ],
    ['sitting on the usual chair asks nothing', 'chair/tall', {}, []],
    ['kneeling asks kneeling', 'floor/kneel', {}, ['kneeling']],
    ['hands and knees ask kneeling and load the wrists', 'floor/quadruped', {}, ['kneeling', 'wrist-load']],
    [
      'sitting on the heels takes the ankles to their end',
      'floor/heel-sit',
      {},
      ['ankle-end', 'deep-knee-bend', 'kneeling'],
    ],
    ['lying on the back asks nothing that the drawing could tell', 'floor/supine', {}, []],
    [
      'a knee drawn to the chest asks a deep hip bend',
      'floor/supine',
      { angles: { right: { hipFlexion: 115, kneeFlexion: 105 } }, contacts: { rightFoot: 'free', hands: 'free' } },
      ['deep-hip-bend'],
    ],
    [
      'an arm straight up asks overhead',
      'standing/behind-chair',
      { angles: { right: { shoulderFlexion: 170 } }, contacts: { rightHand: 'free' } },
      ['overhead-arm'],
    ],
    [
      'a high bridge without a pillow has the heart over the head',
      'floor/supine',
      {
        angles: { hipFlexion: -4, kneeFlexion: 100, tilt: -26, neckFlexion: 18 },
        contacts: { back: 'free', head: 'floor', hands: 'free' },
      },
      ['head-below-heart'],
    ],
    [
      'a full turn asks the end of the spine’s turn',
      'chair/tall',
      { angles: { thoracicTurn: 45, lumbarTurn: 10 } },
      ['spine-twist-end'],
    ],
    [
      'a far side bend asks the end of it',
      'chair/tall',
      { angles: { thoracicSide: 26, lumbarSide: 20 }, contacts: { hands: 'free' } },
      ['spine-side-end'],
    ],
    [
      'a foot lifted leaves the other to stand alone',
      'standing/behind-chair',
      { angles: { right: { hipFlexion: 40, kneeFlexion: 60 } }, contacts: { rightFoot: 'free' } },
      ['one-leg-load', 'single-leg-stance'],
    ],
    [
      'a leg turned in on a bent hip asks its inward turn',
      'chair/tall',
      { angles: { right: { hipOutward: -24 } }, contacts: { rightFoot: 'free' } },
      ['hip-inward-turn-end'],
    ],
  ]
  it.each(cases)('%s', (_, posture, start, tags) => {
    expect(tagsOf(posture, start)).toEqual([...tags].sort())
  })
  it('names the leg that stands: the other one where the working leg is lifted', () => {
    const { demands } = asked('standing/behind-chair', {
      angles: { right: { hipFlexion: 40, kneeFlexion: 60 } },
      contacts: { rightFoot: 'free' },
    })
    expect(demands).toContainEqual({ tag: 'single-leg-stance', of: 'other' })
  })
  it('knows by the hands what no drawing shows: a strap asks grip, a carrying hand its wrist', () => {
    expect(tagsOf('chair/tall', {}, 'hold')).toEqual(['grip'])
    expect(tagsOf('chair/tall', {}, 'carry')).toEqual(['shoulder-load', 'wrist-load'])
  })
  it('contradicts a tag that is written and not so, with both values', () => {
    const { posture, done, poses } = asked('chair/tall')
    const written = { demands: [{ tag: 'deep-hip-bend', of: 'worked' }], support: 'none' } as const
    expect(disagreementsIn({ ...written, demands: [...written.demands] }, posture, done, poses)).toEqual([
      expect.stringMatching(/"deep-hip-bend", and the pose bends the hip by 8\d\.\d°: over 90\.5° is asked/),
    ])
  })
  it('contradicts a support that the hands do not give', () => {
    const { posture, done, poses } = asked('standing/free')
    expect(disagreementsIn({ demands: [], support: 'both' }, posture, done, poses)[0]).toContain('poses show none')
  })
  it('is missing where an entry does not say it, and only there', () => {
    const { demands } = asked('floor/kneel')
    expect(missingTags(demands, new Set())).toEqual(['kneeling'])
    expect(missingTags(demands, new Set<Tag>(['kneeling', 'jolt']))).toEqual([])
  })
})
