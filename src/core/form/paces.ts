/** How a form asks: step by step, all on one page, one question at a time, or in a row beside its button. */
export const PACES = ['steps', 'page', 'one', 'row'] as const

export type Pace = (typeof PACES)[number]

/** Most questions that stand in a row. */
export const MOST_IN_A_ROW = 2

export const showsAllAtOnce = (pace: Pace): boolean => pace === 'page' || pace === 'row'
