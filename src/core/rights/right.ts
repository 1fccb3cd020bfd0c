/** What somebody may do in a workspace, in words that follow “may”. */
export const RIGHTS = {
  read: 'see forms, what they share, and numbers',
  people: 'see people and what they sent',
  answer: 'work with people and what they sent',
  edit: 'compose forms and change what they share',
  release: 'release, close and move forms',
  own: 'see to members, programs, connections and the workspace itself',
} as const

export type Right = keyof typeof RIGHTS

export const RIGHT_NAMES = Object.keys(RIGHTS) as [Right, ...Right[]]

/** A list of rights as it was stored: what is none of them lets nobody do anything. */
export const readRights = (stored: readonly string[]): ReadonlySet<Right> =>
  new Set(RIGHT_NAMES.filter((right) => stored.includes(right)))
