import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { personIn } from '../../tests/people'
import type { Variation } from '../catalogue/catalogue'
import type { Side, Tag } from '../catalogue/words'
import { USUAL_ARRIVAL, type Arrival } from './person'
import { judge } from './verdict'

const catalogue = shippedCatalogue()
const base = catalogue.variations.get('posture-lift.chair.3')!
const asking = (tag: Tag, change: Partial<Variation> & { of?: 'worked' | 'other' | 'whole' } = {}): Variation => ({
  ...base,
  id: `test.${tag}`,
  // Sitting right back: a posture that asks nothing.
  postureId: 'chair/tall',
  ...change,
  demands: [{ tag, of: change.of ?? 'worked' }],
})
const blocked = (
  variation: Variation,
  consideration: string,
  { side = 'both', worked = 'both', clearedBy = '' }: { side?: Side; worked?: Side; clearedBy?: string } = {},
) =>
  judge(
    variation,
    worked,
    { person: personIn('chair', { considerations: [{ consideration, side, clearedBy }] }) },
    catalogue,
  ).blocks.length > 0

describe('whether a variation may be offered', () => {
  // The default table is from memory of common clinical teaching; these are its rows one by one.
  const rows: [string, Tag, string][] = [
    ['a replaced hip, back approach: no deep bend', 'deep-hip-bend', 'hip-replacement-back'],
    ['a replaced hip, back approach: no crossing', 'hip-cross-midline', 'hip-replacement-back'],
    ['a replaced hip, back approach: no inward turn to the end', 'hip-inward-turn-end', 'hip-replacement-back'],
    ['a replaced hip, front approach: no leg far back', 'hip-back-end', 'hip-replacement-front'],
    ['approach unknown: both rows', 'hip-back-end', 'hip-operated-unknown'],
    ['a painful knee: no deep bend', 'deep-knee-bend', 'knee-painful'],
    ['brittle bones: no loaded rounding', 'spine-bend-loaded', 'brittle-bones'],
    ['brittle bones: no jolt', 'jolt', 'brittle-bones'],
    ['a back worse on arching: not lying on the front', 'prone', 'low-back-worse-arching'],
    ['a frozen shoulder: not behind the back', 'behind-back-arm', 'shoulder-frozen'],
    ['wrist pain: no weight on the hands', 'wrist-load', 'wrist-pain'],
    ['neck pain: no looking up', 'neck-arch', 'neck-pain'],
    ['dizziness: no quick head moves', 'quick-head-move', 'dizziness'],
    ['a shoulder that pinches: not overhead', 'overhead-arm', 'shoulder-impingement'],
    ['a painful outer hip: nothing crossed', 'hip-cross-midline', 'hip-painful-side'],
    ['a wheelchair: no rising', 'rising', 'wheelchair'],
    ['glaucoma: head above the heart', 'head-below-heart', 'glaucoma'],
    ['reflux: not flat on the back', 'supine-flat', 'reflux'],
    ['cannot kneel: no kneeling', 'kneeling', 'cannot-kneel'],
    ['cannot get up from the floor: no floor', 'floor-transfer', 'cannot-get-up-from-floor'],
    ['very mobile joints: no end range', 'ankle-end', 'very-mobile-joints'],
    ['a painful big toe: no tucked toes', 'toe-tuck', 'painful-big-toe'],
  ]
  it.each(rows)('%s', (_, tag, consideration) => {
    expect(blocked(asking(tag), consideration)).toBe(true)
    expect(blocked(asking(tag), consideration, { clearedBy: 'Dr Example' })).toBe(false)
    expect(blocked(asking(tag === 'grip' ? 'jolt' : 'grip'), consideration)).toBe(consideration === 'wrist-pain')
  })
  it('only blocks the side that it belongs to', () => {
    const knee = asking('deep-knee-bend')
    expect(blocked(knee, 'knee-painful', { side: 'left', worked: 'left' })).toBe(true)
    expect(blocked(knee, 'knee-painful', { side: 'left', worked: 'right' })).toBe(false)
    expect(blocked(knee, 'knee-painful', { side: 'left', worked: 'both' })).toBe(true)
  })
  it('knows what the other side is asked, and what the whole body is', () => {
    expect(blocked(asking('deep-knee-bend', { of: 'other' }), 'knee-painful', { side: 'left', worked: 'right' })).toBe(
      true,
    )
    expect(blocked(asking('deep-knee-bend', { of: 'other' }), 'knee-painful', { side: 'left', worked: 'left' })).toBe(
      false,
    )
    expect(blocked(asking('deep-knee-bend', { of: 'whole' }), 'knee-painful', { side: 'left', worked: 'right' })).toBe(
      true,
    )
  })
  it('closes what is strong by its lever, whatever the dose', () => {
    for (const fact of ['blood-pressure-uncontrolled', 'heart-condition-cleared', 'glaucoma', 'pelvic-floor'])
      expect(blocked(asking('strong-isometric'), fact)).toBe(true)
  })
  it('judges standing free by the hands, and after a fall by the level', () => {
    const free = (change: Partial<Variation>) => asking('unsupported-stance', change)
    expect(blocked(free({ support: 'none' }), 'numb-feet')).toBe(true)
    expect(blocked(free({ support: 'fingertip' }), 'numb-feet')).toBe(false)
    expect(blocked(free({ level: 2 }), 'fallen-last-12-months')).toBe(false)
    expect(blocked(free({ level: 3 }), 'fallen-last-12-months')).toBe(true)
    expect(blocked(asking('single-leg-stance', { support: 'none' }), 'stroke-weak-side')).toBe(true)
    expect(blocked(asking('single-leg-stance', { support: 'one' }), 'stroke-weak-side')).toBe(false)
  })
  it('blocks floor, head down, looking up, quick heads and rising for anybody who is dizzy today', () => {
    const dizzy = { ...USUAL_ARRIVAL, dizzy: true }
    for (const tag of ['floor-transfer', 'head-below-heart', 'neck-arch', 'quick-head-move', 'rising'] as const) {
      const on = (arrival: Arrival) =>
        judge(asking(tag), 'both', { person: personIn('chair'), arrival }, catalogue).blocks
      expect(on(dizzy)).toEqual([{ kind: 'dizzy', tag }])
      expect(on(USUAL_ARRIVAL)).toEqual([])
    }
  })
  it('counts what merely being in a posture asks', () => {
    const lying = catalogue.variations.get('bridge.bed.1')!
    expect(lying.demands.map((demand) => demand.tag)).not.toContain('supine-flat')
    expect(blocked(lying, 'reflux')).toBe(true)
  })
  it('watches without blocking where the table only watches', () => {
    const verdict = judge(
      asking('kneeling'),
      'both',
      {
        person: personIn('floor', { considerations: [{ consideration: 'knee-painful', side: 'left', clearedBy: '' }] }),
      },
      catalogue,
    )
    expect(verdict).toEqual({ blocks: [], watch: [expect.stringContaining('kneeling')] })
  })
})

describe('ranges that a pose imposes', () => {
  const variation = {
    ...asking('grip'),
    demands: [],
    imposed: [{ measure: 'hip-turn-in', degrees: 40, of: 'worked' as const }],
  }
  const judged = (
    degrees: number,
    {
      side = 'left',
      worked = 'left',
      considerations = [] as { consideration: string; side: 'left' | 'right' | 'both'; clearedBy: string }[],
    }: {
      side?: 'left' | 'right'
      worked?: 'left' | 'right' | 'both'
      considerations?: { consideration: string; side: 'left' | 'right' | 'both'; clearedBy: string }[]
    } = {},
  ) => {
    const { blocks, watch } = judge(
      variation,
      worked,
      { person: personIn('floor', { ranges: [{ range: 'hip-turn-in', side, degrees }], considerations }) },
      catalogue,
    )
    if (blocks.length > 0) return 'block'
    return watch.some((words) => words.includes('hip turn in')) ? 'watch' : 'fine'
  }
  // 85 % of the measured range is comfortable, up to all of it is watched: 40° of 47.1° are 85 %.
  it.each([
    [48, 'fine'],
    [47, 'watch'],
    [40, 'watch'],
    [39.9, 'block'],
  ])('40° of %d° measured: %s', (degrees, answer) => {
    expect(judged(degrees)).toBe(answer)
  })
  it('look at the side that works, and at both where both do', () => {
    expect([judged(30, { side: 'right' }), judged(30, { worked: 'both' })]).toEqual(['fine', 'block'])
  })
  it('leave 70 % of the range with a painful groin of that side', () => {
    expect(judged(52)).toBe('fine')
    expect(judged(52, { considerations: [{ consideration: 'hip-painful-groin', side: 'left', clearedBy: '' }] })).toBe(
      'block',
    )
    expect(judged(52, { considerations: [{ consideration: 'hip-painful-groin', side: 'right', clearedBy: '' }] })).toBe(
      'fine',
    )
  })
})
