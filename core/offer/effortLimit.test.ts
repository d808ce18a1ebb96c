import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { effortLimit } from './effortLimit'

const catalogue = shippedCatalogue()

describe('how hard somebody may press', () => {
  const limiting = [...catalogue.considerations.values()].filter(({ effortAtMost }) => effortAtMost !== undefined)
  const holding = (...ids: string[]) =>
    personIn('chair', {
      considerations: ids.map((consideration) => ({
        ...{ consideration, side: 'both' as const, clearedBy: '' },
      })),
    })
  it('is limited by every fact that says so, with its name', () => {
    expect(limiting.length).toBeGreaterThan(4)
    for (const { id, name, effortAtMost } of limiting)
      expect(effortLimit(holding(id), catalogue)).toEqual({ name, percentAtMost: effortAtMost })
  })
  it('is the strictest of several, and not limited without one', () => {
    const all = limiting.map(({ id }) => id)
    const least = Math.min(...limiting.map(({ effortAtMost }) => effortAtMost!))
    expect(effortLimit(holding(...all), catalogue)?.percentAtMost).toBe(least)
    expect(effortLimit(holding(), catalogue)).toBeNull()
  })
})
