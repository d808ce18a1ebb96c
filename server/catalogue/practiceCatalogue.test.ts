import { expect, it, vi } from 'vitest'
import { parseCatalogue } from '../../core/catalogue/parseCatalogue'
import type { Scope } from '../database/rows'
import { linkedCatalogue } from './linkedCatalogue'
import { practiceCatalogue } from './practiceCatalogue'
import { readCatalogueFiles } from './readCatalogueFiles'

const shipped = parseCatalogue(readCatalogueFiles())
const stored = vi.hoisted(() => ({ mark: '', name: '', reads: 0 }))
vi.mock('./catalogueData', () => ({ catalogueData: () => shipped }))
vi.mock('../database/ownMovements', () => ({
  markOfOwnMovements: async () => stored.mark,
  ownMovementsOf: async () => {
    stored.reads += 1
    return [{ entry: { ...shipped.movements[0], name: stored.name }, figures: { 'own.bed.1': {} } }]
  },
}))
const scope = { practiceId: 'p' } as unknown as Scope
const keep = (name: string) => Object.assign(stored, { mark: name, name })

it('is the shipped catalogue where a practice has nothing of its own', async () => {
  keep('')
  expect(await practiceCatalogue(scope)).toBe(shipped)
})
it('is put together and linked once for a practice of its own, and again once something was changed', async () => {
  keep('First')
  const [first, linked] = [await practiceCatalogue(scope), await linkedCatalogue(scope)]
  expect([first.movements[0]?.name, first.ownFigures]).toEqual(['First', ['own.bed.1']])
  expect(await practiceCatalogue(scope)).toBe(first)
  expect(await linkedCatalogue(scope)).toBe(linked)
  expect(stored.reads).toBe(1)
  keep('Second')
  expect((await practiceCatalogue(scope)).movements[0]?.name).toBe('Second')
  expect(await linkedCatalogue(scope)).not.toBe(linked)
  expect(stored.reads).toBe(2)
})
it('is each practice’s own', async () => {
  keep('Third')
  const own = await practiceCatalogue(scope)
  expect(await practiceCatalogue({ ...scope, practiceId: 'q' })).not.toBe(own)
  expect(await practiceCatalogue(scope)).toBe(own)
})
