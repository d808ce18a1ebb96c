import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { changesOf } from './changes'
import { inForce } from './inForce'
import { mergedWith, NOT_ASKED, screened, sideOnFile, ScreeningAnswers } from './screening'
import { screeningDue } from './screeningDue'
import type { ParticipantConsideration } from './participant'

const catalogue = shippedCatalogue()
const { judgement } = catalogue
const { interview } = catalogue
const ON = '2026-11-25'
const from = (answers: Partial<ScreeningAnswers>) => screened(ScreeningAnswers.parse(answers), interview, ON)
const row = (consideration: string, change: Partial<ParticipantConsideration> = {}): ParticipantConsideration => ({
  consideration,
  side: 'both',
  clearedBy: '',
  note: '',
  since: null,
  until: null,
  clearedOn: null,
  clearedFor: '',
  ...change,
})

describe('what an interview leads to', () => {
  it('is nothing when nothing is said', () => {
    expect(from({})).toEqual({ considerations: [], access: {}, waitsFor: [] })
  })
  it.each([
    [
      'a fall in August, until the balance gate is passed',
      { options: { fallen: 'yes' }, since: { fallen: '2026-08-03' } },
      row('fallen-last-12-months', { since: '2026-08-03' }),
    ],
    [
      'a low back that bending makes worse',
      { pains: [{ place: 'low-back', side: 'both' as const, strength: 4, worse: ['bending'], note: '' }] },
      row('low-back-worse-bending', { note: 'Low back 4 of 10; worse: bending forward' }),
    ],
    [
      'a low back without a direction, in words',
      { pains: [{ place: 'low-back', side: 'both' as const, strength: 3, worse: [], note: 'mornings' }] },
      row('other', { note: 'Low back 3 of 10; mornings' }),
    ],
    [
      'a stroke with its side',
      { options: { stroke: 'yes' }, sides: { stroke: 'left' as const } },
      row('stroke-weak-side', { side: 'left' }),
    ],
    ['anything else, in words', { more: 'A tremor when tired' }, row('other', { note: 'A tremor when tired' })],
  ])('is %s', (_, answers, expected) => {
    expect(from(answers).considerations).toEqual([expected])
  })
  it('spares both sides until it is said which one', () => {
    const answers = { ...ScreeningAnswers.parse({ options: { stroke: 'yes' } }), sides: { stroke: '' as 'left' } }
    const [unsaid] = screened(answers, interview, ON).considerations
    expect(unsaid).toMatchObject({ consideration: 'stroke-weak-side', side: 'both' })
  })
  it('asks no side that is on file already, and asks where two are', () => {
    const leadsTo = [{ consideration: 'stroke-weak-side' }]
    expect(sideOnFile(leadsTo, [row('stroke-weak-side', { side: 'left' })])).toBe('left')
    expect(sideOnFile(leadsTo, [row('knee-painful', { side: 'left' })])).toBeNull()
    const two = (['left', 'right'] as const).map((side) => row('stroke-weak-side', { side }))
    expect(sideOnFile(leadsTo, two)).toBeNull()
  })
  it('takes no side that was not chosen', () => {
    const { error } = ScreeningAnswers.safeParse({ sides: { stroke: '' } })
    expect(error?.issues[0]).toMatchObject({
      path: ['sides', 'stroke'],
      message: expect.stringContaining('which side'),
    })
  })
  it('leaves out a fall that is more than a year ago, and a pain of 0', () => {
    expect(
      from({
        options: { fallen: 'yes' },
        since: { fallen: '2025-10-01' },
        pains: [{ place: 'knee', side: 'left', strength: 0, worse: [], note: '' }],
      }).considerations,
    ).toEqual([])
  })
  it('is breath only for twelve weeks after any operation, until it is cleared', () => {
    const operation = { operation: 'hip-back', side: 'right' as const, on: '2026-10-01', note: '' }
    const open = from({ operations: [operation] })
    expect(open.considerations.map(({ consideration, side, until }) => [consideration, side, until])).toEqual([
      ['hip-replacement-back', 'right', null],
      ['surgery-last-12-weeks', 'both', '2026-12-24'],
    ])
    expect(open.waitsFor).toEqual(['hip-replacement-back', 'surgery-last-12-weeks'])
    const cleared = from({
      operations: [operation],
      clearances: [{ consideration: 'surgery-last-12-weeks', by: 'Dr Example', on: '2026-11-20', what: 'chair class' }],
    })
    expect(cleared.waitsFor).toEqual(['hip-replacement-back'])
    expect(cleared.considerations[1]).toMatchObject({
      clearedBy: 'Dr Example',
      clearedOn: '2026-11-20',
      clearedFor: 'chair class',
    })
    expect(from({ operations: [{ ...operation, on: '2026-08-01' }] }).considerations).toHaveLength(1)
  })
  it('closes tiers by their own account and never opens one', () => {
    expect(from({ options: { floor: 'no', stand: 'holding' } }).access).toEqual({ floor: 'no', standing: 'with-help' })
  })
  it('has a first answer to every question that leads to nothing and closes nothing', () => {
    for (const question of [interview.first, ...interview.sections].flatMap((section) => section.questions)) {
      expect(question.options[0]!.leadsTo, question.id).toEqual([])
      expect(
        Object.values(question.options[0]!.access).every((access) => access === 'yes'),
        question.id,
      ).toBe(true)
    }
  })
  it('has a question for every consideration that somebody can be asked about', () => {
    const asked = new Set(
      [
        ...interview.places,
        ...interview.operations,
        ...[interview.first, ...interview.sections].flatMap((section) =>
          section.questions.flatMap((question) => question.options),
        ),
      ].flatMap((answer) => answer.leadsTo.map((finding) => finding.consideration)),
    )
    asked.add(interview.recentOperation.consideration)
    const rows = [...catalogue.considerations.values()].filter(({ holdsFor }) => holdsFor === undefined)
    expect(rows.map(({ id }) => id).filter((id) => !asked.has(id))).toEqual([
      'new-operation-fall-faint-fracture',
      NOT_ASKED,
    ])
  })
})

describe('a screening over what is on file', () => {
  it('keeps what was not named until a lead takes it away', () => {
    const onFile = [row('brittle-bones', { note: 'Two fractures' }), row('knee-painful', { side: 'left' })]
    const merged = mergedWith(onFile, [row('numb-feet')], ON)
    expect(merged.considerations.map((own) => own.consideration)).toEqual([
      'numb-feet',
      'brittle-bones',
      'knee-painful',
    ])
    expect(merged.notNamed).toHaveLength(2)
    expect(
      mergedWith(onFile, [row('numb-feet')], ON, { dropped: new Set(['knee-painful left']) }).considerations.map(
        (own) => own.consideration,
      ),
    ).toEqual(['numb-feet', 'brittle-bones'])
  })
  it('keeps a clearance and a note that were not said again', () => {
    const onFile = [
      row('knee-painful', {
        side: 'left',
        clearedBy: 'Dr Example',
        clearedOn: '2026-01-05',
        note: 'Stairs',
        since: '2025-12-01',
      }),
    ]
    expect(mergedWith(onFile, [row('knee-painful', { side: 'left' })], ON).considerations).toEqual(onFile)
  })
  it('settles a change that was to be screened, and what has ended', () => {
    expect(
      mergedWith([row('new-operation-fall-faint-fracture'), row('glaucoma', { until: '2026-11-01' })], [], ON)
        .considerations,
    ).toEqual([])
  })
})

describe('when somebody is screened again', () => {
  it.each([
    ['never screened', null, 7, 'Not screened yet.'],
    ['a year and a day ago', '2025-11-24', 7, 'The last screening is over a year old.'],
    ['a year ago to the day', '2025-11-25', 7, null],
    ['away for 56 days', '2026-06-01', 56, 'Away for 56 days.'],
    ['away for 55 days', '2026-06-01', 55, null],
    ['away, and screened since', '2026-11-20', 60, null],
  ])('%s', (_, screenedOn, daysAway, why) => {
    expect(screeningDue({ screenedOn, considerations: [] }, ON, daysAway, judgement)).toBe(why)
  })
  it('after any health change', () => {
    expect(
      screeningDue(
        { screenedOn: '2026-11-20', considerations: [{ consideration: 'new-operation-fall-faint-fracture' }] },
        ON,
        7,
        judgement,
      ),
    ).toBe('Something has changed since last time.')
  })
})

describe('what holds on a day', () => {
  it('is what has not ended', () => {
    expect(
      inForce(
        [row('glaucoma', { until: '2026-11-24' }), row('glaucoma', { until: '2026-11-25' }), row('reflux')],
        ON,
      ).map((own) => own.until),
    ).toEqual(['2026-11-25', null])
  })
  it('is said in sentences, with the side and with who cleared it', () => {
    const hip = catalogue.considerations.get('hip-replacement-back')!
    expect(changesOf(hip, 'right', { clearedBy: '' }).slice(0, 2)).toEqual([
      'Not offered on the right: deep hip bend, hip cross midline, hip inward turn to its end.',
      'The seat is raised so that the right hip stays under 90°.',
    ])
    expect(changesOf(hip, 'right', { clearedBy: 'Dr Example' })[0]).toMatch(
      /^Cleared by Dr Example, so only watched on the right/,
    )
    const saidOf = (id: string) => changesOf(catalogue.considerations.get(id)!, 'both', { clearedBy: '' }).join(' ')
    expect(saidOf('tires-standing')).toContain('On the feet for 4 minutes at a stretch')
    expect(saidOf('worse-after-effort')).toContain('No step up is proposed')
    for (const other of catalogue.considerations.values())
      expect(changesOf(other, 'both', { clearedBy: '' }), other.id).not.toEqual([])
  })
})
