import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'

const require = createRequire(import.meta.url)
/** A4 in points, with wide margins for hands and binders. */
export const PAGE = { width: 595.28, height: 841.89, margin: 42 } as const
export const INK = '#17212B'
export const STOP = '#B23A2E'

interface Paper {
  pdf: PDFKit.PDFDocument
  /** The files of the one typeface and of its bold. */
  font: string
  bold: string
  /** Ends the document and hands it over. */
  finished: () => Promise<Buffer>
}

/** Opens an A4 document in the application's own typeface. */
export async function openPaper(title: string, author: string): Promise<Paper> {
  // Large, and wanted seldom: loaded with the first paper.
  const { default: PDFDocument } = await import('pdfkit')
  const [font, bold] = [fontFile(400), fontFile(700)]
  // The font alone: none of the built-in ones is needed.
  const pdf = new PDFDocument({
    size: 'A4',
    margin: PAGE.margin,
    font,
    bufferPages: true,
    info: { Title: title, Author: author },
  })
  const chunks: Buffer[] = []
  pdf.on('data', (chunk: Buffer) => chunks.push(chunk))
  const ended = new Promise<void>((resolve) => pdf.on('end', () => resolve()))
  return {
    pdf,
    font,
    bold,
    finished: async () => {
      pdf.end()
      await ended
      return Buffer.concat(chunks)
    },
  }
}

/** The application's own typeface, as it ships. */
function fontFile(weight: number): string {
  const folder = dirname(require.resolve('@fontsource/atkinson-hyperlegible-next/package.json'))
  return join(folder, `files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`)
}
