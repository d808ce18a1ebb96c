import type { LetterSection } from '../../core/reflect/clinicianLetter'
import { INK, openPaper, PAGE } from './paper'

/** From the roomiest to the tightest: a letter is one page. */
const SIZES = [11.5, 10.5, 9.5, 8.5] as const
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

/** A letter to a clinician on one page of A4. */
export async function writeLetter(text: LetterText): Promise<Buffer> {
  const { practiceName, writtenBy, personName, birthYear, addressedTo, date, consent, sections } = text
  const { pdf, font, finished } = await openPaper(`About ${personName}`, practiceName)
  const width = PAGE.width - 2 * PAGE.margin
  pdf.font(font).fillColor(INK)
  const closing = `${consent} These are an instructor’s observations in a group class. They are no diagnosis, and they do not replace an examination.`
  const heightAt = (size: number) => {
    pdf.fontSize(size)
    const body = sections.reduce(
      (sum, { title, lines }) =>
        sum +
        1.6 * size +
        pdf.heightOfString(title, { width }) +
        lines.reduce((part, line) => part + pdf.heightOfString(`– ${line}`, { width }), 0),
      0,
    )
    return body + pdf.heightOfString(closing, { width }) + 12 * size
  }
  const size = SIZES.find((one) => heightAt(one) < PAGE.height - 2 * PAGE.margin - 60) ?? SIZES.at(-1)!
  pdf
    .fontSize(HEAD_SIZE)
    .text(`About ${personName}${birthYear === null ? '' : `, born ${birthYear}`}`, PAGE.margin, PAGE.margin, { width })
  pdf.fontSize(size).text(`${practiceName}, ${date}. To ${addressedTo}.`, { width }).moveDown(0.8)
  for (const { title, lines } of sections) {
    pdf
      .fontSize(size + 1.5)
      .text(title, { width })
      .fontSize(size)
    for (const line of lines) {
      // One page: what does not fit is said to be left out, never half shown.
      if (pdf.y > PAGE.height - PAGE.margin - 8 * size) break
      pdf.text(`– ${line}`, { width })
    }
    pdf.moveDown(0.7)
  }
  pdf.text(closing, { width }).moveDown(1)
  pdf.text(writtenBy, { width })
  return finished()
}
