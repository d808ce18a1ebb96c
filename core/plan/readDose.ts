import { entryAt } from '../entries'
import { Dose } from '../catalogue/dose'
import type { SideOrder } from '../catalogue/words'

/** A block's dose as it stands, and as it is said. */
export interface BlockDose {
  dose: Dose
  rounds: number
  restSeconds: number
  sideOrder: SideOrder
  /** One more round for the weaker side. */
  catchUp?: boolean | undefined
  /** The rest goes on until everybody can talk. */
  untilTalk?: boolean | undefined
}

const NUMBER = '(\\d+(?:[.,]\\d+)?)'
const SECONDS = `${NUMBER}\\s*(?:seconds?|secs?|s)\\b`
/** How often, in a word. */
const TIMES: Record<string, number> = { once: 1, twice: 2, 'two times': 2, 'three times': 3, 'four times': 4 }

/**
 * Reads a dose in the field's own words: "30 s hold, each side, 2 rounds, one side first", "10 slow repetitions 2/1/3,
 * 10 s on the last", "30 s press at 50 %". What is not said stays as it was.
 *
 * @param now what it is until now
 * @returns the new dose, or what could not be read
 * @example
 * readDose('30 s hold, 2 rounds, rest 10 s', plan.blocks[0])
 * // { dose: { kind: 'hold', seconds: 30 }, rounds: 2, restSeconds: 10, sideOrder: 'one-side-first' }
 */
export function readDose(text: string, now: BlockDose): BlockDose | { wrong: string } {
  let rest = ` ${text.toLowerCase().replaceAll('×', ' x ').replaceAll('–', '-')} `
    // "2 x 6" is two rounds of six; "6 x 2" of something that is named is two rounds of it.
    .replace(/(\d+)\s*x\s*(?=\d)/, (_, rounds) => `${rounds} rounds, `)
    .replace(new RegExp(`\\b(${Object.keys(TIMES).join('|')})\\b(?! more)`), (word) => `${TIMES[word]} rounds`)
  const take = (pattern: string): string[] | null => {
    const found = new RegExp(pattern).exec(rest)
    if (!found) return null
    rest = rest.replace(found[0], ' ')
    return found.slice(1)
  }
  const number = (said: string | undefined, otherwise: number) =>
    said === undefined ? otherwise : Number(said.replace(',', '.'))
  const rounds = number((take(`${NUMBER}\\s*rounds?`) ?? take(`x\\s*${NUMBER}`))?.[0], now.rounds)
  const restSeconds = number((take(`rest(?: of)?\\s*${SECONDS}`) ?? take(`${SECONDS}\\s*rest`))?.[0], now.restSeconds)
  const untilTalk = take('(?:rest )?until (?:you|they|everybody) can talk') ? true : now.untilTalk
  const oneFirst = take('one side first') ? 'one-side-first' : null
  const turns = take('taking turns|turns') ? 'taking-turns' : null
  const sideOrder = oneFirst ?? turns ?? now.sideOrder
  const catchUp = take('(?:the )?weaker(?: side)? once more') ? true : now.catchUp
  take('each side|both at once|both sides|alternating|each direction')
  const dose = doseIn(take, number, now.dose)
  const left = rest.replace(/\b(slow|loose|a|of|and|the|at|for)\b|[,.;]/g, ' ').trim()
  if (left !== '') return { wrong: `“${left}” could not be read.` }
  const checked = Dose.safeParse(dose ?? now.dose)
  if (!checked.success) return { wrong: entryAt(checked.error.issues, 0).message }
  if (!Number.isInteger(rounds) || rounds < 1 || rounds > 10)
    return { wrong: 'Rounds are a whole number from 1 to 10.' }
  if (restSeconds < 0 || restSeconds > 300) return { wrong: 'Rest is 0 to 300 s.' }
  return {
    dose: checked.data,
    rounds,
    restSeconds,
    sideOrder,
    ...(catchUp && { catchUp }),
    ...(untilTalk && { untilTalk }),
  }
}

type Take = (pattern: string) => string[] | null
type ReadNumber = (said: string | undefined, otherwise: number) => number

function doseIn(take: Take, number: ReadNumber, now: Dose): unknown {
  const same: Same = (kind) =>
    Object.fromEntries(
      Object.entries(now).flatMap(([key, value]) =>
        now.kind === kind && typeof value === 'number' ? [[key, value]] : [],
      ),
    )
  const pair = take(`${SECONDS}\\s*hold\\W+${NUMBER}\\s*(?:loose\\s*)?swings?`)
  if (pair)
    return {
      kind: 'pair',
      hold: number(pair[0], 10),
      there: number(take(`${SECONDS}\\s*(?:to get )?(?:there|between)`)?.[0], same('pair').there ?? 4),
      count: number(pair[1], 10),
      perSwing: same('pair').perSwing ?? 2,
    }
  const press = take(`${SECONDS}\\s*press(?:\\s*at)?\\s*(?:${NUMBER}\\s*%)?`)
  if (press)
    return {
      kind: 'press',
      seconds: number(press[0], 30),
      effort: number(press[1], same('press').effort ?? 30),
      ramp: same('press').ramp ?? 2,
    }
  const target = take(`(?:hold )?up to\\s*${SECONDS}`) ?? take(`target(?: of)?\\s*${SECONDS}`)
  if (target) return { kind: 'target', seconds: number(target[0], 90) }
  const effort = effortsIn(take, number, same)
  if (effort) return effort
  const breath = take(`${NUMBER}\\s*breaths?(?:\\W+${NUMBER}\\s*(?:in)?\\s*(?:and|/)\\s*${NUMBER}\\s*(?:out)?)?`)
  if (breath)
    return {
      kind: 'breath',
      cycles: number(breath[0], 6),
      in: number(breath[1], same('breath').in ?? 5),
      out: number(breath[2], same('breath').out ?? 5),
    }
  const pulse = take(`${NUMBER}\\s*pulses?(?:\\s*of\\s*${SECONDS})?`)
  if (pulse)
    return {
      kind: 'pulse',
      count: number(pulse[0], 5),
      atEnd: number(pulse[1], same('pulse').atEnd ?? 3),
      travel: same('pulse').travel ?? 1,
    }
  const circle = take(`${NUMBER}\\s*(?:slow\\s*)?circles?(?:\\s*each (?:way|direction))?`)
  if (circle) return { kind: 'circle', perDirection: number(circle[0], 5), perCircle: same('circle').perCircle ?? 4 }
  const swing = take(`${NUMBER}\\s*(?:loose\\s*)?swings?`)
  if (swing) return { kind: 'swing', count: number(swing[0], 10), perSwing: same('swing').perSwing ?? 2 }
  return repetitionsIn(take, number, same('reps'), now.kind === 'reps') ?? holdIn(take, number, now)
}

type Same = (kind: Dose['kind']) => Record<string, number>

/** What is lowered, lifted off, or done with the breath. */
function effortsIn(take: Take, number: ReadNumber, same: Same): unknown {
  const lower = take(`${NUMBER}\\s*(?:slow\\s*)?lowerings?(?:\\s*of\\s*${SECONDS})?`)
  if (lower)
    return {
      kind: 'lower',
      efforts: number(lower[0], 5),
      lower: number(lower[1], same('lower').lower ?? 10),
      hold: same('lower').hold ?? 2,
      off: same('lower').off ?? 2,
    }
  const lift = take(`${NUMBER}\\s*lift-?offs?(?:\\s*of\\s*${SECONDS})?`)
  if (lift)
    return {
      kind: 'lift-off',
      count: number(lift[0], 4),
      keep: number(lift[1], same('lift-off').keep ?? 5),
      reach: same('lift-off').reach ?? 4,
      home: same('lift-off').home ?? 3,
    }
  const breathed = take(`${NUMBER}\\s*(?:slow\\s*)?(?:repetitions?|reps?)?,?\\s*(?:each )?with (?:a|the|your) breath`)
  if (breathed)
    return {
      kind: 'breathed',
      count: number(breathed[0], 6),
      out: same('breathed').out ?? 5,
      in: same('breathed').in ?? 4,
    }
  return undefined
}

function repetitionsIn(take: Take, number: ReadNumber, before: Record<string, number>, isCounted: boolean): unknown {
  const last =
    take(`${SECONDS}\\s*(?:hold\\s*)?on the last`) ?? take(`(?:hold )?(?:the )?last(?: for| one)?\\s*${SECONDS}`)
  const reps =
    take(`${NUMBER}\\s*(?:slow\\s*)?(?:repetitions?|reps?|times)(?:\\s*${NUMBER}/${NUMBER}/${NUMBER})?`) ??
    take(`${NUMBER}\\s*slow(?:ly)?\\b`) ??
    // A number alone is what is counted already.
    (isCounted ? take(`(?:^|[\\s,])${NUMBER}(?=[\\s,]*$|,)`) : null)
  if (!reps && last && isCounted) return { ...before, kind: 'reps', lastHold: number(last[0], 0) }
  if (!reps) return null
  return {
    kind: 'reps',
    count: number(reps[0], 10),
    out: number(reps[1], before.out ?? 2),
    pause: number(reps[2], before.pause ?? 0),
    back: number(reps[3], before.back ?? 2),
    between: before.between ?? 0,
    lastHold: number(last?.[0], before.lastHold ?? 0),
  }
}

/** Seconds alone are held, or pressed where it is a press. */
function holdIn(take: Take, number: ReadNumber, now: Dose): unknown {
  const hold = take(`${SECONDS}\\s*hold`) ?? take(`hold(?: for)?\\s*${SECONDS}`)
  if (hold) return { kind: 'hold', seconds: number(hold[0], 30) }
  const alone = take(SECONDS)
  if (!alone) return null
  const isPressed = now.kind === 'press' || now.kind === 'target'
  return { ...(isPressed ? now : { kind: 'hold' }), seconds: number(alone[0], 30) }
}
