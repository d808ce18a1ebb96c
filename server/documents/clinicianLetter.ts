import type { LetterSection } from '../../core/reflect/clinicianLetter'
import { INK, openPaper, PAGE } from './paper'

/** From the roomiest to the tightest: a letter is one page. */
const SIZES = [11.5, 10.5, 9.5, 8.5] as const
const SMALLEST = 8.5
const HEAD_SIZE = 18

export interface LetterText {
  practiceName: string
  writtenBy: string
  personName: string
  birthYear: number | null
  addressedTo: string
  /** As written on the page. */
  date: string
  consent: string
  sections: LetterSection[]
}

/** A letter to a clinician on one page of A4; what does not fit is said to be left out, never half shown. */
export async function drawLetter(text: LetterText): Promise<Buffer> {
  const { practiceName, writtenBy, personName, birthYear, addressedTo, date, sections } = text
  const { pdf, font, finished } = await openPaper(`About ${personName}`, practiceName)
  pdf.font(font).fillColor(INK)
  const closing = closingOf(text)
  const size = SIZES.find((one) => heightAt(pdf, one, text) < ROOM) ?? SMALLEST
  const born = birthYear === null ? '' : `, born ${birthYear}`
  pdf.fontSize(HEAD_SIZE).text(`About ${personName}${born}`, PAGE.margin, PAGE.margin, { width: WIDTH })
  pdf.fontSize(size).text(`${practiceName}, ${date}. To ${addressedTo}.`, { width: WIDTH }).moveDown(0.8)
  // What is asked and the consent stand on the page whatever else does not.
  const asked = sections.slice(-1)
  const kept = heightOf(pdf, asked, size) + pdf.heightOfString(closing, { width: WIDTH }) + 6 * size
  for (const section of sections.slice(0, -1)) writeSection(pdf, section, size, PAGE.height - PAGE.margin - kept)
  for (const section of asked) writeSection(pdf, section, size, Infinity)
  pdf.text(closing, { width: WIDTH }).moveDown(1)
  pdf.text(writtenBy, { width: WIDTH })
  return finished()
}

const WIDTH = PAGE.width - 2 * PAGE.margin
const ROOM = PAGE.height - 2 * PAGE.margin - 60

function closingOf({ consent }: LetterText): string {
  return (
    `${consent} These are an instructor’s observations in a group class. ` +
    'They are no diagnosis, and they do not replace an examination.'
  )
}

function heightAt(pdf: PDFKit.PDFDocument, size: number, text: LetterText): number {
  return heightOf(pdf, text.sections, size) + pdf.heightOfString(closingOf(text), { width: WIDTH }) + 12 * size
}

function heightOf(pdf: PDFKit.PDFDocument, sections: readonly LetterSection[], size: number): number {
  pdf.fontSize(size)
  return sections.reduce((sum, { title, lines }) => {
    const body = lines.reduce((part, line) => part + pdf.heightOfString(`– ${line}`, { width: WIDTH }), 0)
    return sum + 1.6 * size + pdf.heightOfString(title, { width: WIDTH }) + body
  }, 0)
}

/** Writes a section down to a line of the page; what would go below is counted and said. */
function writeSection(pdf: PDFKit.PDFDocument, { title, lines }: LetterSection, size: number, bottom: number): void {
  pdf
    .fontSize(size + 1.5)
    .text(title, { width: WIDTH })
    .fontSize(size)
  const fits = (line: string) => pdf.y + pdf.heightOfString(`– ${line}`, { width: WIDTH }) + 2 * size < bottom
  const written = lines.findIndex((line) => {
    if (!fits(line)) return true
    pdf.text(`– ${line}`, { width: WIDTH })
    return false
  })
  const left = written < 0 ? 0 : lines.length - written
  if (left > 0) pdf.text(`– ${leftOutWords(left)}`, { width: WIDTH })
  pdf.moveDown(0.7)
}

/** What is said where lines did not fit. */
export function leftOutWords(count: number): string {
  return `${count} more ${count === 1 ? 'line is' : 'lines are'} left out for want of room: ask for the whole record.`
}
