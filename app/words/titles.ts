const PLACES: readonly [RegExp, string][] = [
  [/^\/$/, 'Circle'],
  [/^\/set-up/, 'Begin'],
  [/^\/sign-in/, 'Sign in'],
  [/^\/watch/, 'The room'],
  [/^\/dates/, 'Dates'],
  [/^\/people\/new/, 'A new person'],
  [/^\/people\/import/, 'Spreadsheets'],
  [/^\/people\/[^/]+\/screen/, 'Screening'],
  [/^\/people\/[^/]+\/measure/, 'Measures'],
  [/^\/people\/[^/]+\/home/, 'At home'],
  [/^\/people\/[^/]+\/goals/, 'Goals'],
  [/^\/people\/[^/]+/, 'Person'],
  [/^\/people/, 'People'],
  [/^\/movements/, 'Movements'],
  [/^\/plans/, 'Plans'],
  [/^\/practice/, 'Practice'],
  [/^\/account/, 'Your sign-in'],
  [/^\/access-log/, 'Log of access'],
  [/look-back/, 'Look back'],
  [/attendance$/, 'Attendance'],
  [/^\/circles\/[^/]+\/tests/, 'Tests'],
  [/\/prepare$/, 'Prepare'],
  [/\/gather$/, 'Gather'],
  [/\/lead$/, 'Lead'],
  [/\/follow$/, 'Second screen'],
  [/\/reflect$/, 'Reflect'],
  [/\/paper$/, 'On paper'],
]

/** What a page is called in the browser's tabs, by its path; nobody's name stands there. */
export function titleOf(path: string): string {
  const place = PLACES.find(([pattern]) => pattern.test(path))?.[1]
  return place ? `${place} · Unhurried Circle` : 'Unhurried Circle'
}
