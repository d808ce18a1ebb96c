import { describe, expect, it } from 'vitest'
import { acceptWords, kindWords, stayWords } from './decisions'

const asked = { kind: 'stay', fromLevel: 2, toLevel: 2, turn: null, isHurt: false, leaveOut: false } as const
const turn = { dial: 'repetitions', from: 8, to: 9, words: 'repetitions 8 → 9' } as never

describe('what is pressed says what is done', () => {
  it.each([
    [{ kind: 'ease-now', toLevel: 1, isHurt: true }, 'Hurt', 'Ease to 1', 'Stay at 2'],
    [{ kind: 'ease', toLevel: 1 }, 'Ease', 'Ease to 1', 'Stay at 2'],
    [{ kind: 'step-up', toLevel: 3 }, 'Step on', 'Step to 3', 'Stay at 2'],
    [{ kind: 'step-up', turn }, 'Step on', 'Take the step', 'Stay as it is'],
    [{ kind: 'ease-now', leaveOut: true, isHurt: true }, 'Hurt', 'Leave it out', 'Stay at 2'],
    [{ kind: 'ask' }, 'Ask', 'Ask next time', 'Stay at 2'],
    [{}, 'Stay', 'Stay at 2', 'Stay at 2'],
  ] as const)('%o', (over, kind, accept, stay) => {
    const decision = { ...asked, ...over }
    expect([kindWords(decision), acceptWords(decision), stayWords(decision)]).toEqual([kind, accept, stay])
  })
})
