import { HALO_WIDTH, SHADOW_OPACITY, tonesOn } from '../../core/body/draw'
import { redFlagSentence } from '../../core/catalogue/redFlags'
import { withNumber } from '../../core/circle/emergencyNumber'
import { doseWords, roundsWords } from '../../core/plan/doseWords'
import type { HomeEntry } from '../../core/reflect/homePractice'
import { joined } from '../../core/sentence'
import type { Figure } from './figureOnPaper'
import type { Handout } from './handout'
import { inHtml } from './inHtml'

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const DAYS = WEEKDAYS.map((day) => `<li><span class="box"></span>${day}</li>`).join('')

/** Large print on whatever reads pages, and on paper two or three movements a side. */
const STYLE = `@page{size:A4;margin:14mm}
body{font:16pt/1.35 'Atkinson Hyperlegible Next',Atkinson,system-ui,sans-serif;
color:#17212b;background:#fff;max-width:19cm;margin:0 auto;padding:8mm}
@media print{body{padding:0}}
h1{font-size:26pt;line-height:1.1;margin:0 0 4mm}h2{font-size:19pt;margin:0}
article{border-top:1.4pt solid #17212b;padding:4mm 0;break-inside:avoid}
.head{display:flex;justify-content:space-between;gap:6mm;align-items:baseline}
.body{display:flex;gap:5mm}.poses{display:flex;gap:2mm;flex:0 0 auto}
figure{margin:0;width:36mm;text-align:center}figure svg{width:100%;height:auto}
p{margin:0 0 2mm}.days{display:flex;gap:4mm;list-style:none;padding:0;margin:3mm 0 0}
.days li{text-align:center}
.box{display:block;width:8mm;height:8mm;border:1.4pt solid #17212b;border-radius:2pt;margin:0 auto 1mm}
.stop{border:2pt solid #b23a2e;border-radius:3mm;padding:4mm;break-inside:avoid}.stop h2{color:#b23a2e}
footer{border-top:1.4pt solid #17212b;margin-top:6mm;padding-top:3mm;break-inside:avoid}`

/**
 * What somebody takes home as a page in large print: the same as on paper, for a screen reader, a browser's own larger
 * letters, or a printer at home. It holds no script and loads nothing.
 */
export async function handoutPage(handout: Handout): Promise<string> {
  const { personName, home, goals, call, emergencyNumber, catalogue, next, practiceName, date } = handout
  const often = home.daysAWeek === 7 ? 'Every day' : `${home.daysAWeek} days a week`
  const entries = await Promise.all(home.entries.map((entry, at) => entryPart(entry, handout, at + 1)))
  const forWhat = inHtml(goals.map((words) => `“${words}”`).join(', '))
  const stop = withNumber(redFlagSentence(catalogue.redFlags), emergencyNumber)
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'">
<title>${inHtml(`At home: ${personName}`)}</title><style>${STYLE}</style></head><body><main>
<h1>${inHtml(`At home: ${personName}`)}</h1>
<p>${inHtml(`${often}, at ${home.times.join(' and ')}. Slowly, and `)}
<strong>stop if it is sharp</strong>. ${inHtml(home.note)}</p>
${goals.length > 0 ? `<p><strong>What it is for:</strong> ${forWhat}.</p>` : ''}
${entries.join('\n')}
<section class="stop"><h2>Stop</h2><p>Sharp or stabbing pain: stop at once. A pinch: change the position.
A deep pull that eases with the breath is fine. ${inHtml(stop)}</p></section>
${
  next
    ? `<section><h2>${inHtml(next.title)}</h2>
<ul>${next.missing.map((words) => `<li>${inHtml(words)}</li>`).join('')}</ul></section>`
    : ''
}
<footer><p><strong>Something hurts or is new?</strong> Call ${inHtml(joined([call.name, call.telephone]))}.</p>
<p>${inHtml(`${practiceName}, ${date}`)}</p></footer>
</main></body></html>
`
}

const TONES = tonesOn(false)
/** Somebody who sits or stands leaves the sides of a frame empty: so much of its width is kept. */
const UPRIGHT_SHARE = 0.69
const upright = ([left, top, width, height]: Figure['frame']): Figure['frame'] => [
  left + (width * (1 - UPRIGHT_SHARE)) / 2,
  top,
  width * UPRIGHT_SHARE,
  height,
]

/** A figure as it stands on white, whatever the device likes. */
function onWhite({ drawing, frame }: Figure): string {
  const paths = drawing.paths.map(({ kind, d, name }) => {
    if (kind === 'halo')
      return `<path d="${d}" fill="#fff" stroke="#fff" stroke-width="${HALO_WIDTH}" stroke-linejoin="round"/>`
    const opacity = name === 'shadow' ? ` fill-opacity="${SHADOW_OPACITY}"` : ''
    return `<path d="${d}" fill="${TONES[name] ?? ''}"${opacity}/>`
  })
  const box = frame.join(' ')
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}" aria-hidden="true">${paths.join('')}</svg>`
}

async function entryPart(entry: HomeEntry, handout: Handout, number: number): Promise<string> {
  const { catalogue, texts, figuresOf, mayDoMore, isFor } = handout
  const rung = catalogue.variations.get(entry.variation)
  const movement = catalogue.movements.get(entry.movement)
  const said = texts.get(entry.variation)
  if (!rung || !movement || !said) return ''
  const figures = await figuresOf(rung)
  const isUpright = rung.tier === 'chair' || rung.tier === 'standing'
  const poses = figures.map(({ drawing, frame }, at) => {
    const label = figures.length > 1 ? ['begin', 'and there'][at] : rung.name
    const shown = onWhite({ drawing, frame: isUpright ? upright(frame) : frame })
    return `<figure>${shown}<figcaption>${inHtml(label ?? '')}</figcaption></figure>`
  })
  const dose = joined([doseWords(entry.dose), roundsWords(entry.rounds, rung.sides, null)])
  const lines = [
    ['Feel it', said.feel],
    ['Not', said.notFeel],
    ['Easier', said.easier],
    ...(mayDoMore(rung) ? [['More', said.more]] : []),
  ]
  const served = isFor.get(movement.id)
  return `<article><div class="head"><h2>${number} ${inHtml(movement.name)}</h2><p>${inHtml(dose)}</p></div>
<div class="body"><div class="poses">${poses.join('')}</div><div>
${served ? `<p>${inHtml(served)}.</p>` : ''}<p>${inHtml([`${rung.name}.`, said.setUp, ...said.cues].join(' '))}</p>
${lines.map(([label, words]) => `<p><strong>${label}:</strong> ${inHtml(words ?? '')}</p>`).join('')}</div></div>
<ul class="days" aria-label="Tick what you did">${DAYS}</ul></article>`
}
