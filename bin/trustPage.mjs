/** What the page looks like: the application's colours, large enough for a tablet at arm's length, and for paper. */
const STYLE = `
  :root { color-scheme: light dark; --ground: #fbfaf6; --ink: #17212b; --line: #d8d2c2; --action: #0e5a61; --mark: #fff; }
  @media (prefers-color-scheme: dark) {
    :root { --ground: #141b21; --ink: #f3f0e6; --line: #3a4651; --action: #7fcdd2; --mark: #1d242b; }
  }
  body { margin: 0 auto; max-width: 46rem; padding: 2rem 1.25rem 4rem; background: var(--ground); color: var(--ink);
    font: 1.15rem/1.5 "Atkinson Hyperlegible Next", system-ui, sans-serif; }
  h1 { font-size: 1.8rem; line-height: 1.2; margin: 0 0 .5rem; }
  h2 { font-size: 1.3rem; margin: 2rem 0 .5rem; }
  a { color: var(--action); }
  .code { font: 600 1.35rem/1.7 ui-monospace, monospace; letter-spacing: .04em; border: 2px solid var(--line);
    border-radius: .6rem; padding: .6rem 1rem; background: var(--mark); word-spacing: .5em; }
  .code span { display: block; }
  .do { display: inline-block; padding: .7rem 1.2rem; border-radius: .6rem; background: var(--action); color: var(--ground);
    text-decoration: none; font-weight: 600; }
  li { margin: .35rem 0; }
  @media print { .do { display: none } body { padding: 0 } }
`

/**
 * The page that helps a tablet trust this machine, and later remove it.
 *
 * @param names what its certificate can vouch for
 * @param ends until when, as the certificate writes it
 * @param file where the authority's certificate is fetched; `address` where the application is
 */
export function trustPage({ fingerprint, names, ends, file, address }) {
  const until = new Date(ends).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Trust this machine · Unhurried Circle</title>
<style>${STYLE}</style>
</head>
<body>
<h1>Let this tablet trust this machine</h1>
<p>Then the application opens without a warning, installs, and goes on with a class when the network or the machine is
gone. Once for each tablet.</p>

<h2>1. Compare the code</h2>
<p>Everybody in this network could show you a page like this one. Trust it only where this code stands in the window in
which the application was started, too, sign for sign:</p>
<p class="code"><span>${fingerprint.slice(0, 40)}</span><span>${fingerprint.slice(40)}</span></p>

<h2>2. Fetch the certificate</h2>
<p><a class="do" href="${file}">Fetch it</a></p>

<h2>3. Install it</h2>
<ul>
<li>Where the tablet says that a <b>profile</b> was downloaded: open Settings, tap the profile at the top, install it. Then,
under General, About, <b>Certificate trust settings</b>, switch it on.</li>
<li>Where the tablet only keeps the file: open Settings, search for <b>CA certificate</b>, confirm, and choose the file. The
tablet says that others may read along from now on: this one can vouch for this machine and for nobody else.</li>
<li>On a computer: in the browser's settings, search for <b>certificates</b>, and import the file under Authorities, for
websites. Some browsers take what the computer trusts: open the file, and put it among the trusted root certificates.</li>
</ul>
<p>Look at its details before you agree, or afterwards: the <b>SHA-256 fingerprint</b> is the code above. Where it is
another one, remove it and tell whoever runs this machine.</p>

<h2>4. Open the application</h2>
<p><a href="${address}">${address}</a></p>

<h2>What you trust by it</h2>
<p>It can vouch for ${names.join(', ')}, until ${until}. It can vouch for nothing else, and nobody can sign with it again,
not even this machine: its key was thrown away when it had signed once.</p>

<h2>To remove it</h2>
<p>When the tablet is given away, or no longer used here: open Settings, search for <b>certificates</b> (user certificates,
profiles, or authorities), choose <b>Unhurried Circle</b>, and remove it. Sign out of the application first: what was kept
about people on the tablet goes with that.</p>
</body>
</html>
`
}
