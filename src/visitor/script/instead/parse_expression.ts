import type { CoreExpression } from 'jsep'

/** Stands for the reader of expressions in a visitor's page, which gets them read already. */
export const parseExpression = (tree: string): CoreExpression => JSON.parse(tree) as CoreExpression
