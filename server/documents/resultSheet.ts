import { entryAt } from '../../core/entries'
import type { ToldResult } from '../../core/measure/toldResult'
import { INK, openPaper, PAGE } from './paper'

/** Large print. */
const SIZES = { title: 26, heading: 18, body: 16 } as const
const WIDTH = PAGE.width - 2 * PAGE.margin
const PICTURE = { width: 170, height: 96, gap: 18 } as const
const TEXT_WIDTH = WIDTH - PICTURE.width - PICTURE.gap
const BAND_COLOUR = '#F4E3C8'
const LINE_COLOUR = '#0D5C63'
const RULE_COLOUR = '#C9C4B4'

/** What somebody is told of how they are. */
export interface ResultSheet {
  practiceName: string
  personName: string
  /** As written on the page. */
  date: string
  /** Their goals: their words, and how far they are. */
  goals: { words: string; stands: string }[]
  results: ToldResult[]
  /** How many results there were no room for. */
  leftOut: number
}

/**
 * Results as they are said to the person, on one page of A4 in large print: a sentence or three and a picture of each,
 * in which up is better.
 */
export async function drawResults(sheet: ResultSheet): Promise<Buffer> {
  const { practiceName, personName, date, goals, results } = sheet
  const { pdf, font, bold, finished } = await openPaper(`How it is going: ${personName}`, practiceName)
  pdf.page.margins.bottom = 0
  pdf.fillColor(INK).font(bold).fontSize(SIZES.title).text(`How it is going: ${personName}`, PAGE.margin, PAGE.margin)
  pdf.font(font).fontSize(SIZES.body).text(`${practiceName}, ${date}`, { width: WIDTH }).moveDown(0.5)
  for (const { words, stands } of goals) {
    pdf.font(bold).fontSize(SIZES.body).text(`“${words}”`, { width: WIDTH })
    pdf.font(font).text(stands, { width: WIDTH }).moveDown(0.3)
  }
  const bottom = PAGE.height - PAGE.margin - 3.2 * SIZES.body
  let left = sheet.leftOut
  for (const result of results) {
    const height = heightOf(pdf, { font, bold }, result)
    if (pdf.y + height > bottom) left += 1
    else writeResult(pdf, { font, bold }, result, height)
  }
  const rest = left === 0 ? '' : ` ${left === 1 ? 'One more result is' : `${left} more results are`} on file: ask us.`
  const foot =
    'In the pictures up is ' +
    `better${results.some(({ band }) => band) ? '; the band is where half of the people of your age are' : ''}.${rest}`
  pdf
    .font(font)
    .fontSize(SIZES.body)
    .text(foot, PAGE.margin, PAGE.height - PAGE.margin - 2.6 * SIZES.body, { width: WIDTH })
  return finished()
}

interface Letters {
  font: string
  bold: string
}

function heightOf(pdf: PDFKit.PDFDocument, { font, bold }: Letters, { title, sentences }: ToldResult): number {
  const head = pdf.font(bold).fontSize(SIZES.heading).heightOfString(title, { width: WIDTH })
  const body = pdf.font(font).fontSize(SIZES.body).heightOfString(sentences.join(' '), { width: TEXT_WIDTH })
  return head + Math.max(body, PICTURE.height) + 18
}

function writeResult(pdf: PDFKit.PDFDocument, { font, bold }: Letters, result: ToldResult, height: number): void {
  const top = pdf.y
  pdf
    .lineWidth(1)
    .strokeColor(RULE_COLOUR)
    .moveTo(PAGE.margin, top)
    .lineTo(PAGE.width - PAGE.margin, top)
    .stroke()
  pdf
    .fillColor(INK)
    .font(bold)
    .fontSize(SIZES.heading)
    .text(result.title, PAGE.margin, top + 6, { width: WIDTH })
  const under = pdf.y + 2
  pdf.font(font).fontSize(SIZES.body).text(result.sentences.join(' '), PAGE.margin, under, { width: TEXT_WIDTH })
  drawPicture(pdf, result, { x: PAGE.width - PAGE.margin - PICTURE.width, y: under })
  pdf.x = PAGE.margin
  pdf.y = top + height
}

/** Results over time as points that are joined, on the band of the age; up is better, whatever the unit. */
function drawPicture(
  pdf: PDFKit.PDFDocument,
  { points, band, better }: ToldResult,
  at: { x: number; y: number },
): void {
  const values = [...points.map(({ value }) => value), ...(band ? [band.low, band.high] : [])]
  const [least, most] = [Math.min(...values), Math.max(...values)]
  const days = points.map(({ on }) => Date.parse(on))
  const [from, to] = [Math.min(...days), Math.max(...days)]
  const inner = { width: PICTURE.width - 16, height: PICTURE.height - 16 }
  const x = (day: number) => at.x + 8 + (to === from ? inner.width / 2 : ((day - from) / (to - from)) * inner.width)
  const share = (value: number) => (most === least ? 0.5 : (value - least) / (most - least))
  const y = (value: number) => at.y + 8 + inner.height * (better === 'more' ? 1 - share(value) : share(value))
  pdf.save()
  if (band) {
    const [one, other] = [y(band.low), y(band.high)]
    pdf.rect(at.x, Math.min(one, other), PICTURE.width, Math.abs(one - other)).fill(BAND_COLOUR)
  }
  pdf.lineWidth(2.5).strokeColor(LINE_COLOUR)
  points.forEach(({ value }, place) => {
    const [px, py] = [x(entryAt(days, place)), y(value)]
    if (place === 0) pdf.moveTo(px, py)
    else pdf.lineTo(px, py)
  })
  pdf.stroke()
  points.forEach(({ value }, place) => pdf.circle(x(entryAt(days, place)), y(value), 4).fill(LINE_COLOUR))
  pdf.rect(at.x, at.y, PICTURE.width, PICTURE.height).lineWidth(1).strokeColor(RULE_COLOUR).stroke()
  pdf.restore()
}
