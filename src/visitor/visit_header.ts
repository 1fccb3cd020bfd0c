/** In this a page of another site shows which visit goes on there: no cookie of ours reaches it. */
export const VISIT_HEADER = 'lichen-visit'
