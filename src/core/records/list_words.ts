/** How a list that is confirmed by mail speaks in one language; what is blank is said in our own words. */
export interface ListWords {
  /** Of the mail that asks; with its text, a template that may tell `lists`, `from` and `address`. */
  subject: string
  body: string
  /** What the page says before what was agreed to; the same kind of template, as the next. */
  page: string
  /** What is read once they have confirmed. */
  thanks: string
}

/** The same in every language that it was written in, by its tag. */
export type ListWordings = Partial<Record<string, ListWords>>

/** What such words can tell. Nothing of what somebody typed is among it: the mail goes to whoever has the address. */
export const LIST_MERGE_FIELDS = ['lists', 'from', 'address'] as const

export type ListMergeFields = Readonly<Record<(typeof LIST_MERGE_FIELDS)[number], string>>
