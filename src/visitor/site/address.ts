const TAGS = ['utm_source', 'utm_medium', 'utm_campaign', 'utm_term', 'utm_content']
/** Where a site keeps the first page of a visit, for as long as its tab is open. */
const FIRST = 'lichen first page'
/** Longest address that is taken along. */
const LONGEST = 1000

/** Where a form is, with what its own server cannot see: the page before, the first page of the visit, and tags of either. */
export function addressOf(
  form: string,
  script: string,
  through: 'script' | 'over' | 'page',
  first: string | null,
): URL {
  const to = new URL(`f/${encodeURIComponent(form)}`, script)
  to.searchParams.set('through', through)
  const here = new URLSearchParams(location.search)
  const tagged = first === null || TAGS.some((tag) => here.has(tag)) ? here : new URL(first).searchParams
  for (const tag of TAGS) for (const value of tagged.getAll(tag)) to.searchParams.append(tag, value)
  if (document.referrer) to.searchParams.set('page_before', document.referrer.slice(0, LONGEST))
  if (first !== null) to.searchParams.set('first_page', first.slice(0, LONGEST))
  return to
}

/** The first page of the visit: this one, unless there was one before. */
export function firstPage(): string {
  const here = location.origin + location.pathname + location.search
  try {
    const known = sessionStorage.getItem(FIRST)
    if (known !== null && URL.canParse(known)) return known
    sessionStorage.setItem(FIRST, here)
  } catch {
    // The browser keeps nothing for this site.
  }
  return here
}
