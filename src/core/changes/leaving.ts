const LEFT = 'Left by themselves'

/** Why somebody is on a list no more who left it by themselves, with what they gave as a reason; `''` for none. */
export const tellLeft = (reason: string): string => (reason === '' ? LEFT : `${LEFT}: ${reason}`)

/** The reason in such words; `''` where none was given. */
export const reasonTold = (because: string): string =>
  because.startsWith(`${LEFT}: `) ? because.slice(LEFT.length + 2) : ''
