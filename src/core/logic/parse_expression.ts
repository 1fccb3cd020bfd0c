import jsep, { type CoreExpression } from 'jsep'

/** Reads an expression as a tree. Throws an Error that says what is wrong with it. */
export const parseExpression = (text: string): CoreExpression => jsep(text) as CoreExpression
