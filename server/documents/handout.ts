import type { Catalogue, Variation } from '../../core/catalogue/catalogue'
import type { VariationTexts } from '../../core/catalogue/movement'
import { redFlagSentence } from '../../core/catalogue/redFlags'
import { doseWords, roundsWords } from '../../core/plan/doseWords'
import type { HomeEntry, HomePractice } from '../../core/reflect/homePractice'
import { placeFigure, type Figure } from './figureOnPaper'
import { INK, openPaper, PAGE, STOP } from './paper'

/** Large print. */
const SIZES = { title: 28, heading: 19, body: 16, small: 14.5 } as const
const FIGURE = { width: 150, height: 112 } as const
const TICK_WEEKS = 4
const LINE = '#8a8f94'
const WIDTH = PAGE.width - 2 * PAGE.margin
/** Room that a part needs; with less of it left, the part begins on the next page. Points. */
const NEEDS = { entry: 240, next: 200, stopAndTicks: 330 } as const

/** What somebody takes home. */
export interface Handout {
  practiceName: string
  personName: string
  /** As written on the page. */
  date: string
  home: HomePractice
  /** The next gate and what would pass it; null: none is ahead. */
  next: { title: string; missing: string[] } | null
  catalogue: Catalogue
  /** What is said of each variation, by its id. */
  texts: ReadonlyMap<string, VariationTexts>
  /** Whether a variation's “more” is for them. */
  mayDoMore: (variation: Variation) => boolean
  /** A variation as it is done; null where there is no figure of it. */
  figureOf: (variation: Variation) => Promise<Figure | null>
}

/** What somebody takes home on A4 in large print: figures, doses, easier and more, when to stop, and a grid to tick. */
export async function writeHandout(handout: Handout): Promise<Buffer> {
  const { practiceName, personName, date, home, next, catalogue } = handout
  const { pdf, font, finished } = await openPaper(`At home: ${personName}`, practiceName)
  pdf.font(font).fillColor(INK).fontSize(SIZES.title).text(`At home: ${personName}`)
  pdf.fontSize(SIZES.small).text(`${practiceName}, ${date}`).moveDown(0.4)
  const note = home.note ? ` ${home.note}` : ''
  pdf
    .fontSize(SIZES.body)
    .text(`${timesWords(home)}. Slowly, and never into pain.${note}`)
    .moveDown(0.6)
  for (const entry of home.entries) await writeEntry(pdf, entry, handout)
  if (next) writeNext(pdf, next)
  writeStop(pdf, catalogue)
  tickGrid(pdf, home, catalogue)
  return finished()
}

/** Begins a new page where less than so much of this one is left. */
function makeRoom(pdf: PDFKit.PDFDocument, points: number): void {
  if (pdf.y > PAGE.height - points) pdf.addPage()
  pdf.x = PAGE.margin
}

async function writeEntry(pdf: PDFKit.PDFDocument, entry: HomeEntry, handout: Handout): Promise<void> {
  const { catalogue, texts, figureOf } = handout
  const variation = catalogue.variations.get(entry.variation)
  const movement = catalogue.movements.get(entry.movement)
  if (!variation || !movement) return
  makeRoom(pdf, NEEDS.entry)
  const top = pdf.y
  const figure = await figureOf(variation)
  if (figure) placeFigure(pdf, figure, { x: PAGE.margin, y: top, ...FIGURE })
  const left = PAGE.margin + FIGURE.width + 14
  const width = WIDTH - FIGURE.width - 14
  const sides = roundsWords(entry.rounds, variation.sides, null)
  pdf.fontSize(SIZES.heading).text(`${movement.name}: ${variation.name}`, left, top, { width })
  pdf.fontSize(SIZES.body).text(`${doseWords(entry.dose)}${sides ? `, ${sides}` : ''}`, { width })
  const said = texts.get(variation.id)
  if (said) {
    pdf.fontSize(SIZES.small).text(`${said.setUp} ${said.cues.join(' ')}`, { width })
    pdf.text(`Feel it: ${said.feel} Not: ${said.notFeel}`, { width })
    const more = handout.mayDoMore(variation) ? ` More: ${said.more}` : ''
    pdf.text(`Easier: ${said.easier}${more}`, { width })
  }
  pdf.y = Math.max(pdf.y, top + FIGURE.height) + 12
  pdf.x = PAGE.margin
}

function writeNext(pdf: PDFKit.PDFDocument, { title, missing }: { title: string; missing: string[] }): void {
  makeRoom(pdf, NEEDS.next)
  pdf.fillColor(INK).fontSize(SIZES.heading).text(title, { width: WIDTH })
  pdf.fontSize(SIZES.small)
  for (const words of missing) pdf.text(`– ${words}`, { width: WIDTH })
  pdf.moveDown(0.8)
}

function writeStop(pdf: PDFKit.PDFDocument, { redFlags }: Catalogue): void {
  makeRoom(pdf, NEEDS.stopAndTicks)
  pdf.fillColor(STOP).fontSize(SIZES.heading).text('Stop', { width: WIDTH })
  const words = [
    'Sharp or stabbing pain: stop at once. A pinch: change the position.',
    'A deep pull that eases with the breath is fine.',
    redFlagSentence(redFlags),
    'The chair stands on a floor that grips, against the wall.',
  ].join(' ')
  pdf.fillColor(INK).fontSize(SIZES.small).text(words, { width: WIDTH }).moveDown(0.8)
}

function timesWords({ daysAWeek, times }: HomePractice): string {
  return `${oftenWords(daysAWeek)}, at ${times.join(' and ')}`
}

function oftenWords(daysAWeek: number): string {
  if (daysAWeek === 7) return 'Every day'
  return daysAWeek === 1 ? 'One day a week' : `${daysAWeek} days a week`
}

/** A row a movement, a box a day, for four weeks: to tick and bring back. */
function tickGrid(pdf: PDFKit.PDFDocument, home: HomePractice, catalogue: Catalogue): void {
  const names = 150
  const box = (WIDTH - names) / (7 * TICK_WEEKS)
  pdf.fontSize(SIZES.heading).text('Tick, and bring it back', PAGE.margin, pdf.y, { width: WIDTH })
  const top = pdf.y + 4
  pdf.fontSize(SIZES.small)
  for (let week = 0; week < TICK_WEEKS; week += 1)
    pdf.text(`week ${week + 1}`, PAGE.margin + names + week * 7 * box, top, { width: 7 * box, lineBreak: false })
  home.entries.forEach((entry, row) => {
    const y = top + 20 + row * 24
    pdf.fillColor(INK).text(catalogue.movements.get(entry.movement)?.name ?? entry.movement, PAGE.margin, y + 3, {
      width: names - 6,
      height: 18,
      ellipsis: true,
      lineBreak: false,
    })
    for (let day = 0; day < 7 * TICK_WEEKS; day += 1)
      pdf
        .lineWidth(day % 7 === 0 ? 1.4 : 0.6)
        .strokeColor(LINE)
        .rect(PAGE.margin + names + day * box, y, box, 20)
        .stroke()
  })
}
