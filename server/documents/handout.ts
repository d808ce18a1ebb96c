import type { Catalogue, Variation } from '../../core/catalogue/catalogue'
import type { VariationTexts } from '../../core/catalogue/movement'
import { redFlagSentence } from '../../core/catalogue/redFlags'
import { withNumber } from '../../core/circle/emergencyNumber'
import { counted, joined } from '../../core/sentence'
import { doseWords, roundsWords } from '../../core/plan/doseWords'
import type { HomeEntry, HomePractice } from '../../core/reflect/homePractice'
import { placeFigure, type Figure } from './figureOnPaper'
import { BODY, heightOf, wordsFor, type Said } from './handoutWords'
import { INK, openPaper, PAGE, STOP } from './paper'
import { placeSquare } from './squareOnPaper'

/** Large print means large. */
const SIZES = { title: 26, heading: 19, body: BODY } as const
const WIDTH = PAGE.width - 2 * PAGE.margin
const RULE_PT = 1.4
/** Points of a millimetre. */
const MM = 72 / 25.4
/** Boxes to tick are wide enough for a hand that trembles. */
const TICK = 8 * MM
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
/** A movement as high as its figures; higher where its words want it. Three of them stand on a side as a rule. */
const ENTRY = { height: 200, figureHeight: 142, gap: 14, head: 30 } as const
/** Somebody who sits or stands is narrower than somebody who lies. */
const FIGURE_WIDTH = { upright: 104, lying: 112 } as const
/** Whom to call in one line each, as a rule; a long name gets a second one. */
const FOOT = { answer: 26, line: 21, below: 28, clear: 4 } as const
const POSES = ['begin', 'and there'] as const

/** What somebody takes home. */
export interface Handout {
  practiceName: string
  personName: string
  /** As written on the page. */
  date: string
  /** Whom to ask; without a number there is a line to write it on. */
  call: { name: string; telephone: string }
  /** What is dialled where they meet; '' where it is not known. */
  emergencyNumber: string
  home: HomePractice
  /** What they want to be able to do, in their words; and what each movement is for, by its id. */
  goals: string[]
  isFor: ReadonlyMap<string, string>
  /** The next gate and what would pass it; null: none is ahead. */
  next: { title: string; missing: string[] } | null
  catalogue: Catalogue
  /** What is said of each variation, by its id. */
  texts: ReadonlyMap<string, VariationTexts>
  /** Whether a variation's “more” is for them. */
  mayDoMore: (variation: Variation) => boolean
  /** A variation as it is done, start and end; none where there is no figure of it. */
  figuresOf: (variation: Variation) => Promise<Figure[]>
}

interface Paper {
  pdf: PDFKit.PDFDocument
  font: string
  bold: string
}

interface Sheet extends Paper {
  /** Where on every side its foot begins, points from above: nothing else is written from there on. */
  footAt: number
}

/**
 * What somebody takes home on A4 in large print: three movements a side, each with both its poses, its dose, what to
 * feel and boxes over the weekdays; when to stop, whom to call on every side.
 *
 * @param link by which the same opens as a page that plays; null: it is not known
 */
export async function writeHandout(handout: Handout, link: string | null = null): Promise<Buffer> {
  const { practiceName, personName, home } = handout
  const { finished, ...paper } = await openPaper(`At home: ${personName}`, practiceName)
  const { pdf } = paper
  const sheet = { ...paper, footAt: PAGE.height - footFrom(paper, handout) - FOOT.below }
  // Pages are begun here and nowhere else: what is too long is cut, and never runs on.
  pdf.page.margins.bottom = 0
  writeHead(sheet, handout)
  for (const [at, entry] of home.entries.entries()) await writeEntry(sheet, entry, handout, at + 1)
  writeRest(sheet, handout)
  if (link !== null) writeLink(sheet, link)
  writeFeet(sheet, handout)
  return finished()
}

/** Begins the next side where so many points are not left on this one. */
function keepTogether({ pdf, footAt }: Sheet, height: number): void {
  if (pdf.y + height > footAt - FOOT.clear) nextSide(pdf)
}

function nextSide(pdf: PDFKit.PDFDocument): void {
  pdf.addPage()
  pdf.page.margins.bottom = 0
  pdf.x = PAGE.margin
  pdf.y = PAGE.margin
}

function rule(pdf: PDFKit.PDFDocument, y: number): void {
  pdf
    .lineWidth(RULE_PT)
    .strokeColor(INK)
    .moveTo(PAGE.margin, y)
    .lineTo(PAGE.width - PAGE.margin, y)
    .stroke()
}

function writeHead({ pdf, font, bold }: Sheet, { personName, home, catalogue, goals }: Handout): void {
  pdf.fillColor(INK).font(bold).fontSize(SIZES.title).text(`At home: ${personName}`, PAGE.margin, PAGE.margin)
  pdf.moveDown(0.15)
  const often = `${oftenWords(home.daysAWeek)}, at ${home.times.join(' and ')}`
  const names = home.entries.map(({ variation }) => catalogue.variations.get(variation)?.tier)
  const chair = names.includes('chair') || names.includes('standing') ? ', the chair against the wall' : ''
  pdf.font(font).fontSize(SIZES.body).text(`${often}${chair}. Slowly, and `, { width: WIDTH, continued: true })
  pdf.font(bold).text('stop if it is sharp', { continued: true })
  pdf.font(font).text(`.${home.note ? ` ${home.note}` : ''}`)
  if (goals.length > 0) {
    pdf.y += 4
    pdf.font(bold).text('What it is for: ', { width: WIDTH, continued: true })
    pdf.font(font).text(`${goals.map((words) => `“${words}”`).join(', ')}.`)
  }
  pdf.y += 8
}

/** One movement in its place on the side: figures at the left, words and boxes at the right. */
async function writeEntry(
  sheet: Sheet,
  entry: HomeEntry,
  { catalogue, texts, figuresOf, mayDoMore, isFor }: Handout,
  number: number,
): Promise<void> {
  const { pdf, font, bold } = sheet
  const variation = catalogue.variations.get(entry.variation)
  const movement = catalogue.movements.get(entry.movement)
  if (!variation || !movement) return
  const figures = await figuresOf(variation)
  const isUpright = variation.tier === 'chair' || variation.tier === 'standing'
  const figureWidth = FIGURE_WIDTH[isUpright ? 'upright' : 'lying']
  const left = PAGE.margin + Math.max(1, figures.length) * (figureWidth + 4) + ENTRY.gap
  const width = PAGE.width - PAGE.margin - left
  const title = `${number}  ${movement.name}`
  const dose = joined([doseWords(entry.dose), roundsWords(entry.rounds, variation.sides, null)], ', ')
  const doseWidth = pdf.font(font).fontSize(SIZES.body).widthOfString(dose) + 4
  // Beside a name that is too long for both, the dose stands before the words.
  const fits = pdf.font(bold).fontSize(SIZES.heading).widthOfString(title) + doseWidth + 10 <= WIDTH
  const said = texts.get(variation.id)
  const beside = ENTRY.head + TICK + 30
  const served = isFor.get(movement.id)
  const first: Said[] = [...(fits ? [] : [[dose, ''] as const]), ...(served ? [[`${served}.`, ''] as const] : [])]
  const room = { width, height: ENTRY.height - beside, more: mayDoMore(variation) }
  const words = said ? wordsFor(sheet, said, first, room) : first
  const height = Math.max(ENTRY.height, beside + heightOf(sheet, words, width))
  keepTogether(sheet, height)
  const top = pdf.y
  rule(pdf, top)
  pdf
    .font(bold)
    .fillColor(INK)
    .fontSize(SIZES.heading)
    .text(title, PAGE.margin, top + 6, ONE_LINE)
  pdf.font(font).fontSize(SIZES.body)
  if (fits) pdf.text(dose, PAGE.width - PAGE.margin - doseWidth, top + 9, { width: doseWidth, lineBreak: false })
  const under = top + ENTRY.head
  figures.forEach((figure, at) => {
    const x = PAGE.margin + at * (figureWidth + 4)
    placeFigure(pdf, figure, { x, y: under, width: figureWidth, height: ENTRY.figureHeight }, isUpright)
    if (figures.length > 1)
      pdf
        .font(font)
        .fillColor(INK)
        .text(POSES[at] ?? '', x, under + ENTRY.figureHeight + 2, {
          ...{ width: figureWidth, align: 'center', lineBreak: false },
        })
  })
  pdf.x = left
  pdf.y = under
  for (const [label, line] of words) {
    if (label) pdf.font(bold).text(`${label} `, left, pdf.y, { width, continued: line !== '' })
    if (line) pdf.font(font).text(line, { width })
  }
  tickBoxes(sheet, left, top + height - TICK - 26, width)
  pdf.x = PAGE.margin
  pdf.y = top + height
}

const ONE_LINE = { width: WIDTH, height: SIZES.heading + 4, ellipsis: true, lineBreak: false } as const

function tickBoxes({ pdf, font }: Sheet, left: number, top: number, width: number): void {
  const step = width / WEEKDAYS.length
  WEEKDAYS.forEach((day, at) => {
    const x = left + at * step
    pdf
      .lineWidth(RULE_PT)
      .strokeColor(INK)
      .roundedRect(x + (step - TICK) / 2, top, TICK, TICK, 2)
      .stroke()
    pdf
      .font(font)
      .fillColor(INK)
      .fontSize(SIZES.body)
      .text(day, x, top + TICK + 4, { width: step, align: 'center', lineBreak: false })
  })
}

/** The next step and what is dangerous, under the last movement, or on the other side where there is no room. */
function writeRest(sheet: Sheet, { next, catalogue, emergencyNumber }: Handout): void {
  const { pdf, font, bold, footAt } = sheet
  const stop = [
    'A pinch: change the position. A deep pull that eases with the breath is fine.',
    withNumber(redFlagSentence(catalogue.redFlags), emergencyNumber),
  ].join(' ')
  const lines = next ? next.missing.map((words) => `– ${words}`) : []
  pdf.font(font).fontSize(SIZES.body)
  const said = `Sharp or stabbing pain: stop at once. ${stop}`
  keepTogether(sheet, 8 + SIZES.heading * 1.3 + pdf.heightOfString(said, { width: WIDTH }))
  rule(pdf, pdf.y)
  pdf.y += 8
  pdf.fillColor(STOP).font(bold).fontSize(SIZES.heading).text('Stop', PAGE.margin, pdf.y, { width: WIDTH })
  pdf.fillColor(INK).font(font).fontSize(SIZES.body).text(said, { width: WIDTH })
  if (!next) return
  pdf.y += 10
  keepTogether(sheet, SIZES.heading * 1.3 + SIZES.body * 1.3 * Math.min(2, lines.length))
  pdf.font(bold).fontSize(SIZES.heading).text(next.title, { width: WIDTH })
  pdf.font(font).fontSize(SIZES.body)
  for (const words of lines) {
    if (pdf.y > footAt - FOOT.clear - 1.3 * SIZES.body) return
    pdf.text(words, { width: WIDTH })
  }
}

/** The page that plays, for the camera of a telephone, with its address below for whom it does not open. */
function writeLink(sheet: Sheet, link: string): void {
  const { pdf, font, bold } = sheet
  pdf.y += 10
  keepTogether(sheet, SQUARE)
  const { y } = pdf
  placeSquare(pdf, link, { x: PAGE.margin, y, size: SQUARE })
  const beside = { width: WIDTH - SQUARE - ENTRY.gap }
  const x = PAGE.margin + SQUARE + ENTRY.gap
  pdf
    .fillColor(INK)
    .font(bold)
    .fontSize(SIZES.heading)
    .text('The same as a page that moves and counts', x, y + 6, beside)
  pdf.font(font).fontSize(SIZES.body)
  pdf.text('Hold the camera of a telephone over the square. It is yours alone: show it to nobody else.', beside)
  pdf.fontSize(SIZES.body * 0.6).text(link, beside)
  pdf.y = Math.max(pdf.y, y + SQUARE)
}

/** So large a square code is read from a hand's breadth above by a trembling hand. */
const SQUARE = 42 * MM

/** Whom to call: what is asked, and the answer. */
function calls({ call, emergencyNumber }: Handout) {
  return [
    ['Something hurts or is new?', `Call ${call.name}, ${call.telephone || '_______________'}`],
    ['Chest pain, a fall, a faint?', withNumber('Stop, and call the local emergency number.', emergencyNumber)],
  ] as const
}

/** How far down from the top of the foot its last line stands: under the longest answer. */
function footFrom({ pdf, font }: Paper, handout: Handout): number {
  pdf.font(font).fontSize(SIZES.body)
  const heights = calls(handout).map(([, answer]) => pdf.heightOfString(answer, { width: COLUMN }))
  return FOOT.answer + Math.max(FOOT.line, ...heights) + 2
}

/** On every side: whom to call, and which side it is. */
function writeFeet({ pdf, font, bold, footAt }: Sheet, handout: Handout): void {
  const { count } = pdf.bufferedPageRange()
  for (let page = 0; page < count; page += 1) {
    pdf.switchToPage(page)
    pdf.page.margins.bottom = 0
    rule(pdf, footAt)
    pdf.fillColor(INK).fontSize(SIZES.body)
    calls(handout).forEach(([asked, answer], at) => {
      const x = PAGE.margin + (at * WIDTH) / 2
      pdf.font(bold).text(asked, x, footAt + 8, { width: COLUMN, lineBreak: false })
      pdf.font(font).text(answer, x, footAt + FOOT.answer, { width: COLUMN })
    })
    const wide = WIDTH * 0.75
    const last = footAt + footFrom({ pdf, font, bold }, handout)
    pdf.text(`${handout.practiceName}, ${handout.date}`, PAGE.margin, last, { ...FOOT_LINE, width: wide })
    pdf.text(`Page ${page + 1} of ${count}`, PAGE.margin + wide, last, {
      ...{ ...FOOT_LINE, width: WIDTH - wide, align: 'right' },
    })
  }
}

const COLUMN = WIDTH / 2 - 6
const FOOT_LINE = { height: SIZES.body + 4, ellipsis: true, lineBreak: false } as const

function oftenWords(daysAWeek: number): string {
  return daysAWeek === 7 ? 'Every day' : `${counted(daysAWeek, 'day', 'days')} a week`
}
