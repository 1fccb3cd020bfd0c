import type { IncomingMessage, ServerResponse } from 'node:http'
import { ownPage, takeOwnPage } from './own_page'

/**
 * A small site of its own, as there are many: each page has forms put in by script, the way its own specialist would, or as HTML of its own. Forms
 * are those of the Lichen at `LICHEN_URL`, named in the page's address.
 */

const LICHEN = new URL(process.env.LICHEN_URL ?? 'http://127.0.0.1:4300').origin

export const SITE = '/site/'

/** How a form comes over a page. */
const HOW = ['button', 'link', 'after', 'leaving'] as const

interface Page {
  title: string
  headers?: Record<string, string>
  html: (forms: readonly string[], how: string, asked: URLSearchParams) => string
}

/** The script element that puts a form where it stands. */
const put = (form: string, more = ''): string =>
  `<script async src="${LICHEN}/frame.js" data-form="${form}" data-title="Ask us: ${form}"${more}></script>`

/** The element that a form stands in, in the page itself. */
const place = (form: string, more = ''): string =>
  `<script async src="${LICHEN}/form.js"></script>
<lichen-form form="${form}"${more}><a href="${LICHEN}/f/${form}">Ask us: ${form}</a></lichen-form>`

/** What a strict site allows for it. */
const PLACED = {
  'content-security-policy': `default-src 'none'; base-uri 'none'; script-src ${LICHEN}; style-src 'self' ${LICHEN}; font-src ${LICHEN}; img-src ${LICHEN}; connect-src ${LICHEN}`,
}

/** What a strict site allows: its own style sheet, and of others only the forms' script and frames. */
const POLICY = {
  'content-security-policy': `default-src 'none'; style-src 'self'; base-uri 'none'; script-src ${LICHEN}; frame-src ${LICHEN}`,
}

/** A page of today, with the site's own style sheet. */
const page = (title: string, body: string, style = ''): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${title}</title><link rel="stylesheet" href="${SITE}site.css"></head>
<body class="${style}"><h1>${title}</h1><p>Ovens, clays and what becomes of them.</p>${body}<p>After the form.</p></body></html>`

const PAGES: Readonly<Record<string, Page>> = {
  plain: { title: 'A page', html: (forms) => page('A page', forms.map((form) => put(form)).join('')) },
  strict: {
    title: 'A strict content policy',
    headers: POLICY,
    html: (forms) => page('A strict content policy', forms.map((form) => put(form)).join('')),
  },
  old: {
    title: 'An old page',
    // Without a doctype, as pages were: browsers lay it out by other rules.
    html: (forms) => `<html><head><title>An old page</title></head><body bgcolor="#ffffee"><center><h1>An old page</h1>
<table width="80%" border="1"><tr><td>${forms.map((form) => put(form)).join('')}</td></tr></table>
<font face="serif">After the form.</font></center></body></html>`,
  },
  late: {
    title: 'A page that is filled late',
    html: (forms) =>
      page(
        'A page that is filled late',
        `<div id="late"></div><script src="${SITE}late.js" data-lichen="${LICHEN}" data-forms="${forms.join(' ')}"></script>`,
      ),
  },
  head: {
    title: 'A line in the head',
    html: (forms) =>
      page('A line in the head', '').replace('</head>', `${forms.map((form) => put(form)).join('')}</head>`),
  },
  dark: { title: 'A dark page', html: (forms) => page('A dark page', forms.map((form) => put(form)).join(''), 'dark') },
  placed: {
    title: 'A form in the page',
    headers: PLACED,
    html: (forms, _how, asked) =>
      page(
        'A form in the page',
        forms.map((form) => place(form, asked.has('letters') ? ' font="page" first-page' : '')).join(''),
      ),
  },
  // What a site says of all that is on it, and sizes that it makes small.
  loud: {
    title: 'A page with a style for everything',
    html: (forms) => page('A page with a style for everything', forms.map((form) => place(form)).join(''), 'loud'),
  },
  aside: {
    title: 'A form in a narrow column',
    html: (forms) =>
      page('A form in a narrow column', `<div class="aside">${forms.map((form) => place(form)).join('')}</div>`),
  },
  over: {
    title: 'A form over the page',
    headers: POLICY,
    html: ([form = ''], how) =>
      page(
        'A form over the page',
        `<p><a href="${LICHEN}/f/${form}">Ask us</a></p>${put(form, ` data-over="${how}" data-seconds="1" data-label="Open it"`)}`,
      ),
  },
  first: {
    title: 'Where a visit begins',
    html: ([form = '']) =>
      page(
        'Where a visit begins',
        `<script async src="${LICHEN}/frame.js" data-first-page></script><p><a href="${SITE}after?form=${form}">To the form</a></p>`,
      ),
  },
  own: {
    title: 'A page with a form of its own',
    headers: {
      'content-security-policy': `default-src 'none'; style-src 'self'; img-src ${LICHEN}; base-uri 'none'; form-action 'self' ${LICHEN}`,
    },
    html: (_forms, _how, asked) => page('A page with a form of its own', ownPage(asked.get('page'))),
  },
  sent: { title: 'Sent', html: () => page('It is on its way', '<p>Thank you from this site.</p>') },
  wrong: {
    title: 'Something is missing',
    html: (_forms, _how, asked) =>
      page(
        'Something is missing',
        `<ul>${asked
          .getAll('wrong')
          .filter((name) => /^[a-z0-9_]{1,60}$/.test(name))
          .map((name) => `<li>${name}</li>`)
          .join('')}</ul>`,
      ),
  },
  after: {
    title: 'Where it goes on',
    html: (forms) => page('Where it goes on', forms.map((form) => put(form, ' data-first-page')).join('')),
  },
}

const FILES: Readonly<Record<string, { type: string; text: string }>> = {
  'site.css': {
    type: 'text/css',
    text: `body { max-width: 46rem; margin: 2rem auto; padding: 0 1rem; font: 17px/1.5 serif }
textarea { box-sizing: border-box; width: 100% }
.dark { background: #14181c; color: #dde }
.aside { width: 20rem }
:root:has(.loud) { font-size: 62.5% }
.loud * { color: #c00; text-transform: uppercase; letter-spacing: 0.2em; text-align: right }
.loud :is(input, button, label, main, form) { padding: 3rem; background: #ff0 }`,
  },
  // As tools do that put what others sell into a page once all else is there.
  'late.js': {
    type: 'text/javascript',
    text: `const { lichen, forms } = document.currentScript.dataset
setTimeout(() => {
  for (const form of forms.split(' ')) {
    const script = document.createElement('script')
    script.src = lichen + '/frame.js'
    script.dataset.form = form
    script.dataset.title = 'Ask us: ' + form
    document.getElementById('late').append(script)
  }
}, 1000)`,
  },
}

/** Answers for the site: `form` of the address names its forms, and `how` says how one comes over the page. */
export function answerForSite(
  path: string,
  asked: URLSearchParams,
  request: IncomingMessage,
  response: ServerResponse,
): void {
  if (path === 'own' && request.method === 'POST')
    return void takeOwnPage(request, response, `${SITE}own`).catch((error: unknown) => response.destroy(error as Error))
  const file = FILES[path]
  if (file) return void response.writeHead(200, { 'content-type': `${file.type}; charset=utf-8` }).end(file.text)
  const found = PAGES[path]
  const forms = asked.getAll('form').filter((form) => /^[a-z0-9-]{1,100}$/.test(form))
  response
    .writeHead(found ? 200 : 404, { 'content-type': 'text/html; charset=utf-8', ...found?.headers })
    .end(
      found
        ? found.html(forms, HOW.find((one) => one === asked.get('how')) ?? 'button', asked)
        : 'There is no such page.',
    )
}
