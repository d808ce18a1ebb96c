import { describe, expect, it } from 'vitest'
import { mergedDraft } from './draft'

const base = { name: 'Ann', pace: 'usual', limits: ['knee'] }

describe('a kept draft when what it was made from has changed', () => {
  it('takes over what only somebody else changed, and keeps what was typed', () => {
    const merged = mergedDraft(base, { ...base, name: 'Anne' }, { ...base, pace: 'slow' })
    expect(merged).toEqual({ fields: { name: 'Anne', pace: 'slow', limits: ['knee'] }, taken: ['pace'], both: [] })
  })
  it('never drops a health fact that was added meanwhile', () => {
    const screened = { ...base, limits: ['knee', 'dizziness'] }
    expect(mergedDraft(base, { ...base, name: 'Anne' }, screened).fields.limits).toEqual(['knee', 'dizziness'])
    const both = mergedDraft(base, { ...base, limits: ['knee', 'wrist'] }, screened)
    expect(both).toMatchObject({ fields: { limits: ['knee', 'wrist', 'dizziness'] }, both: ['limits'] })
  })
  it('keeps what was typed where both changed one thing, and says so', () => {
    const merged = mergedDraft(base, { ...base, name: 'Anne' }, { ...base, name: 'Anna' })
    expect(merged).toMatchObject({ fields: { name: 'Anne' }, taken: [], both: ['name'] })
  })
  it('says nothing where both did the same', () => {
    const same = { ...base, name: 'Anne' }
    expect(mergedDraft(base, same, same)).toEqual({ fields: same, taken: [], both: [] })
  })
})
