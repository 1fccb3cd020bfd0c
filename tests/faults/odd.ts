import fc from 'fast-check'
import { type Reach, smallForm } from '../support/api'
import { listActions, listRoutes } from '../support/routes'
import { NASTY_TEXT, NASTY_VALUES } from './nasty'

/** One request, as it goes over the wire. */
export interface Odd {
  method: string
  path: string
  headers: Record<string, string>
  body: string
}

/** Any odd request: of a visitor, of a program, or of somebody signed in. */
export async function oddRequest({ url, token }: Reach, cookie: string): Promise<fc.Arbitrary<Odd>> {
  const json = { 'content-type': 'application/json' }
  const text = fc.oneof(
    { weight: 4, arbitrary: fc.constantFrom(...NASTY_TEXT) },
    { weight: 1, arbitrary: fc.string({ unit: 'binary' }) },
  )
  const value = fc.oneof(
    { weight: 4, arbitrary: fc.constantFrom(...NASTY_VALUES) },
    { weight: 1, arbitrary: fc.jsonValue() },
  )
  const part = text.map(asPart)
  const slug = fc.oneof({ weight: 3, arbitrary: fc.constant('odd') }, { weight: 1, arbitrary: part })
  const name = fc.oneof(
    fc.constantFrom(
      'utm_source',
      'utm_campaign',
      'k',
      'email',
      'search',
      'state',
      'after',
      'from',
      'to',
      'form',
      'limit',
      'personal',
      'contact',
      'new',
      'show',
    ),
    text,
  )
  const search = fc
    .array(fc.tuple(name, text), { maxLength: 4 })
    .map((pairs) =>
      pairs.length > 0 ? `?${pairs.map(([key, one]) => `${asPart(key)}=${asPart(one)}`).join('&')}` : '',
    )
  const answers = fc.record(
    {
      first_name: value,
      wish: value,
      email: fc.oneof(fc.constant('odd@studio.example'), value),
      letter: value,
      constructor: value,
    },
    { requiredKeys: ['first_name', 'email'] },
  )
  const sound = fc.record({ first_name: text, wish: text, email: fc.constant('odd@studio.example') })
  const oddHeaders = fc.record(
    {
      cookie: part.map((one) => `lichen_visit=${one}.${one}; lichen_link=${one}`),
      referer: part.map((one) => `https://${one}`),
    },
    { requiredKeys: [] },
  )
  const body = fc.oneof(
    fc.record({ values: fc.oneof(answers, sound) }),
    fc.record(
      {
        visit: value,
        proof: value,
        release: value,
        values: fc.oneof(answers, value),
        link: fc.oneof(fc.dictionary(name, value), value),
        k: value,
        before: value,
      },
      { requiredKeys: ['values'] },
    ),
  )
  const written = (one: fc.Arbitrary<unknown>) =>
    fc.oneof(
      { weight: 8, arbitrary: one.map((given) => JSON.stringify(given) ?? '') },
      { weight: 1, arbitrary: fc.constantFrom('', '{', '[]', 'null', '"\\ud800"', '{"a":', '\0', '['.repeat(20_000)) },
    )

  const visitor = fc.oneof(
    fc.record({
      method: fc.constantFrom('GET', 'GET', 'HEAD', 'PUT', 'DELETE'),
      path: fc.tuple(slug, search).map(([one, query]) => `/f/${one}${query}`),
      headers: oddHeaders,
      body: fc.constant(''),
    }),
    fc.record({
      method: fc.constant('POST'),
      path: slug.map((one) => `/f/${one}`),
      headers: oddHeaders.map((more) => ({ ...json, ...more })),
      body: written(body),
    }),
    fc.record({
      method: fc.constant('POST'),
      path: fc.tuple(slug, search).map(([one, query]) => `/f/${one}/progress${query}`),
      headers: fc.constant(json),
      body: written(
        fc.record(
          { visit: fc.oneof(fc.uuid(), value), began: value, steps: value, values: value },
          { requiredKeys: ['visit'] },
        ),
      ),
    }),
    fc.record({
      method: fc.constant('POST'),
      path: fc.tuple(slug, search).map(([one, query]) => `/f/${one}${query}`),
      headers: fc.constant({ 'content-type': 'application/x-www-form-urlencoded' }),
      body: fc
        .dictionary(
          fc.constantFrom(
            '_visit',
            '_proof',
            '_release',
            '_step',
            '_shown',
            '_go',
            '_before',
            'first_name',
            'email',
            'letter',
            'constructor',
          ),
          text,
        )
        .map((entered) =>
          Object.entries(entered)
            .map(([key, one]) => `${key}=${asPart(one)}`)
            .join('&'),
        ),
    }),
  )

  const openapi = (await (await fetch(`${url}/api/openapi.json`)).json()) as {
    paths: Record<string, Record<string, { requestBody?: object; parameters: { name: string; in: string }[] }>>
  }
  const operations = Object.entries(openapi.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, described]) => ({ path, method: method.toUpperCase(), described })),
  )
  const odd = { ...smallForm }
  const bodies = fc.oneof(
    value,
    fc.record({ name: text, slug: fc.option(text, { nil: undefined }), folder: text, campaign: value }),
    fc.record({
      email: fc.oneof(text, fc.constant('odd-contact@studio.example')),
      first_name: value,
      values: fc.oneof(fc.constant(undefined), fc.dictionary(text, value)),
    }),
    fc.record({ form: text }),
    fc.record(
      { values: fc.dictionary(text, value), link: fc.dictionary(text, text), contact: value },
      { requiredKeys: [] },
    ),
    fc
      .tuple(
        fc.constantFrom(
          'title',
          'intro',
          'steps',
          'carried',
          'messages',
          'outcome',
          'routing',
          'framedBy',
          'sentFrom',
          'inSearch',
          'asksOrigin',
          'joins',
          'format',
        ),
        value,
      )
      .map(([key, one]) => ({ ...odd, [key]: one })),
    value.map((one) => ({
      ...odd,
      steps: [
        {
          name: 'a',
          title: 'A',
          questions: [{ kind: 'number', name: 'n', label: 'N', minimum: 1, step: one, maximum: one }],
        },
      ],
    })),
    fc.tuple(text, value).map(([label, one]) => ({
      ...odd,
      title: label,
      steps: [
        {
          name: 'a',
          title: label,
          questions: [{ kind: 'single_choice', name: label, label, options: [{ value: label, label }], default: one }],
        },
      ],
    })),
  )
  const program = fc.constantFrom(...operations).chain(({ path, method, described }) =>
    fc.record({
      method: fc.constant(method),
      path: fc
        .tuple(
          fc.array(
            fc.oneof(
              { weight: 2, arbitrary: fc.constant('odd') },
              { weight: 2, arbitrary: part },
              { weight: 1, arbitrary: fc.uuid() },
            ),
            { minLength: 2, maxLength: 2 },
          ),
          search,
        )
        .map(([parts, query]) => {
          let n = 0
          return `/api/v1${path.replace(/\{\w+\}/g, () => parts[n++ % 2] ?? 'x')}${query}`
        }),
      headers: fc.oneof(
        { weight: 9, arbitrary: fc.constant({ authorization: `Bearer ${token}`, ...json }) },
        { weight: 1, arbitrary: part.map((one) => ({ authorization: `Bearer ${one}`, 'if-match': one, ...json })) },
      ),
      body: described.requestBody ? written(bodies) : fc.constant(''),
    }),
  )

  const pages = listRoutes().flatMap(({ is, path }) => (is === 'layout' ? [] : [path]))
  const actions = listActions((path) =>
    path.replace('[slug]', 'odd').replace('[id]', '00000000-0000-4000-8000-000000000000'),
  )
  const member = fc.oneof(
    fc
      .tuple(fc.constantFrom(...pages), part, search, fc.boolean(), fc.boolean())
      .map(([path, one, query, asData, signedIn]) => ({
        method: 'GET',
        path: path.replace(/\[\[?(?:\.\.\.)?\w+\]?\]/g, () => one || 'odd') + query,
        headers: {
          ...(signedIn ? { cookie } : {}),
          ...(asData ? { rsc: '1', 'next-router-state-tree': one } : {}),
        } as Record<string, string>,
        body: '',
      })),
    fc
      .tuple(fc.constantFrom(...actions), fc.array(value, { maxLength: 4 }), fc.boolean())
      .map(([{ id, path }, given, signedIn]) => ({
        method: 'POST',
        path,
        headers: {
          'next-action': id,
          'content-type': 'text/plain;charset=UTF-8',
          ...(signedIn ? { cookie } : {}),
        } as Record<string, string>,
        body: JSON.stringify(given),
      })),
    fc
      .tuple(
        fc.constantFrom(
          '/sign-in/email',
          '/sign-out',
          '/get-session',
          '/sign-up/email',
          '/update-user',
          '/list-sessions',
          '/change-password',
        ),
        written(fc.oneof(value, fc.record({ email: text, password: text }))),
        part,
        fc.constantFrom('GET', 'POST'),
      )
      .map(([path, entered, one, method]) => ({
        method,
        path: `/api/auth${path}`,
        headers: { ...json, origin: url, cookie: `lichen.session_token=${one}` } as Record<string, string>,
        body: method === 'POST' ? entered : '',
      })),
  )
  return fc.oneof(
    { weight: 4, arbitrary: visitor },
    { weight: 4, arbitrary: program },
    { weight: 3, arbitrary: member },
  ) as fc.Arbitrary<Odd>
}

/** Text as a piece of an address: percent-encoded as browsers do, or as it stands where it already is. */
function asPart(text: string): string {
  if (/^%[0-9a-f]{2}/i.test(text)) return text
  return [...text.slice(0, 1500)]
    .map((one) => (/[\ud800-\udfff]/.test(one) && one.length === 1 ? '%ED%A0%80' : encodeURIComponent(one)))
    .join('')
}
