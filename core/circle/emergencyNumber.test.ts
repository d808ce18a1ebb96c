import { describe, expect, it } from 'vitest'
import { numberFor, withNumber } from './emergencyNumber'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { redFlagSentence } from '../catalogue/redFlags'

describe('the emergency number', () => {
  it('stands in what is said at a red flag', () => {
    const { redFlags } = shippedCatalogue()
    expect(withNumber(redFlagSentence(redFlags), '112')).toMatch(/: stop and call 112\.$/)
    expect(withNumber(redFlagSentence(redFlags), '')).toMatch(/: stop and call the local emergency number\.$/)
  })
  it('is that of where they meet, and none where two circles of theirs say two', () => {
    const venues = [
      { id: 'hall', emergencyNumber: '112' },
      { id: 'club', emergencyNumber: '999' },
    ]
    const circles = [
      { venueId: 'hall', members: ['cora', 'ada'] },
      { venueId: 'club', members: ['ada'] },
    ]
    expect(numberFor('cora', circles, venues)).toBe('112')
    expect(numberFor('ada', circles, venues)).toBe('')
    expect(numberFor('somebody else', circles, venues)).toBe('')
    expect(numberFor('somebody else', circles, venues.slice(1))).toBe('999')
  })
})
