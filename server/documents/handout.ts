import type { Catalogue, Variation } from '../../core/catalogue/catalogue'
import type { VariationTexts } from '../../core/catalogue/movement'
import { redFlagSentence } from '../../core/catalogue/redFlags'
import { counted, joined } from '../../core/sentence'
import { doseWords, roundsWords } from '../../core/plan/doseWords'
import type { HomeEntry, HomePractice } from '../../core/reflect/homePractice'
import { placeFigure, type Figure } from './figureOnPaper'
import { INK, openPaper, PAGE, STOP } from './paper'

/** Large print means large. */
const SIZES = { title: 26, heading: 19, body: 16, small: 14.5 } as const
const WIDTH = PAGE.width - 2 * PAGE.margin
const RULE_PT = 1.4
/** Points of a millimetre. */
const MM = 72 / 25.4
/** Boxes to tick are wide enough for a hand that trembles. */
const TICK = 8 * MM
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
/** Three movements a side: each has the same height. */
const A_SIDE = 3
const ENTRY = { height: 204, figureWidth: 118, figureHeight: 142, gap: 14 } as const
const FOOT = { height: 92 } as const
const POSES = ['begin', 'and there'] as const

/** What somebody takes home. */
export interface Handout {
  practiceName: string
  personName: string
  /** As written on the page. */
  date: string
  /** Whom to ask; without a number there is a line to write it on. */
  call: { name: string; telephone: string }
  home: HomePractice
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

interface Sheet {
  pdf: PDFKit.PDFDocument
  font: string
  bold: string
}

/**
 * What somebody takes home on A4 in large print: three movements a side, each with both its poses, its dose, what to
 * feel and boxes over the weekdays; when to stop, whom to call on every side.
 */
export async function writeHandout(handout: Handout): Promise<Buffer> {
  const { practiceName, personName, home } = handout
  const { finished, ...sheet } = await openPaper(`At home: ${personName}`, practiceName)
  const { pdf } = sheet
  // Pages are begun here and nowhere else: what is too long is cut, and never runs on.
  pdf.page.margins.bottom = 0
  writeHead(sheet, handout)
  for (const [at, entry] of home.entries.entries()) {
    if (at > 0 && at % A_SIDE === 0) nextSide(pdf)
    await writeEntry(sheet, entry, handout, at + 1)
  }
  writeRest(sheet, handout)
  writeFeet(sheet, handout)
  return finished()
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

function writeHead({ pdf, font, bold }: Sheet, { personName, home, catalogue }: Handout): void {
  pdf.fillColor(INK).font(bold).fontSize(SIZES.title).text(`At home: ${personName}`, PAGE.margin, PAGE.margin)
  pdf.moveDown(0.15)
  const often = `${oftenWords(home.daysAWeek)}, at ${home.times.join(' and ')}`
  const names = home.entries.map(({ variation }) => catalogue.variations.get(variation)?.tier)
  const chair = names.includes('chair') || names.includes('standing') ? ', the chair against the wall' : ''
  pdf.font(font).fontSize(SIZES.body).text(`${often}${chair}. Slowly, and `, { width: WIDTH, continued: true })
  pdf.font(bold).text('stop if it is sharp', { continued: true })
  pdf.font(font).text(`.${home.note ? ` ${home.note}` : ''}`)
  pdf.y += 8
}

/** One movement in its place on the side: figures at the left, words and boxes at the right. */
async function writeEntry(
  { pdf, font, bold }: Sheet,
  entry: HomeEntry,
  { catalogue, texts, figuresOf, mayDoMore }: Handout,
  number: number,
): Promise<void> {
  const variation = catalogue.variations.get(entry.variation)
  const movement = catalogue.movements.get(entry.movement)
  if (!variation || !movement) return
  const top = pdf.y
  rule(pdf, top)
  const dose = joined([doseWords(entry.dose), roundsWords(entry.rounds, variation.sides, null)], ', ')
  pdf.font(bold).fillColor(INK).fontSize(SIZES.heading)
  const doseWidth = pdf.font(font).fontSize(SIZES.body).widthOfString(dose) + 4
  pdf
    .font(bold)
    .fontSize(SIZES.heading)
    .text(`${number}  ${movement.name}`, PAGE.margin, top + 6, { ...ONE_LINE, width: WIDTH - doseWidth - 10 })
  pdf
    .font(font)
    .fontSize(SIZES.body)
    .text(dose, PAGE.width - PAGE.margin - doseWidth, top + 9, { width: doseWidth, align: 'right', lineBreak: false })
  const figures = await figuresOf(variation)
  const isUpright = variation.tier === 'chair' || variation.tier === 'standing'
  const under = top + 30
  figures.forEach((figure, at) => {
    const x = PAGE.margin + at * (ENTRY.figureWidth + 4)
    placeFigure(pdf, figure, { x, y: under, width: ENTRY.figureWidth, height: ENTRY.figureHeight }, isUpright)
    pdf
      .font(font)
      .fillColor(INK)
      .fontSize(SIZES.small)
      .text(figures.length > 1 ? (POSES[at] ?? '') : '', x, under + ENTRY.figureHeight + 2, {
        width: ENTRY.figureWidth,
        align: 'center',
        lineBreak: false,
      })
  })
  const left = PAGE.margin + Math.max(1, figures.length) * (ENTRY.figureWidth + 4) + ENTRY.gap
  const width = PAGE.width - PAGE.margin - left
  const boxes = top + ENTRY.height - TICK - 26
  const said = texts.get(variation.id)
  if (said)
    writeWords({ pdf, font, bold }, said, { left, top: under, width, bottom: boxes - 8, more: mayDoMore(variation) })
  tickBoxes({ pdf, font, bold }, left, boxes, width)
  pdf.x = PAGE.margin
  pdf.y = top + ENTRY.height
}

const ONE_LINE = { height: SIZES.heading + 4, ellipsis: true, lineBreak: false } as const

/** How to get there and one cue; how it feels and what is too much. */
const [LEAST_SAID, LEAST_LABELLED] = [2, 2]

/** As many of the words as there is room for; how it feels and what is too much come before further cues. */
function writeWords(
  { pdf, font, bold }: Sheet,
  { name, setUp, cues, feel, notFeel, easier, more }: VariationTexts & { name?: string },
  at: { left: number; top: number; width: number; bottom: number; more: boolean },
): void {
  const { left, top, width, bottom } = at
  const labelled = [
    ['Feel it:', feel],
    ['Not:', notFeel],
    ['Easier:', easier],
    ...(at.more ? [['More:', more]] : []),
  ] as [string, string][]
  const full = [name, setUp, ...cues].filter((words) => words !== undefined)
  for (const size of [SIZES.body, SIZES.small]) {
    for (let kept = full.length; kept >= LEAST_SAID; kept -= 1) {
      for (let of = labelled.length; of >= LEAST_LABELLED; of -= 1) {
        const words = full.slice(0, kept).join(' ')
        const lines = labelled.slice(0, of)
        pdf.font(font).fontSize(size)
        const heights = [words, ...lines.map((line) => line.join(' '))].map((line) =>
          pdf.heightOfString(line, { width }),
        )
        const isLast = size === SIZES.small && kept === LEAST_SAID && of === LEAST_LABELLED
        if (!isLast && heights.reduce((sum, one) => sum + one, 0) > bottom - top) continue
        pdf.fillColor(INK).text(words, left, top, { width, height: bottom - top, ellipsis: true })
        for (const [label, line] of lines) {
          if (pdf.y + size > bottom) return
          pdf.font(bold).text(`${label} `, left, pdf.y, { width, continued: true }).font(font).text(line)
        }
        return
      }
    }
  }
}

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
      .fontSize(Math.min(SIZES.small, step * 0.44))
      .text(day, x, top + TICK + 4, { width: step, align: 'center', lineBreak: false })
  })
}

/** The next step and what is dangerous, under the last movement, or on the other side where there is no room. */
function writeRest({ pdf, font, bold }: Sheet, { next, catalogue, home }: Handout): void {
  const stop = [
    'A pinch: change the position. A deep pull that eases with the breath is fine.',
    redFlagSentence(catalogue.redFlags),
  ].join(' ')
  const lines = next ? next.missing.map((words) => `– ${words}`) : []
  if (home.entries.length % A_SIDE === 0) nextSide(pdf)
  rule(pdf, pdf.y)
  pdf.y += 8
  pdf.fillColor(STOP).font(bold).fontSize(SIZES.heading).text('Stop', PAGE.margin, pdf.y, { width: WIDTH })
  pdf
    .fillColor(INK)
    .font(font)
    .fontSize(SIZES.body)
    .text(`Sharp or stabbing pain: stop at once. ${stop}`, { width: WIDTH })
  if (!next) return
  pdf.y += 10
  pdf.font(bold).fontSize(SIZES.heading).text(next.title, { width: WIDTH })
  pdf.font(font).fontSize(SIZES.body)
  for (const words of lines) {
    if (pdf.y > PAGE.height - FOOT.height - 2 * SIZES.body) return
    pdf.text(words, { width: WIDTH })
  }
}

/** On every side: whom to call, and which side it is. */
function writeFeet({ pdf, font, bold }: Sheet, { practiceName, date, call }: Handout): void {
  const { count } = pdf.bufferedPageRange()
  for (let page = 0; page < count; page += 1) {
    pdf.switchToPage(page)
    pdf.page.margins.bottom = 0
    const top = PAGE.height - FOOT.height
    rule(pdf, top)
    const half = WIDTH / 2
    const columns = [
      ['Something hurts or is new?', `Call ${call.name}, ${call.telephone || '_______________'}`],
      ['Chest pain, a fall, a faint?', 'Stop, and call the emergency number.'],
    ] as const
    columns.forEach(([asked, answer], at) => {
      const x = PAGE.margin + at * half
      pdf
        .fillColor(INK)
        .font(bold)
        .fontSize(SIZES.small)
        .text(asked, x, top + 8, { width: half - 6, lineBreak: false })
      pdf.font(font).text(answer, x, top + 27, { width: half - 6, lineBreak: false })
    })
    const wide = WIDTH * 0.75
    pdf.fontSize(SIZES.small).text(`${practiceName}, ${date}`, PAGE.margin, top + 56, { ...FOOT_LINE, width: wide })
    pdf.text(`Page ${page + 1} of ${count}`, PAGE.margin + wide, top + 56, {
      ...{ ...FOOT_LINE, width: WIDTH - wide, align: 'right' },
    })
  }
}

const FOOT_LINE = { height: SIZES.small + 4, ellipsis: true, lineBreak: false } as const

function oftenWords(daysAWeek: number): string {
  return daysAWeek === 7 ? 'Every day' : `${counted(daysAWeek, 'day', 'days')} a week`
}
