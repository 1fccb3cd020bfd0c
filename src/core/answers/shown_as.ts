import { z } from 'zod'
import { forVisitors } from './for_visitors'

/** How the page puts what is called otherwise elsewhere; it may use what is known of the visitor. */
export const shownAsSchema = () =>
  forVisitors(z.string().trim().max(300))
    .default('')
    .describe('What visitors read instead; may use earlier answers: {{ first_name | default: "And you" }}')
