/** Says above the questions how many are wrong; which ones, is listed below it. */
export const tellErrors = (count: number): string =>
  count === 1 ? 'One answer needs another look:' : `${count} answers need another look:`

/** Where a link to a question leads: to its first control. */
export const idOfQuestion = (name: string): string => `q-${name}`
