import { setUp, signIn } from '../../core/contract/access'

/**
 * Sends what was typed, once; the form of the scripts is given what comes of it. It stands before the form, which is
 * then never there without it.
 */
const sendFirst = ({
  path,
  method,
}: {
  path: string
  method: string
}) => `document.addEventListener('submit', (event) => {
  const form = event.target
  if (!form.closest('#first-form')) return
  event.preventDefault()
  form.querySelector('button:not([type])').disabled = true
  form.querySelectorAll('input').forEach((input) => (input.readOnly = true))
  form.answered = fetch('${path}', {
    method: '${method}',
    headers: { 'content-type': 'application/json', accept: 'application/json' },
    body: JSON.stringify(Object.fromEntries(new FormData(form))),
  })
  // Whoever takes over says what went wrong.
  form.answered.catch(() => {})
})`

interface FirstField {
  /** As the route's body has it. */
  name: string
  label: string
  /** What else the field says of itself. */
  attributes: string
  hint?: string
  /** What stands beside it. */
  beside?: string
}

function fieldOf({ name, label, attributes, hint, beside }: FirstField): string {
  const described = hint ? ` aria-describedby="first-${name}-words"` : ''
  const input = `<input id="first-${name}" name="${name}" class="field" ${attributes}${described}>`
  return `<div><label class="label" for="first-${name}">${label}</label>
${beside ? `<div class="flex gap-2">${input}${beside}</div>` : input}
${hint ? `<p id="first-${name}-words" class="text-faint text-[0.94rem] mt-1">${hint}</p>` : ''}</div>`
}

const laidOver = (script: string, page: string) =>
  `<script>${script}</script><div id="first-form"
style="position:fixed;inset:0;z-index:50;overflow:auto;background:var(--ground)">
<main class="min-h-dvh">${page}</main></div>`

const SIGN_IN_FIELDS = [
  { name: 'email', label: 'E-mail', attributes: 'type="email" autocomplete="username" required autofocus' },
  { name: 'password', label: 'Password', attributes: 'type="password" autocomplete="current-password" required' },
].map(fieldOf)

const SIGN_IN = laidOver(
  sendFirst(signIn),
  `<div class="min-h-dvh grid lg:grid-cols-[1.1fr_1fr]"><div class="hidden lg:grid bg-sunk"></div>
<div class="grid place-items-center p-6"><div class="w-full max-w-sm space-y-5">
<div><h1>Unhurried Circle</h1><p class="text-faint mt-2">One class, four tiers, everybody at their own level.</p></div>
<form class="space-y-5">${SIGN_IN_FIELDS.join('')}
<button class="button button-main w-full">Sign in</button>
<p class="text-center"><button type="button" class="underline text-faint min-h-11"
disabled>I have forgotten my password</button></p>
</form></div></div></div>`,
)

const SET_UP_FIELDS = [
  {
    name: 'code',
    label: 'Code of the start window',
    attributes: 'autocomplete="off" spellcheck="false" autofocus',
    hint: 'It stands in the window in which the server was started.',
  },
  { name: 'practice', label: 'Name of the practice', attributes: '' },
  { name: 'name', label: 'Your name', attributes: 'autocomplete="name"' },
  { name: 'email', label: 'E-mail', attributes: 'type="email" autocomplete="username"' },
  {
    name: 'password',
    label: 'Password',
    attributes: 'type="password" autocomplete="new-password"',
    hint: '10 characters at least: a few words that do not belong together.',
    beside: '<button type="button" class="button button-quiet shrink-0" disabled>Show</button>',
  },
].map(fieldOf)

/** A question of the beginning: the first is open, the others come later. */
function stepOf(number: number, title: string, form = ''): string {
  const isOpen = form !== ''
  const opened = isOpen ? `<div class="sm:pl-13 pb-6">${form}</div>` : ''
  const ring = isOpen ? 'border-action text-action' : 'border-line text-faint'
  return `<section class="border-b border-line last:border-0"><div class="flex items-center gap-4 min-h-16">
<span
class="size-9 shrink-0 rounded-full grid place-items-center font-semibold numerals border-2 border-dashed ${ring}"
aria-hidden="true">${number}</span>
<h2 class="${isOpen ? '' : 'text-faint font-normal'}">${title}</h2></div>${opened}</section>`
}

const SET_UP = laidOver(
  sendFirst(setUp),
  `<div class="mx-auto max-w-[1400px] p-5 min-h-dvh">
<div class="grid lg:grid-cols-[minmax(0,1fr)_minmax(0,35rem)] gap-x-10 gap-y-8 items-start"><div
class="max-w-[42rem] min-w-0">
<h1 class="text-[2.1rem] mb-5">Three questions, then a first class</h1>
${stepOf(
  1,
  'Practice and you',
  `<form class="space-y-4" novalidate>${SET_UP_FIELDS.join('')}<button
class="button button-main">Next: where you meet</button></form>`,
)}
${stepOf(2, 'Where you meet')}
${stepOf(3, 'Who comes?')}
</div><aside class="bg-sunk rounded-xl p-6 lg:min-h-[calc(100dvh-7rem)]"></aside></div></div>`,
)

/**
 * The first form as it stands in the page itself, to be seen, typed into and sent while the scripts are still on their
 * way: signing in, or setting up where there is no practice yet. It is laid over the place where they put the same
 * form, which takes over what was typed, and what became of it.
 */
export const firstForm = (hasPractice: boolean): string => (hasPractice ? SIGN_IN : SET_UP)

/** The page of screens that come in by a code: nobody signs in for it. */
const SCREEN_PAGE = '/watch'

/** What is known of a request for a page. */
interface PageAsked {
  path: string
  /** What a browser says of it; undefined: it does not. */
  mode: string | undefined
  /** Whether it carries something that could be a session. */
  hasSession: boolean
  /** Whether what is typed there could be read on the way. */
  isPlain: boolean
}

/**
 * Whether somebody has to sign in, or to set up, before they see this page, as far as it can be told beforehand. The
 * page that is laid in for a start without the server is asked for by a script, and has no form: it is everybody's.
 */
export function startsWithForm({ path, mode, hasSession, isPlain }: PageAsked): boolean {
  return mode === 'navigate' && !hasSession && !isPlain && path !== SCREEN_PAGE
}
