import { z } from 'zod'
import { saidToVisitors } from './for_visitors'

/** How the page puts what is called otherwise elsewhere; it may use what is known of the visitor. */
export const shownAsSchema = () =>
  saidToVisitors(z.string().trim().max(300))
    .default('')
    .describe('What visitors read instead; may use earlier answers: {{ first_name | default: "And you" }}')
