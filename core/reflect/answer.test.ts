import { describe, expect, it } from 'vitest'
import { answerTo, type Proposal } from './answer'

const hold = { dial: 'hold' as const, from: 30, to: 40, words: 'hold 30 → 40 s' }
const stepUp: Proposal = {
  kind: 'step-up',
  fromLevel: 2,
  toLevel: 3,
  turn: null,
  earned: null,
  half: null,
  leaveOut: false,
}
const ease: Proposal = { ...stepUp, kind: 'ease', toLevel: 1 }

describe('an answer to what was proposed', () => {
  it.each([
    ['the level proposed is accepted', stepUp, 3, null, 'accepted', false],
    ['another level is a change', stepUp, 4, null, 'changed', false],
    ['staying is a refusal', stepUp, 2, null, 'refused', false],
    ['an ease that is made needs no reason', ease, 1, null, 'accepted', false],
    ['an ease that is not made needs one', ease, 2, null, 'refused', true],
    ['nor may it become a step up without one', ease, 3, null, 'changed', true],
  ] as const)('%s', (_, proposal, toLevel, dial, answer, needsReason) => {
    expect(answerTo(proposal, { toLevel, dial })).toMatchObject({ answer, needsReason })
  })
  it('turns a dial that is proposed or earned, and no other', () => {
    const dialled = { ...stepUp, toLevel: 2, turn: hold }
    expect(answerTo(dialled, { toLevel: 2, dial: 'hold' })).toMatchObject({ answer: 'accepted', turn: hold })
    expect(answerTo({ ...stepUp, earned: hold }, { toLevel: 2, dial: 'hold' })).toMatchObject({ answer: 'changed' })
    expect(answerTo(dialled, { toLevel: 2, dial: 'load' })).toBeNull()
  })
  it('turning a dial back is the ease that was proposed: no reason is asked', () => {
    const back = { ...ease, toLevel: 2, turn: hold }
    expect(answerTo(back, { toLevel: 2, dial: 'hold' })).toMatchObject({ answer: 'accepted', needsReason: false })
    expect(answerTo(back, { toLevel: 2, dial: null })).toMatchObject({ answer: 'refused', needsReason: true })
  })
  it('leaves out what hurt twice running, unless a higher level is chosen than was proposed', () => {
    const twice = { ...ease, kind: 'ease-now' as const, leaveOut: true }
    expect(answerTo(twice, { toLevel: 1, dial: null })?.leaveOut).toBe(true)
    expect(answerTo(twice, { toLevel: 2, dial: null })?.leaveOut).toBe(false)
  })
})
