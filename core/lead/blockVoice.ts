import { entryAt } from '../entries'
import { capital } from '../sentence'
import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import type { VariationTexts } from '../catalogue/movement'
import type { Tier } from '../catalogue/words'
import { gapsIn, laidInto } from '../plan/gaps'
import { IF_OPENING } from '../plan/opening'
import type { Block, Plan } from '../plan/plan'
import type { RiderToday } from '../plan/riders'
import { BREATHES, called, CALLED, lowered } from '../plan/heard'
import { namedAs, THEN } from '../plan/saying'
import { swingsTold, swingWords } from '../plan/swingTold'
import type { Timeline } from '../plan/timeline'
import type { Voice } from '../time/speech'
import { beginWords, changeWords, countsIn, type Counting, type SideWords } from './cueWords'
import { laneTexts, openingsIn, type LaneTexts } from './laneTexts'
import { leadIn, movesAsMade, waysAtOnce } from './leadIn'
import { isWorkStep, type ScriptStep } from './script'
import { ROUNDING, type Cue, type Saying, type Speaking, type Window } from './speaking'

/** How much is said: what has to be; also what helps; also what else there is to say, as long as it leaves silence. */
export type HowMuch = 'few' | 'usual' | 'full'

/** How a circle likes to be spoken to. */
export interface Manner {
  howMuch: HowMuch
  counting: Counting
}

/** What the voice speaks of. */
export interface Said {
  plan: Plan
  timeline: Timeline
  riders: readonly RiderToday[]
  circle: SideWords & Partial<Manner>
  /** How many meetings the circle held before: what is said in turn goes on from there. */
  before?: number
  catalogue: Catalogue
  /** What is said of a variation; undefined where its words are not loaded. */
  textsOf: (variation: Variation) => VariationTexts | undefined
  voice?: Voice
}

/**
 * Silence around what could be left out, and at most how much of a part is spoken in: a hold wants to be quiet. Ours.
 */
const [AROUND_SECONDS, QUIET_SHARE, BUSY_SHARE] = [3, 0.5, 0.65]
/** What is said while something is done lies so far apart where there is room for that, seconds. */
const APART_SECONDS = [5, 3, 1.5, 0.5] as const

/** A block and where its steps are. */
interface Where {
  steps: readonly ScriptStep[]
  from: number
  to: number
  block: Block
  place: number
  movement: Movement
  /** Lanes that were told how they are set up while the chain's part before was done. */
  told: readonly Tier[]
}

/** Says everything of one block. */
export class BlockVoice {
  private readonly lanes: LaneTexts[]
  private readonly work: number[]
  private readonly turn: number

  constructor(
    private readonly speaking: Speaking,
    private readonly where: Where,
    private readonly said: Said,
  ) {
    const { steps, from, to, place } = where
    this.work = Array.from({ length: to - from }, (_, at) => from + at).filter((at) => steps[at]?.kind === 'work')
    this.turn = (said.before ?? 0) + place
    this.lanes = laneTexts(place, said)
  }

  /** Returns the lanes that were told how the chain's next part is set up. */
  speak(): Tier[] {
    const { speaking } = this
    const { steps, from, to, block } = this.where
    for (let at = from; at < to; at += 1) {
      const step = entryAt(steps, at)
      const say = (kind: Cue['kind'], words: string) => speaking.say({ kind, words }, speaking.windowOf(at))
      if (step.kind === 'drink') say('water', 'Water for everybody. Sit or stand as you like.')
      if (step.kind === 'rest' && (!step.waits || say('rest', UNTIL_TALK) === null)) say('rest', 'Rest.')
      if (step.kind === 'change-side') say('change-side', changeWords(step, this.said.circle))
      if (step.kind === 'work') {
        const words = beginWords(step, block, this.said.circle)
        const kind = step.side === 'both' ? 'go' : 'side'
        if (say(kind, words) === null) say(kind, 'Begin.')
      }
    }
    // First of all, so that no count stands in its way.
    this.sayOpening()
    const { early, told } = this.sayDoing()
    this.sayCounts()
    this.lead(early)
    this.sayNext()
    this.sayMore()
    return told
  }

  /** How the chain's next part is set up, as it is told while this one is done. */
  private ahead(): Saying[] {
    const { timeline } = this.said
    const next = this.where.place + 1
    return laneTexts(next, this.said)
      .slice(0, timeline.blocks[next]?.toldAhead ?? 0)
      .map((lane) => ({
        kind: 'set-up',
        words: `${THEN} ${lowered(called([lane.tier], setUpOf(lane)))}`,
        lanes: [lane.tier],
      }))
  }

  /** A word to every lane while it is done, and what is told ahead. Returns what finds no room: it is said before. */
  private sayDoing(): { early: Saying[]; told: Tier[] } {
    const { speaking, where } = this
    const cueOf = (lane: LaneTexts) => this.cueOf(lane)
    const together = this.toLanes('doing', this.lanes, cueOf)
    const oneByOne = this.lanes.flatMap((lane) => this.toLanes('doing', [lane], cueOf))
    const parts = this.work.map((at) => ({ ...entryAt(where.steps, at), kind: 'work' as const }))
    const gaps = gapsIn(parts, where.block, speaking.voice)
    const ahead = this.ahead()
    const tried = [together, oneByOne].flatMap((own) => {
      const lengths = [...own, ...ahead].map((saying) => speaking.secondsOf(saying))
      return APART_SECONDS.map((apart) => ({ own, laid: laidInto(gaps, lengths, apart) }))
    })
    const { own, laid } = tried.find((one) => one.laid.every((gap) => gap !== null)) ?? entryAt(tried, tried.length - 1)
    const unsaid = [...own, ...ahead].filter((saying, at) => {
      const gap = laid[at]
      if (!gap) return true
      const { from, to } = speaking.windowOf(entryAt(this.work, gap.part))
      return speaking.say(saying, { from: from + gap.from, to }) === null
    })
    return {
      early: own.filter((saying) => unsaid.includes(saying)),
      told: ahead.filter((saying) => !unsaid.includes(saying)).flatMap(({ lanes = [] }) => lanes),
    }
  }

  private cueOf({ texts }: LaneTexts): string {
    return texts === null ? BREATHES.cue : (inTurn(texts.cues, this.turn) ?? '')
  }

  private sayCounts(): void {
    const { block } = this.where
    for (const at of this.work) {
      const { from, to } = this.speaking.windowOf(at)
      const counts = countsIn(block.dose, to - from, this.said.circle.counting ?? 'seconds')
      if (block.dose.kind === 'press' && this.said.plan.exhaleCue)
        this.speaking.say({ kind: 'exhale', words: 'Breathe out on the effort.' }, { from, to }, 0.5)
      for (const { into, kind, words } of counts) this.sayInTime({ kind, words }, { from: from + into, to })
    }
  }

  /** A count that is late is wrong: it is said within so many seconds, or at once where it is longer. */
  private sayInTime(saying: Saying, { from, to }: Window): void {
    const within = Math.max(COUNT_SECONDS, this.speaking.secondsOf(saying) + LATE_SECONDS)
    this.speaking.say(saying, { from, to: Math.min(to, from + within) })
  }

  /** To the lanes that may go on, when they have done what everybody does. */
  private sayOpening(): void {
    const [first] = this.work
    if (first === undefined) return
    const begins = this.speaking.windowOf(first).from
    for (const [into, { tiers, seconds }] of openingsIn(this.said.timeline.blocks[this.where.place])) {
      const saying: Saying = { kind: 'opening', words: called(tiers, IF_OPENING), lanes: tiers }
      this.speaking.say(saying, { from: begins + into, to: begins + into + seconds })
    }
  }

  /** The same words to several lanes are said once. */
  private toLanes(kind: Cue['kind'], lanes: readonly LaneTexts[], wordsOf: (lane: LaneTexts) => string): Saying[] {
    const byWords = new Map<string, Tier[]>()
    for (const lane of lanes) byWords.set(wordsOf(lane), [...(byWords.get(wordsOf(lane)) ?? []), lane.tier])
    return [...byWords].map(([words, tiers]) => {
      const isAll = tiers.length > 1 && tiers.length === this.lanes.length
      return { kind, words: isAll ? capital(words) : called(tiers, words), lanes: tiers }
    })
  }

  /** Before the work: name, set-up lane by lane, and at the latest as the others begin to move how they get there. */
  private lead(early: readonly Saying[]): void {
    const { speaking } = this
    const { movement, block } = this.where
    const { window, moving } = this.leadWindow()
    const untold = this.lanes.filter(({ tier }) => !this.where.told.includes(tier))
    const setUps = [untold.filter(({ moves }) => moves.length === 0), untold.filter(({ moves }) => moves.length > 0)]
    const intent: Saying = { kind: 'intent', words: movement.intent }
    const needed: Saying[] = [
      { kind: 'name', words: `${namedAs(this.said.plan.blocks, this.where.place, this.said.catalogue)}.` },
      // On the other side everybody knows how it is set up.
      ...(block.onSide === 'second'
        ? []
        : [...setUps.flatMap((lanes) => this.toLanes('set-up', lanes, setUpOf)), ...this.swings()]),
      ...early,
    ]
    const withIntent = needed.toSpliced(1, 0, intent)
    const orders = this.said.circle.howMuch === 'few' ? [needed] : [withIntent, needed]
    const ways = [movesAsMade(this.lanes, moving), waysAtOnce(this.lanes, { from: window.from, moving })]
    const times = { ...window, moving, secondsOf: (saying: Saying) => speaking.secondsOf(saying) }
    const leads = orders.flatMap((order) => ways.map((way) => leadIn(order, way, times)))
    const lead = leads.find(({ ends }) => ends <= window.to + ROUNDING) ?? entryAt(leads, leads.length - 1)
    for (const { saying, at } of lead.said) speaking.say(saying, { from: at, to: window.to })
  }

  /** The swings that go with a hold. */
  private swings(): Saying[] {
    const { riders, catalogue, textsOf } = this.said
    const heard = riders.map(({ tier, offers }) => ({ tier, offers: offers[this.where.place] ?? [] }))
    return swingsTold(heard).map((told) => ({
      kind: 'set-up',
      words: swingWords(told, catalogue, textsOf(told.swing.variation)),
      lanes: told.tiers,
    }))
  }

  /** From the introduction to the work, and when the first begin to move. */
  private leadWindow(): { window: Window; moving: number } {
    const { steps, from, to } = this.where
    const inLead = Array.from({ length: to - from }, (_, at) => from + at).filter(
      (at) => !isWorkStep(steps[at]) && steps[at]?.kind !== 'drink',
    )
    const [first, last] = [inLead[0] ?? from, inLead.at(-1) ?? from]
    if (inLead.length === 0) return { window: { from: 0, to: 0 }, moving: 0 }
    const moves = inLead.find((at) => steps[at]?.kind === 'changeover')
    const window = { from: this.speaking.windowOf(first).from, to: this.speaking.windowOf(last).to }
    return { window, moving: moves === undefined ? window.to : this.speaking.windowOf(moves).from }
  }

  private sayNext(): void {
    const { steps, to } = this.where
    const next = steps[to]
    const last = this.work.at(-1)
    if (!next || last === undefined || next.blockId === null) return
    const { blocks } = this.said.plan
    const following = blocks.findIndex(({ id }) => id === next.blockId)
    const name = following < 0 ? '' : namedAs(blocks, following, this.said.catalogue)
    const saying: Saying = { kind: 'next', words: name === '' ? '' : `Next: ${name}.` }
    const end = this.speaking.windowOf(last).to
    this.speaking.say(saying, { from: end - NEXT_SECONDS, to: end }, 0.5)
  }

  /** What could be left out, in turn from lane to lane and from week to week, where it leaves silence. */
  private sayMore(): void {
    const { howMuch = 'usual' } = this.said.circle
    if (howMuch === 'few') return
    const known = this.lanes.flatMap(({ texts, ...lane }) => (texts ? [{ ...lane, texts }] : []))
    const turned = known.map((_, at) => entryAt(known, (at + this.turn) % known.length))
    const spoken = howMuch === 'full' ? turned : turned.slice(0, 1)
    const sayings = spoken.flatMap(({ tier, texts, isMore }): Saying[] => {
      const of = (kind: Cue['kind'], words: string): Saying => ({
        kind,
        words: `${CALLED[tier]}${words}`,
        lanes: [tier],
      })
      const correction = this.turn % 2 === 0 ? undefined : inTurn(texts.cheats, this.turn)?.correction
      return [
        of('avoid', correction ? `: ${lowered(correction)}` : `, not this: ${lowered(texts.notFeel)}`),
        of('easier', `, easier if you like: ${lowered(texts.easier)}`),
        ...(isMore ? [of('more', `, more if you like: ${lowered(texts.more)}`)] : []),
        ...(howMuch === 'full' ? [of('feel', `, feel it here: ${lowered(texts.feel)}`)] : []),
      ]
    })
    for (const saying of sayings) this.sayQuietly(saying)
  }

  /** In the second half of the first part or in a later one, where it leaves silence. */
  private sayQuietly(saying: Saying): void {
    const { dose } = this.where.block
    const isQuiet = dose.kind === 'hold' || dose.kind === 'target' || dose.kind === 'breath' || dose.kind === 'pair'
    const seconds = this.speaking.secondsOf(saying)
    for (const [index, at] of this.work.entries()) {
      const { from, to: ends } = this.speaking.windowOf(at)
      // While a pair is swung, nothing of its hold is said.
      const to = dose.kind === 'pair' ? Math.min(ends, from + dose.hold) : ends
      const most = (to - from) * (isQuiet ? QUIET_SHARE : BUSY_SHARE)
      if (this.speaking.spokenIn({ from, to }) + seconds > most) continue
      const window = { from: index === 0 ? (from + to) / 2 : from, to }
      if (this.speaking.say(saying, window, AROUND_SECONDS) !== null) return
    }
  }
}

const setUpOf = ({ texts }: LaneTexts) => texts?.setUp ?? BREATHES.setUp

const UNTIL_TALK = 'Rest until you can say a whole sentence.'

/** A count is said within so many seconds, so late at most, or not at all; what comes next, in the last of the work. */
const [COUNT_SECONDS, LATE_SECONDS, NEXT_SECONDS] = [2.2, 0.5, 15]

function inTurn<T>(of: readonly T[], turn: number): T | undefined {
  return of[turn % Math.max(1, of.length)]
}
