import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { VariationFigure } from '../catalogue/figure'
import type { Tag } from '../catalogue/words'
import { missingTags, tagsOfPose } from './demands'
import { solveFigure } from './figure'

const catalogue = shippedCatalogue()
const poseOf = (posture: string, start: object = {}) =>
  solveFigure(catalogue.figures.get(posture)!, VariationFigure.parse({ start })).start!.pose

describe('what a pose plainly asks', () => {
  const cases: [string, string, object, Tag[]][] = [
    ['standing asks nothing', 'standing/free', {}, []],
    ['sitting on the usual chair asks nothing', 'chair/tall', {}, []],
    ['kneeling asks kneeling', 'floor/kneel', {}, ['kneeling']],
    ['hands and knees ask kneeling', 'floor/quadruped', {}, ['kneeling']],
    ['lying on the front asks lying on the front', 'bed/prone', {}, ['prone']],
    ['lying on the back asks nothing that the drawing could tell', 'floor/supine', {}, []],
    [
      'a knee drawn to the chest asks a deep hip bend',
      'floor/supine',
      { angles: { right: { hipFlexion: 115, kneeFlexion: 105 } }, contacts: { rightFoot: 'free', hands: 'free' } },
      ['deep-hip-bend'],
    ],
    [
      'an arm straight up asks overhead',
      'standing/free',
      { angles: { right: { shoulderFlexion: 170 } } },
      ['overhead-arm'],
    ],
    [
      'a bridge has the head below the hips',
      'floor/supine',
      {
        angles: { hipFlexion: -4, kneeFlexion: 100, tilt: -26, neckFlexion: 18 },
        contacts: { back: 'free', head: 'floor', hands: 'free' },
      },
      ['head-below-heart'],
    ],
    [
      'a full turn asks the end of the spine’s turn',
      'standing/free',
      { angles: { thoracicTurn: 45, lumbarTurn: 10 } },
      ['spine-twist-end'],
    ],
  ]
  it.each(cases)('%s', (_, posture, start, tags) => {
    expect([...tagsOfPose(poseOf(posture, start))].sort()).toEqual([...tags].sort())
  })
  it('is missing where an entry does not say it, and only there', () => {
    const pose = poseOf('floor/kneel')
    expect(missingTags([pose], new Set())).toEqual(['kneeling'])
    expect(missingTags([pose], new Set<Tag>(['kneeling', 'grip']))).toEqual([])
  })
})
