import { format, parseISO } from 'date-fns'
import type { Remembered } from './person'

const WORDS: Record<Remembered['kind'], string> = {
  'sharp-pain': 'sharp pain',
  stopped: 'stopped',
  hand: 'a hand was needed',
  fall: 'A fall',
  faint: 'A faint',
  'sore-days': 'Sore for two days and more',
  'at-home': 'it hurt at home',
  'after-home': 'worse the day after practising at home',
}

/**
 * What is remembered, as it is said to whoever leads.
 *
 * @example
 * rememberedWords({ key: 'k', kind: 'sharp-pain', on: '2026-11-21', movement: 'bridge', side: 'left' })
 * // 'Left: sharp pain on 21 November.'
 */
export function rememberedWords({ kind, on, side }: Remembered): string {
  const what = side === 'both' ? WORDS[kind] : `${side === 'left' ? 'Left' : 'Right'}: ${WORDS[kind]}`
  const day = format(parseISO(on), 'd MMMM')
  return kind === 'sore-days' ? `${what} after ${day}.` : `${what.charAt(0).toUpperCase()}${what.slice(1)} on ${day}.`
}
