import { signIn } from '../../core/contract/access'

/**
 * Sends what was typed, once; the form of the scripts is given what comes of it. It stands before the form, which is then
 * never there without it.
 */
const SEND_FIRST = `document.addEventListener('submit', (event) => {
  const form = event.target
  if (!form.closest('#first-form')) return
  event.preventDefault()
  const [email, password] = form.querySelectorAll('input')
  form.querySelector('button').disabled = email.readOnly = password.readOnly = true
  form.answered = fetch('${signIn.path}', {
    method: '${signIn.method}',
    headers: { 'content-type': 'application/json', accept: 'application/json' },
    body: JSON.stringify({ email: email.value, password: password.value }),
  })
  // Whoever takes over says what went wrong.
  form.answered.catch(() => {})
})`

/**
 * Signing in as it stands in the page itself, to be seen, typed into and sent while the scripts are still on their way:
 * laid over the place where they put the same form, which takes over what was typed, and what became of it.
 */
export const FIRST_FORM = `<script>${SEND_FIRST}</script><div id="first-form" style="position:fixed;inset:0;z-index:50;overflow:auto;background:var(--ground)">
<main class="min-h-dvh grid lg:grid-cols-[1.1fr_1fr]"><div class="hidden lg:grid bg-sunk"></div>
<div class="grid place-items-center p-6"><div class="w-full max-w-sm space-y-5">
<div><h1>Unhurried Circle</h1><p class="text-faint mt-2">One class, four tiers, everybody at their own level.</p></div>
<form class="space-y-5">
<div><label class="label" for="first-email">E-mail</label><input id="first-email" class="field" type="email" autocomplete="username" required autofocus></div>
<div><label class="label" for="first-password">Password</label><input id="first-password" class="field" type="password" autocomplete="current-password" required></div>
<button class="button button-main w-full">Sign in</button>
<p class="text-center"><button type="button" class="underline text-faint min-h-11" disabled>I have forgotten my password</button></p>
</form></div></div></main></div>`

/** Pages that nobody signs in for. */
const OTHERS = new Set(['/set-up', '/watch'])

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
 * Whether somebody has to sign in before they see this page, as far as it can be told beforehand. The page that is laid
 * in for a start without the server is asked for by a script, and has no form: it is everybody's.
 */
export function startsWithSigningIn({ path, mode, hasSession, isPlain }: PageAsked): boolean {
  return mode === 'navigate' && !hasSession && !isPlain && !OTHERS.has(path)
}
