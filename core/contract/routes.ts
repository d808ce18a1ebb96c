import * as access from './access'
import * as beginning from './beginning'
import * as circles from './circles'
import * as drafts from './drafts'
import * as goals from './goals'
import * as testRounds from './testRounds'
import * as homePractice from './homePractice'
import * as meetings from './meetings'
import * as movements from './movements'
import * as people from './people'
import * as practice from './practice'
import * as records from './records'
import * as reflection from './reflection'
import * as retention from './retention'
import type { Route } from './route'
import * as session from './session'
import * as shelf from './shelf'
import * as watch from './watch'

/** Every route of the application: the table of who may call which. */
export const ROUTES: readonly Route[] = [
  access,
  beginning,
  circles,
  drafts,
  goals,
  testRounds,
  homePractice,
  meetings,
  movements,
  people,
  practice,
  records,
  reflection,
  retention,
  session,
  shelf,
  watch,
]
  .flatMap((resource): unknown[] => Object.values(resource))
  .filter(isRoute)

function isRoute(value: unknown): value is Route {
  return typeof value === 'object' && value !== null && 'method' in value && 'path' in value && 'may' in value
}

const matchers = ROUTES.map((route) => ({
  route,
  pattern: new RegExp(`^${route.path.replace(/:[a-z]+/gi, '[^/]+')}/?$`),
  parameters: route.path.split(':').length,
}))

/**
 * The route that a request is for; null where there is none. One without parameters wins over one with.
 *
 * @example
 * routeFor('GET', '/api/meetings/4f2c')?.path // '/api/meetings/:id'
 */
export function routeFor(method: string, pathname: string): Route | null {
  const fitting = matchers.filter(({ route, pattern }) => route.method === method && pattern.test(pathname))
  return fitting.toSorted((a, b) => a.parameters - b.parameters)[0]?.route ?? null
}
