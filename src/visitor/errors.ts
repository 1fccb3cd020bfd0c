/** Where a link to a question leads: to its first control. */
export const idOfQuestion = (name: string): string => `q-${name}`
