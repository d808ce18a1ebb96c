import { wallWords } from '../../core/calendar/wall'
import { redFlagSentence } from '../../core/catalogue/redFlags'
import type { Variation } from '../../core/catalogue/catalogue'
import { withNumber } from '../../core/circle/emergencyNumber'
import type { ClassBlock, ClassSheet } from '../../core/home/classSheet'
import { planNumber } from '../../core/home/startCode'
import { hasBegun, startedScript } from '../../core/lead/clock'
import { scriptOf } from '../../core/lead/script'
import { takingPart, type ShownBlock, type ShownLane } from '../../core/lead/shownClass'
import { entryOf } from '../../core/entries'
import { telephoneOf } from '../database/accounts'
import { NotFound, type Acting } from '../database/rows'
import { sheetFigure } from './sheetFigure'
import { shownOf, type Shown } from './shownOf'

/**
 * What the file holds that goes along with a class by itself, for somebody who joins by video where this application is
 * not served to them: their own lane, as it stands now.
 *
 * @param leads who is on the call with them
 * @throws {NotFound} where they are not of the meeting, or take no part in it
 */
export async function classSheetFor(
  scope: Acting,
  { id, participant, leads }: { id: string; participant: string; leads: string },
): Promise<ClassSheet> {
  const made = await shownOf(scope, id, { withNames: false, own: participant })
  const { view, catalogue, shown } = made
  const person = view.people.find((one) => one.id === participant)
  if (!person) throw new NotFound('They are not expected at this meeting.')
  const [own] = shown.people
  if (!own) throw new NotFound(`${person.name} takes no part in this class, by what is known of them today.`)
  const { timeline } = takingPart(view, catalogue)
  const { startsAt } = view.meeting
  const telephone = scope.accountId === null ? '' : await telephoneOf(scope, scope.accountId)
  const { emergencyNumber } = view.venue
  const blocks = await Promise.all(
    shown.blocks.map((block) => blockOf(scope, block, { made, tier: own.tier, lane: laneOf(shown, block, own.tier) })),
  )
  return {
    ...{ format: 'unhurried-circle-class', version: 1, title: shown.title },
    ...{ startsAt, when: wallWords(startsAt, view.venue.zone ?? null, 'EEEE d MMMM, HH:mm') },
    ...{ personName: person.name, tier: own.tier, plan: planNumber(id, shown.blocks) },
    ...{ call: { name: leads, telephone }, emergencyNumber },
    redFlags: withNumber(redFlagSentence(catalogue.redFlags), emergencyNumber),
    sides: shown.sides,
    steps: hasBegun(shown.events) ? [...startedScript(shown.events)] : scriptOf(timeline),
    cues: shown.cues.map(({ step, intoStep, runsOn, say }) => ({ step, intoStep, runsOn, say })),
    blocks,
    homeward: (shown.homeward[own.tier] ?? []).map(({ cue }) => cue),
  }
}

const laneOf = ({ lanes }: Shown['shown'], { id }: ShownBlock, tier: ClassSheet['tier']) => lanes[id]?.[tier]

async function blockOf(
  scope: Acting,
  { id, movement, part, dose }: ShownBlock,
  { made, tier, lane }: { made: Shown; tier: ClassSheet['tier']; lane: ShownLane | undefined },
): Promise<ClassBlock> {
  const { catalogue, textsOf } = made
  const rungOf = (variation: string | null | undefined) =>
    variation ? (catalogue.variations.get(variation) ?? null) : null
  const figureOf = async (variation: Variation | null) => variation && sheetFigure(scope, variation, catalogue)
  const rung = rungOf(lane?.main)
  const texts = rung && textsOf(rung)
  const partner = rungOf(lane?.swing?.variation)
  // Where the lane does another movement, it is called by that one's name.
  const { name, sides } = entryOf(catalogue.movements, rung?.movement ?? movement)
  return {
    ...{ id, name, part, tier, rung: rung?.name ?? '' },
    ...{ dose: lane?.doing.dose ?? dose, sides: lane?.doing.sides ?? sides, parts: [...(lane?.doing.parts ?? [])] },
    ...{ feel: texts?.feel ?? '', notFeel: texts?.notFeel ?? '', easier: texts?.easier ?? '' },
    moves: (lane?.moves ?? []).map(({ cue }) => cue),
    figure: await figureOf(rung),
    swing: partner && { rung: partner.name, sides: partner.sides, figure: await figureOf(partner) },
  }
}
