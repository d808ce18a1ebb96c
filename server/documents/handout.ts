import SVGtoPDF from 'svg-to-pdfkit'
import type { Catalogue, Variation } from '../../core/catalogue/catalogue'
import { redFlagSentence } from '../../core/catalogue/redFlags'
import type { VariationTexts } from '../../core/catalogue/movement'
import { doseWords, roundsWords } from '../../core/plan/doseWords'
import type { HomePractice } from '../../core/reflect/homePractice'
import { INK, openPaper, PAGE, STOP } from './paper'

/** Large print. */
const SIZES = { title: 28, heading: 19, body: 16, small: 14.5 } as const
const FIGURE = { width: 150, height: 112 } as const
const TICK_WEEKS = 4
const LINE = '#8a8f94'

export interface HandoutText {
  practiceName: string
  personName: string
  /** As written on the page. */
  date: string
  home: HomePractice
  /** The next gate and what would pass it; null: none is ahead. */
  next: { title: string; missing: string[] } | null
}

/**
 * What somebody takes home on A4 in large print: figures, doses, easier and more, when to stop, and a grid to tick.
 *
 * @param textsOf what is said of a variation
 * @param figureOf an SVG of a variation as it is done; null where there is none
 * @returns the PDF
 */
export async function writeHandout(
  { practiceName, personName, date, home, next }: HandoutText,
  catalogue: Catalogue,
  textsOf: (variation: Variation) => VariationTexts | undefined,
  figureOf: (variation: Variation) => Promise<string | null>,
): Promise<Buffer> {
  const { pdf, font, finished } = await openPaper(`At home: ${personName}`, practiceName)
  const width = PAGE.width - 2 * PAGE.margin
  pdf.font(font).fillColor(INK).fontSize(SIZES.title).text(`At home: ${personName}`)
  pdf.fontSize(SIZES.small).text(`${practiceName}, ${date}`).moveDown(0.4)
  pdf
    .fontSize(SIZES.body)
    .text(`${timesWords(home)}. Slowly, and never into pain.${home.note ? ` ${home.note}` : ''}`)
    .moveDown(0.6)
  for (const entry of home.entries) {
    const variation = catalogue.variations.get(entry.variation)
    const movement = catalogue.movements.get(entry.movement)
    if (!variation || !movement) continue
    const texts = textsOf(variation)
    if (pdf.y > PAGE.height - 240) pdf.addPage()
    const top = pdf.y
    const svg = await figureOf(variation)
    if (svg)
      SVGtoPDF(pdf, svg, PAGE.margin, top, {
        width: FIGURE.width,
        height: FIGURE.height,
        preserveAspectRatio: 'xMidYMid meet',
      })
    const left = PAGE.margin + FIGURE.width + 14
    const textWidth = width - FIGURE.width - 14
    const sides = roundsWords(entry.rounds, variation.sides, 'one-side-first').replace(', one side first', '')
    pdf.fontSize(SIZES.heading).text(`${movement.name}: ${variation.name}`, left, top, { width: textWidth })
    pdf.fontSize(SIZES.body).text(`${doseWords(entry.dose)}${sides ? `, ${sides}` : ''}`, { width: textWidth })
    if (texts) {
      pdf.fontSize(SIZES.small).text(`${texts.setUp} ${texts.cues.join(' ')}`, { width: textWidth })
      pdf.text(`Feel it: ${texts.feel} Not: ${texts.notFeel}`, { width: textWidth })
      pdf.text(`Easier: ${texts.easier} More: ${texts.more}`, { width: textWidth })
    }
    pdf.y = Math.max(pdf.y, top + FIGURE.height) + 12
    pdf.x = PAGE.margin
  }
  if (next) {
    if (pdf.y > PAGE.height - 200) pdf.addPage()
    pdf.x = PAGE.margin
    pdf.fillColor(INK).fontSize(SIZES.heading).text(next.title, { width })
    pdf.fontSize(SIZES.small)
    for (const words of next.missing) pdf.text(`– ${words}`, { width })
    pdf.moveDown(0.8)
  }
  if (pdf.y > PAGE.height - 330) pdf.addPage()
  pdf.x = PAGE.margin
  pdf.fillColor(STOP).fontSize(SIZES.heading).text('Stop', { width })
  pdf
    .fillColor(INK)
    .fontSize(SIZES.small)
    .text(
      `Sharp or stabbing pain: stop at once. A pinch: change the position. A deep pull that eases with the breath is fine. ${redFlagSentence(catalogue.redFlags)} The chair stands on a floor that grips, against the wall.`,
      { width },
    )
    .moveDown(0.8)
  tickGrid(pdf, home, catalogue, width)
  return finished()
}

function timesWords({ daysAWeek, times }: HomePractice): string {
  const often = daysAWeek === 7 ? 'Every day' : daysAWeek === 1 ? 'One day a week' : `${daysAWeek} days a week`
  return `${often}, at ${times.join(' and ')}`
}

/** A row a movement, a box a day, for four weeks: to tick and bring back. */
function tickGrid(pdf: PDFKit.PDFDocument, home: HomePractice, catalogue: Catalogue, width: number): void {
  const names = 150
  const box = (width - names) / (7 * TICK_WEEKS)
  pdf.fontSize(SIZES.heading).text('Tick, and bring it back', PAGE.margin, pdf.y, { width })
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
